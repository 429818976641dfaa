import { AsyncLocalStorage } from 'node:async_hooks';
import { chooseRegion, supportedRegion, withFeet } from '@gangway/messages/language';
import type { RequestHandler } from 'express';

const region = new AsyncLocalStorage<string>();
chooseRegion(() => region.getStore() ?? 'en-GB');

/** What the last request asked for: one person with one browser asks the same every time. */
let last: { readonly header: string; readonly region: string } | null = null;

/** The cookie in which a browser says that distances are to be in feet. */
const FEET = /(?:^|;\s*)gangway-lengths=feet(?:;|$)/u;

/** Numbers and dates of an answer are written as the browser that asks would write them. */
export const answerInRegion: RequestHandler = (req, _res, next) => {
  const feet = FEET.test(req.headers.cookie ?? '');
  const header = `${feet ? 'feet' : 'metres'} ${req.headers['accept-language'] ?? ''}`;
  if (last === null || last.header !== header) {
    const plain = supportedRegion(req.acceptsLanguages());
    last = { header, region: feet ? withFeet(plain) : plain };
  }
  region.run(last.region, next);
};
