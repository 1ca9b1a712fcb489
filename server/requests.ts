/** One line in the log for each request: its id, method, route, status and time. Never its address: that may hold names. */
import { randomUUID } from 'node:crypto';
import type { RequestHandler, Response } from 'express';
import { pinoHttp } from 'pino-http';
import { log } from '~/log.server';
import { wayOf } from './bodies';

const routeOf = (response: unknown) => wayOf(response as Response)?.path ?? null;

export const logRequests: RequestHandler = pinoHttp({
  logger: log,
  genReqId: (_request, response) => {
    const id = randomUUID();
    response.setHeader('x-request-id', id);
    return id;
  },
  // Faults are written down where they happen, once.
  customLogLevel: (_request, response) => (response.statusCode >= 500 ? 'warn' : 'info'),
  serializers: {
    req: ({ id, method }: { id: string; method: string }) => ({ id, method }),
    res: ({ statusCode }: { statusCode: number }) => ({ status: statusCode }),
    err: () => undefined,
  },
  customSuccessObject: (_request, response, said: object) => ({ ...said, route: routeOf(response) }),
  customErrorObject: (_request, response, _error, said: object) => ({ ...said, route: routeOf(response) }),
}) as RequestHandler;
