import fc from 'fast-check';

// Properties try the same cases in every run: one that fails, fails again when it is looked into.
fc.configureGlobal({ seed: 20_261_126 });
