import config from './playwright.config.ts';

/** `npm run screenshots`: the pictures in docs/, taken anew from the demo holding. */
export default { ...config, testMatch: 'screenshots.shots.ts', fullyParallel: false, workers: 1 };
