/** The web server's application: static files, then the framework. Opened data is ready before the first answer. */
import compression from 'compression';
import express, { type RequestHandler } from 'express';
import { createRequestHandler } from '@react-router/express';
import { database } from '~/db/client.server';

/** Resolves when the data folder is open and up to date. */
export const ready = database();

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS']);

/** Posts from another site are forged: a browser says in `Origin` which page they come from. */
const sameSiteOnly: RequestHandler = ({ method, headers }, response, next) => {
  const { origin, host } = headers;
  if (SAFE.has(method) || !origin || hostOf(origin) === host) return next();
  const message = 'This post comes from another site. Open Gritch itself and try again.';
  response.status(403).json({ refused: { code: 'other-site', message } });
};

function hostOf(origin: string): string | null {
  try {
    return new URL(origin).host;
  } catch {
    return null;
  }
}

const YEAR = '1y';
const app = express();
app.disable('x-powered-by');
app.use(compression());
app.use('/assets', express.static('build/client/assets', { immutable: true, maxAge: YEAR }));
app.use(express.static('build/client', { maxAge: '1h' }));
// Pages stand in memory as a whole; waiting for the compressor to drain would only pile up listeners on it.
app.use((_request, response, next) => {
  const write = response.write.bind(response) as (...chunk: unknown[]) => boolean;
  response.write = (...chunk: unknown[]) => write(...chunk) || true;
  next();
});
app.use(sameSiteOnly);
app.use(createRequestHandler({ build: () => import('virtual:react-router/server-build') }));

export default app;
