import express, { type Express, type NextFunction, type Request, type Response } from 'express';
import helmet from 'helmet';
import { existsSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { isIP } from 'node:net';
import { join } from 'node:path';
import { POLICY } from './policy.ts';
import { standins } from './standins/routes.ts';

/** The server of the built app in `folder`: that folder, the simulated services, and nothing else, with a strict content policy. */
export function createApp(
  folder: string,
  {
    markingSeconds = 20,
    host = 'localhost',
    now = Date.now,
  }: { readonly markingSeconds?: number; readonly host?: string; readonly now?: () => number } = {},
): Express {
  const app = express();
  app.disable('x-powered-by');
  // A page elsewhere can point a name of its own at this machine; only this machine's names and numbers are answered.
  app.use((request, response, next) => {
    const asked = request.hostname ?? '';
    if (asked === 'localhost' || asked === host || isIP(asked.replace(/^\[|\]$/g, '')) > 0) return next();
    response.status(421).type('text').send('This server answers to its own address only. Open it at localhost.');
  });
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        // Who may show it in a frame only a header can say.
        directives: { ...POLICY, frameAncestors: ["'none'"] },
      },
      strictTransportSecurity: false, // served over plain http on this machine
    }),
  );
  // A page asks whether anybody answers here: only then has a phone with a signal more than a signal.
  app.head('/api/here', (_request, response) => void response.status(204).end());
  app.use('/api/standins', standins({ markingSeconds, now }));
  app.use(
    express.static(folder, {
      dotfiles: 'deny',
      index: false,
      setHeaders: (response, path) =>
        response.setHeader(
          'Cache-Control',
          path.includes('/assets/') ? 'public, max-age=31536000, immutable' : 'no-cache',
        ),
    }),
  );
  // Every other plain address is a place in the app; what looks like a file and is none stays missing.
  app.get(/^\/(?!api\/)[^.]*$/, (_request, response) => {
    if (!existsSync(join(folder, 'index.html')))
      return void response
        .status(503)
        .type('text')
        .send('The app is not built yet. Stop this server and run npm start.');
    response.setHeader('Cache-Control', 'no-cache');
    response.sendFile('index.html', { root: folder });
  });
  // A body that is too large or no JSON lands here; what went wrong inside stays inside.
  app.use(
    (problem: { status?: number }, _request: Request, response: Response, _next: NextFunction) =>
      void response.status(problem.status ?? 500).json({ problem: 'That request cannot be read.' }),
  );
  app.use((_request, response) => void response.status(404).type('text').send('There is nothing at this address.'));
  return app;
}

/** A server of the app that waits for nobody: sockets that say nothing, and requests that never end, are closed. */
export const serverOf = (app: Express, patience = 20_000): Server =>
  createServer(
    {
      headersTimeout: patience,
      requestTimeout: patience,
      keepAliveTimeout: Math.min(5000, patience),
      connectionsCheckingInterval: Math.min(2000, patience / 4),
    },
    app,
  ).setTimeout(patience * 3);
