/** Hands a request that was let in to the framework, and its answer back. */
import type { Request, RequestHandler, Response } from 'express';
import { writeReadableStreamToWritable } from '@react-router/node';
import { createRequestHandler, RouterContextProvider, type ServerBuild } from 'react-router';
import { nonceContext, requestIdContext } from '~/request-context';
import { bodyOf } from './bodies';
import { nonceOf } from './headers';

/** The origin was looked at already; the framework, which looks again, is given one that agrees. */
const originOf = (request: Request) => request.get('origin') ?? `${request.protocol}://${request.host}`;

function headersOf(request: Request): Headers {
  const headers = new Headers();
  for (const [name, value] of Object.entries(request.headers))
    for (const one of Array.isArray(value) ? value : [value ?? '']) headers.append(name, one);
  return headers;
}

function asked(request: Request, response: Response): globalThis.Request {
  const gone = new AbortController();
  response.once('close', () => gone.abort());
  const body = bodyOf(request);
  return new Request(new URL(`${originOf(request)}${request.originalUrl}`), {
    method: request.method,
    headers: headersOf(request),
    signal: gone.signal,
    ...(body && { body: new Uint8Array(body) }),
  });
}

const LIVE = /^text\/event-stream/i;

async function answer(request: Request, response: Response, given: globalThis.Response) {
  response.status(given.status);
  given.headers.forEach((value, name) => response.append(name, value));
  if (request.method === 'HEAD' || given.body === null || response.destroyed) {
    await given.body?.cancel();
    return void response.end();
  }
  // All but a live line stands in memory as a whole.
  if (!LIVE.test(given.headers.get('content-type') ?? ''))
    return void response.end(Buffer.from(await given.arrayBuffer()));
  response.flushHeaders();
  // Fails when the reader has gone, which ends the line.
  await writeReadableStreamToWritable(given.body, response).catch(() => undefined);
}

export function framework(build: ServerBuild): RequestHandler {
  const handle = createRequestHandler(build, process.env.NODE_ENV);
  return async (request, response) => {
    const context = new RouterContextProvider();
    context.set(nonceContext, nonceOf(response));
    context.set(requestIdContext, String(request.id));
    await answer(request, response, await handle(asked(request, response), context));
  };
}
