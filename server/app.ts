/** The web server's application: static files, then the framework. Opened data is ready before the first answer. */
import compression from 'compression';
import express from 'express';
import { createRequestHandler } from '@react-router/express';
import { database } from '~/db/client.server';

/** Resolves when the data folder is open and up to date. */
export const ready = database();

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
app.use(createRequestHandler({ build: () => import('virtual:react-router/server-build') }));

export default app;
