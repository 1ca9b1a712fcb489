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
app.use('/assets', express.static('build/client/assets', { immutable: true, maxAge: YEAR }));
app.use(express.static('build/client', { maxAge: '1h' }));
app.use(compression());
app.use(createRequestHandler({ build: () => import('virtual:react-router/server-build') }));

export default app;
