import { AsyncLocalStorage } from 'node:async_hooks';
import { chooseRegion, supportedRegion } from '@gangway/messages/language';
import type { RequestHandler } from 'express';

const region = new AsyncLocalStorage<string>();
chooseRegion(() => region.getStore() ?? 'en-GB');

/** Numbers and dates of an answer are written as the browser that asks would write them. */
export const answerInRegion: RequestHandler = (req, _res, next) => region.run(supportedRegion(req.acceptsLanguages()), next);
