import { Router } from 'express';
import { setupSettingsSchema } from '@gangway/contract/setup';
import { openedSettings } from '@gangway/contract/storedSetup';
import { checkList, checkReport } from '@gangway/core/checks/report';
import { geometryOf } from '@gangway/core/geometry/geometry';
import { parsed } from './httpError';

/** The checks over HTTP: their list, and all that they say about the settings of a setup. */
export function checkRoutes(): Router {
  const router = Router();
  router.get('/checks', (_req, res) => {
    res.json(checkList());
  });
  router.post('/checks', (req, res) => {
    res.json(checkReport(geometryOf(openedSettings(parsed(setupSettingsSchema, req.body)))));
  });
  return router;
}
