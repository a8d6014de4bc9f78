/** Starts plan-read.ts in a thread: threads do not inherit the loader of TypeScript. */
import { register } from 'tsx/esm/api';

register();
await import('./plan-read.ts');
