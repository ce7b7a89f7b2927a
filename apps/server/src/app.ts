import compression from 'compression';
import express, { type Express } from 'express';
import helmet from 'helmet';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { withinBounds } from './http/bounds';
import { ownOrigin } from './http/ownOrigin';
import { Problem, problemHandler } from './http/problem';
import { userStyleRoutes } from './userStyles/routes';
import type { UserStyleStore } from './userStyles/store';
import { progressionRoutes } from './progressions/routes';
import type { ProgressionStore } from './progressions/store';
import { songRoutes } from './songs/routes';
import type { SongStore } from './songs/store';

export interface AppOptions {
  readonly store: SongStore;
  readonly progressions: ProgressionStore;
  readonly own: UserStyleStore;
  /** Folder of the exported web app; without it only the API is served. */
  readonly web?: string;
  /** Host names the app is served under beside those of loopback. */
  readonly hosts?: readonly string[];
  readonly log?: (error: unknown) => void;
}

const CONTENT_POLICY = {
  defaultSrc: ["'self'"],
  scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
  styleSrc: ["'self'", "'unsafe-inline'"],
  imgSrc: ["'self'", 'data:', 'blob:'],
  fontSrc: ["'self'", 'data:'],
  workerSrc: ["'self'", 'blob:'],
  connectSrc: ["'self'"],
  upgradeInsecureRequests: null,
};

/** App and API in one Express application. */
export function createApp(options: AppOptions): Express {
  const { store, progressions, own, web, hosts, log = () => undefined } = options;
  const app = express();
  app.disable('x-powered-by');
  app.use(helmet({ contentSecurityPolicy: { directives: CONTENT_POLICY }, hsts: false }));
  app.use(ownOrigin(hosts));
  // What is sent once and kept is worth the best there is.
  app.use(compression({ level: 9 }));
  app.use('/api', express.json({ limit: '2100kb', strict: true }));
  app.use('/api', withinBounds);
  app.use('/api', (_req, res, next) => {
    res.set('Cache-Control', 'no-store');
    next();
  });
  app.use('/api/songs', songRoutes(store));
  app.use('/api/progressions', progressionRoutes(progressions));
  app.use('/api/own', userStyleRoutes(own));
  app.use('/api', () => {
    throw new Problem(
      'address-unknown',
      404,
      'No such address',
      'The server has nothing at this address. Reload the app.',
    );
  });
  if (web && existsSync(web)) serveWeb(app, web);
  app.use(problemHandler(log));
  return app;
}

/** The exported app: hashed files for good, the rest for a while, every other path the page itself. */
function serveWeb(app: Express, web: string): void {
  app.use('/_expo', express.static(join(web, '_expo'), { immutable: true, maxAge: '1y', index: false }));
  app.use('/assets', express.static(join(web, 'assets'), { immutable: true, maxAge: '1y', index: false }));
  for (const folder of ['sound', 'engraving'])
    app.use(
      `/${folder}`,
      express.static(join(web, folder), { maxAge: '1h', fallthrough: false, index: false }),
    );
  // The browser looks for a new one at each visit.
  app.get('/offline.js', (_req, res) => {
    res.set('Cache-Control', 'no-cache').sendFile('offline.js', { root: web });
  });
  app.use(express.static(web, { maxAge: '1m', index: false }));
  app.get('/{*splat}', (_req, res) => {
    res.set('Cache-Control', 'no-cache').sendFile('index.html', { root: web });
  });
}
