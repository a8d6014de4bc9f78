import config from './playwright.config.ts';

const { launchOptions } = config.use!;

/** `npm run screenshots`: the pictures in docs/, taken anew from the demo holding; the view from a window is drawn in space. */
export default {
  ...config,
  use: {
    ...config.use,
    launchOptions: {
      ...launchOptions,
      args: [...launchOptions!.args!, '--use-angle=swiftshader', '--enable-unsafe-swiftshader'],
    },
  },
  testMatch: 'screenshots.shots.ts',
  fullyParallel: false,
  workers: 1,
};
