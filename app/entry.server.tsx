/** Writes a page as a whole: all it shows has been loaded before. */
import { PassThrough } from 'node:stream';
import { createReadableStreamFromReadable } from '@react-router/node';
import { renderToPipeableStream } from 'react-dom/server';
import {
  isRouteErrorResponse,
  ServerRouter,
  type EntryContext,
  type HandleErrorFunction,
  type RouterContextProvider,
} from 'react-router';
import { log } from './log.server';
import { nonceContext, requestIdContext } from './request-context';

export default function handleRequest(
  request: Request,
  status: number,
  headers: Headers,
  routerContext: EntryContext,
  context: RouterContextProvider,
): Promise<Response> | Response {
  headers.set('content-type', 'text/html; charset=utf-8');
  if (request.method === 'HEAD') return new Response(null, { status, headers });
  const nonce = context.get(nonceContext);
  return new Promise((resolve, reject) => {
    const page = <ServerRouter context={routerContext} url={request.url} nonce={nonce} />;
    const { pipe } = renderToPipeableStream(page, {
      nonce,
      onAllReady() {
        const body = new PassThrough();
        resolve(new Response(createReadableStreamFromReadable(body), { status, headers }));
        pipe(body);
      },
      // Nothing is drawn later than the shell, so each fault comes here too.
      onError: () => undefined,
      onShellError: reject,
    });
  });
}

/** Each fault once, with the request's id; a page that is not there is no fault, nor is a reader who has left. */
export const handleError: HandleErrorFunction = (error, { request, context }) => {
  if (request.signal.aborted || isRouteErrorResponse(error)) return;
  const id = (context as RouterContextProvider).get(requestIdContext);
  log.error({ err: error, id }, 'a page failed');
};
