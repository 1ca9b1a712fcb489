/**
 * Who is let in. A name that is not Gritch's own is turned away, so that no foreign name can be made to point here; a
 * request that another site's page sends is turned away, so that no page but Gritch's own can write or read.
 */
import type { Request, RequestHandler } from 'express';
import { hostNameOf, type Settings } from './settings';
import { refuse } from './refuse';

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS']);
const OWN_SITES = new Set(['same-origin', 'none']);

const OTHER_SITE = {
  status: 403,
  code: 'other-site',
  message: 'This comes from another site. Open Gritch itself and try again.',
};

/** Only names that Gritch goes by. */
export const ownNamesOnly =
  ({ names }: Settings): RequestHandler =>
  (request, response, next) => {
    const name = hostNameOf(request.host ?? '');
    if (name !== null && names.has(name)) return next();
    refuse(request, response, {
      status: 421,
      code: 'other-name',
      message: `Gritch does not answer to the name “${name ?? ''}”. If it should, start it with GRITCH_HOSTS=${name ?? 'NAME'}`,
    });
  };

/** Whether a proxy that is trusted passed this on. */
function viaProxy(request: Request): boolean {
  const trusts = request.app.get('trust proxy fn') as (address: string, hop: number) => boolean;
  return trusts(request.socket.remoteAddress ?? '', 0);
}

const originOf = (text: string): URL | null => {
  try {
    return new URL(text);
  } catch {
    return null;
  }
};

/** Whether `Origin` names the very host and scheme that were asked. A proxy that says no scheme is believed either. */
export function isOwnOrigin(request: Request, text: string, { origins }: Settings): boolean {
  const origin = originOf(text);
  if (!origin || origin.origin !== text.toLowerCase()) return false;
  if (origins.has(origin.origin)) return true;
  const anyScheme = viaProxy(request) && !request.get('x-forwarded-proto');
  const scheme = anyScheme ? origin.protocol : `${request.protocol}:`;
  return originOf(`${scheme}//${request.host}`)?.origin === origin.origin;
}

/** A page elsewhere may link here; it may neither post nor load anything into itself. */
export const ownPagesOnly =
  (settings: Settings): RequestHandler =>
  (request, response, next) => {
    const site = request.get('sec-fetch-site');
    const foreign = site !== undefined && !OWN_SITES.has(site);
    if (SAFE.has(request.method)) {
      const link = request.get('sec-fetch-mode') === 'navigate';
      return foreign && !link ? refuse(request, response, OTHER_SITE) : next();
    }
    const origin = request.get('origin');
    const own = origin === undefined || isOwnOrigin(request, origin, settings);
    if (own && !foreign) return next();
    refuse(request, response, OTHER_SITE);
  };
