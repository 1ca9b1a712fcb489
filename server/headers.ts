/** Headers of every answer: what a page may load and who may frame it (nobody), and that nothing of it is stored on the way. */
import { randomBytes } from 'node:crypto';
import type { RequestHandler, Response } from 'express';
import helmet from 'helmet';

/** The word that marks the scripts and styles of one answer as its own. */
export const nonceOf = (response: Response) => response.locals.nonce as string;

export const giveNonce: RequestHandler = (_request, response, next) => {
  response.locals.nonce = randomBytes(16).toString('base64');
  next();
};

const own = (_request: unknown, response: unknown) => `'nonce-${nonceOf(response as Response)}'`;

const pageGuard = (styles: typeof own | string) =>
  helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'", own],
        styleSrcElem: ["'self'", styles],
        // Positions and sizes of drawn fabric are set on the elements themselves.
        styleSrcAttr: ["'unsafe-inline'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        objectSrc: ["'none'"],
        baseUri: ["'none'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
      },
    },
    // Forms of a page without a referrer would have no origin.
    referrerPolicy: { policy: 'same-origin' },
    xFrameOptions: { action: 'deny' },
    // A bench at home is served without a certificate.
    strictTransportSecurity: false,
  });

export const guardPages = pageGuard(own);
/** While it is worked on, styles are put into the page by whoever changes them. */
export const guardWorkshopPages = pageGuard("'unsafe-inline'");

/** Journals and plans change with every row: nobody but the device's own copy keeps them. */
export const storeNothing: RequestHandler = (_request, response, next) => {
  response.set('cache-control', 'no-store');
  next();
};
