/**
 * The web server's application. One request layer stands before the framework: names, sites, methods, bodies, headers.
 * What gets past it is Gritch's own, small enough, and text.
 */
import compression from 'compression';
import express, { type ErrorRequestHandler, type RequestHandler } from 'express';
import * as build from 'virtual:react-router/server-build';
import type { ServerBuild } from 'react-router';
import { sayBuild } from '~/build-version';
import { log } from '~/log.server';
import { mistakes, ownMethodsOnly, readBody } from './bodies';
import { ownNamesOnly, ownPagesOnly } from './doors';
import { framework } from './framework';
import { giveNonce, guardPages, guardWorkshopPages, storeNothing } from './headers';
import { health } from './health';
import { refuse } from './refuse';
import { logRequests } from './requests';
import { settingsFrom } from './settings';
import { waysOf } from './ways';

const YEAR = '1y';

/** What nobody foresaw: written down once, and said without saying more than is known. */
const faults: ErrorRequestHandler = (error: unknown, request, response, next) => {
  log.error({ err: error, id: request.id }, 'a request failed');
  if (response.headersSent) return next(error);
  const message = 'Gritch could not do this. Try again; if it stays so, look at its log.';
  refuse(request, response, { status: 500, code: 'fault', message });
};

/** Files of the build; names with a hash in them never change. */
const builtFiles = () => [
  express.Router().use('/assets', express.static('build/client/assets', { immutable: true, maxAge: YEAR })),
  express.static('build/client', { maxAge: '1h' }),
];

/**
 * @param env see `settingsFrom`; throws a SettingProblem where it cannot be understood
 * @param workshop what gives out the files while they are worked on, instead of the build's
 */
export function application(env: Readonly<Record<string, string | undefined>>, workshop?: RequestHandler) {
  const settings = settingsFrom(env);
  sayBuild(build.assets.version);
  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', settings.proxies.length > 0 ? settings.proxies : false);
  app.use(logRequests, giveNonce, workshop ? guardWorkshopPages : guardPages);
  app.use(ownNamesOnly(settings), ownPagesOnly(settings));
  app.use(compression());
  app.get('/health', health);
  app.use(workshop ?? builtFiles());
  app.use(ownMethodsOnly(waysOf(build as unknown as ServerBuild)), storeNothing, readBody);
  app.use(framework(build as unknown as ServerBuild));
  app.use(mistakes, faults);
  return app;
}
