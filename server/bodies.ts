/**
 * Methods and bodies. What a route does not take is refused before it is read; what it takes is counted while it is read
 * and cut above the route's limit, and looked at before anything parses it.
 */
import express, { type ErrorRequestHandler, type Request, type RequestHandler, type Response } from 'express';
import { isTooNested, MOST_NESTED } from '@core/formats/nesting';
import { refuse, type Refusal } from './refuse';
import { FORM, ZIP, type Takes } from './takes';
import { asksForData, type Way } from './ways';

const READS = new Set(['GET', 'HEAD']);
/** After a refusal a sender may go on for so long, in ms, so that the answer reaches it before the line is cut. */
const REST_MS = 5000;

export const wayOf = (response: Response) => response.locals.way as Way | null;

const NO_PAGE: Refusal = {
  status: 404,
  code: 'no-such-page',
  message: 'There is no such page here. Look at the address.',
};
const notTaken = (method: string): Refusal => ({
  status: 405,
  code: 'method',
  message: `Nothing here takes ${method}.`,
});

/** @param wayAt what is at a path */
export const ownMethodsOnly =
  (wayAt: (path: string) => Way | null): RequestHandler =>
  (request, response, next) => {
    const way = wayAt(request.path);
    response.locals.way = way;
    if (READS.has(request.method))
      return asksForData(request.path) && way?.page === false ? refuse(request, response, NO_PAGE) : next();
    const allowed = ['GET', 'HEAD', 'OPTIONS', ...(way?.takes ? ['POST'] : [])].join(', ');
    if (request.method === 'OPTIONS') return void response.set('allow', allowed).status(204).end();
    if (!way && request.method === 'POST') return refuse(request, response, NO_PAGE);
    if (request.method === 'POST' && way?.takes) return next();
    response.set('allow', allowed);
    refuse(request, response, notTaken(request.method));
  };

/** Lets what is still coming run into nothing, for a while. */
function cutOff(request: Request) {
  request.resume();
  const cut = setTimeout(() => request.socket.destroy(), REST_MS);
  cut.unref();
  request.once('end', () => clearTimeout(cut));
  request.once('close', () => clearTimeout(cut));
}

const tooLarge = ({ most }: Takes): Refusal => ({
  status: 413,
  code: 'too-large',
  message: `This is too large to be taken: at most ${most / 1_000_000} MB. Nothing was stored.`,
});
const otherType = ({ types }: Takes): Refusal => ({
  status: 415,
  code: 'other-type',
  message: `Send it as ${types.join(' or ')}, not compressed. Nothing was stored.`,
});
const BROKEN: Refusal = {
  status: 400,
  code: 'broken-off',
  message: 'The post broke off. Send it again; nothing was stored.',
};
const TOO_NESTED: Refusal = {
  status: 400,
  code: 'too-nested',
  message: `The post has brackets in more than ${MOST_NESTED} levels. Nothing was stored.`,
};
const NOT_UTF8: Refusal = {
  status: 400,
  code: 'not-utf-8',
  message: 'The post is not text in UTF-8. Nothing was stored.',
};

const utf8 = new TextDecoder('utf-8', { fatal: true });

function faultIn(body: Buffer, json: boolean): Refusal | null {
  try {
    utf8.decode(body);
  } catch {
    return NOT_UTF8;
  }
  return json && isTooNested(body.length, (at) => body[at] as number) ? TOO_NESTED : null;
}

/** The body that `readBody` has let through; null if there was none to read. */
export const bodyOf = (request: Request) => (Buffer.isBuffer(request.body) ? request.body : null);

const readers = new Map<Takes, RequestHandler>();
const readerFor = (takes: Takes): RequestHandler => {
  const reader = readers.get(takes) ?? express.raw({ limit: takes.most, type: () => true, inflate: false });
  readers.set(takes, reader);
  return reader;
};

const isEncoded = (request: Request) => !/^(identity)?$/i.test(request.get('content-encoding') ?? '');

export const readBody: RequestHandler = (request, response, next) => {
  const takes = wayOf(response)?.takes;
  if (READS.has(request.method) || !takes) return next();
  const no = (refusal: Refusal) => {
    refuse(request, response, refusal);
    cutOff(request);
  };
  const type = (request.get('content-type') ?? '').split(';')[0]?.trim().toLowerCase() ?? '';
  if (!takes.types.includes(type) || isEncoded(request)) return no(otherType(takes));
  readerFor(takes)(request, response, (error?: unknown) => {
    if (error) return no((error as { status?: number }).status === 413 ? tooLarge(takes) : BROKEN);
    request.body ??= Buffer.alloc(0);
    const fault = type === ZIP ? null : faultIn(request.body as Buffer, type !== FORM);
    if (fault) return no(fault);
    next();
  });
};

/** What the layer itself cannot understand (an address in broken percent signs, say) is the sender's. */
export const mistakes: ErrorRequestHandler = (error: { status?: number }, request, response, next) => {
  const { status } = error;
  if (response.headersSent || status === undefined || status >= 500) return next(error);
  refuse(request, response, {
    status,
    code: 'not-understood',
    message: 'This cannot be understood. Look at the address.',
  });
};
