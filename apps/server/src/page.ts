import { randomBytes } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import express, { Router, type RequestHandler, type Response } from 'express';
import helmet from 'helmet';

const NONCE_MARK = '__GANGWAY_NONCE__';

/** Strict headers: everything from Gangway itself, no inline script, inline style sheets only with this answer's nonce. */
export function strictHeaders(): RequestHandler[] {
  return [
    (_req, res, next) => {
      res.locals.nonce = randomBytes(18).toString('base64');
      next();
    },
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          scriptSrc: ["'self'"],
          styleSrc: ["'self'", (_req, res) => `'nonce-${nonceOf(res)}'`],
          imgSrc: ["'self'", 'data:', 'blob:'],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          workerSrc: ["'self'"],
          manifestSrc: ["'self'"],
          formAction: ["'self'"],
          baseUri: ["'none'"],
          frameAncestors: ["'none'"],
        },
      },
      // Loopback is plain http; a browser must not be told to insist on https.
      strictTransportSecurity: false,
      referrerPolicy: { policy: 'no-referrer' },
    }),
  ];
}

function nonceOf(res: unknown): string {
  const locals = (res as Partial<Response>).locals;
  return typeof locals?.nonce === 'string' ? locals.nonce : '';
}

/** The built application: its files for a long time, its page fresh each time with the nonce in it. */
export function pages(webDir: string): Router {
  const router = Router();
  router.use('/assets', express.static(join(webDir, 'assets'), { immutable: true, maxAge: '1y', index: false, fallthrough: false }));
  router.use(express.static(webDir, { index: false, maxAge: 0 }));
  router.get(/^\/(?!api\/|assets\/).*/, async (_req, res) => {
    const page = await readFile(join(webDir, 'index.html'), 'utf8');
    res
      .set('Cache-Control', 'no-store')
      .type('html')
      .send(page.replaceAll(NONCE_MARK, nonceOf(res)));
  });
  return router;
}
