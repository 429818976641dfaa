import { AsyncLocalStorage } from 'node:async_hooks';
import { chooseRegion, supportedRegion } from '@gangway/messages/language';
import type { RequestHandler } from 'express';

const region = new AsyncLocalStorage<string>();
chooseRegion(() => region.getStore() ?? 'en-GB');

/** What the last request asked for: one person with one browser asks the same every time. */
let last: { readonly header: string | undefined; readonly region: string } | null = null;

/** Numbers and dates of an answer are written as the browser that asks would write them. */
export const answerInRegion: RequestHandler = (req, _res, next) => {
  const header = req.headers['accept-language'];
  if (last === null || last.header !== header) last = { header, region: supportedRegion(req.acceptsLanguages()) };
  region.run(last.region, next);
};
