import fc from 'fast-check';
import { vi } from 'vitest';
import { MORNING } from './day.ts';

// Properties try the same cases in every run: one that fails, fails again when it is looked into.
fc.configureGlobal({ seed: 20_261_126 });
// No test knows today: the clock stands, here and in what a test starts.
vi.useFakeTimers({ toFake: ['Date'], now: new Date(MORNING) });
process.env['NOW'] = MORNING;
