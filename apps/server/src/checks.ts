import { givenSetupText } from '@gangway/messages/contract/givenSetup';
import { say } from '@gangway/messages/say';
import { Router } from 'express';
import { checkedSetups, givenMay, settledSetups, SHAPE } from '@gangway/contract/givenSetup';
import { setupSettingsSchema } from '@gangway/contract/setup';
import { openedSettings } from '@gangway/contract/storedSetup';
import { checkList } from '@gangway/core/checks/report';
import { checkReport } from '@gangway/core/settle/checkReport';
import { geometryOf } from '@gangway/core/geometry/geometry';
import { cleaned, HttpError, parsed } from './httpError';

/** The checks over HTTP: their list, and all that they say about the settings of a setup. */
export function checkRoutes(): Router {
  const router = Router();
  router.get('/checks', (_req, res) => {
    res.json(checkList());
  });
  router.post('/checks', (req, res) => {
    res.json(checkReport(geometryOf(openedSettings(parsed(setupSettingsSchema, req.body)))));
  });
  router.post('/check', (req, res) => {
    const given: unknown = req.body;
    if (!Array.isArray(given)) throw new HttpError(400, 'wrong_type', say(givenSetupText.notAList, { shape: SHAPE }));
    res.json(checkedSetups(given.map(cleaned)));
  });
  router.post('/settle', (req, res) => {
    const given: unknown = req.body;
    if (!Array.isArray(given)) throw new HttpError(400, 'wrong_type', say(givenSetupText.notAList, { shape: SHAPE }));
    const may =
      req.query.may === undefined ? undefined : givenMay(typeof req.query.may === 'string' ? req.query.may.split(',') : req.query.may);
    if (may !== undefined && 'error' in may) throw new HttpError(400, may.error.code, may.error.message);
    res.json(settledSetups(given.map(cleaned), may));
  });
  return router;
}
