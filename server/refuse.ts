/** How the request layer says no: words for a page of the app, a code beside them for everything else. */
import type { Request, Response } from 'express';
import { asksForData } from './ways';

export type Refusal = { readonly status: number; readonly code: string; readonly message: string };

export function refuse(request: Request, response: Response, { status, code, message }: Refusal): void {
  response.status(status).set('cache-control', 'no-store');
  const forEyes = asksForData(request.path) || request.accepts(['json', 'html']) === 'html';
  if (forEyes) response.type('text/plain').send(message);
  else response.json({ refused: { code, message } });
}
