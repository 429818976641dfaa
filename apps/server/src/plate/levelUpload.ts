import { plateText } from '@gangway/messages/server/plate';
import { say } from '@gangway/messages/say';
import { Router } from 'express';
import { z } from 'zod';
import type { PhotographLevel } from '@gangway/contract/photographLevel';
import { CoreError } from '@gangway/core/errors';
import { levelledPhotograph } from '@gangway/vision/photograph';
import { HttpError, parsed } from '../httpError';
import { arrivedFile, type Arrival } from '../proof/arrival';
import { decoding } from '../proof/decoding';

const equivalentSchema = z.coerce
  .number({ error: plateText.equivalentMust })
  .min(4, plateText.equivalentMust)
  .max(3000, plateText.equivalentMust);
const levelQuerySchema = z.object({ name: z.string(), equivalentMm: equivalentSchema.optional() });

/** A photograph that is levelled by its own verticals and forgotten again. */
export function levelUpload(arrival: Arrival): Router {
  const router = Router();
  router.post('/photograph-level', async (req, res) => {
    const { equivalentMm = null } = parsed(levelQuerySchema, req.query);
    await arrivedFile(arrival, req, async (name, path) => {
      const { found } = await decoding(() => levelledPhotograph(path, equivalentMm)).catch((error: unknown) => {
        throw error instanceof CoreError
          ? new HttpError(422, error.code, say(plateText.ofFile, { name, why: error.message }), { path: ['file'] })
          : error;
      });
      if (!found) throw new HttpError(422, 'no_verticals', say(plateText.noVerticals, { name }), { path: ['file'] });
      const { pitchDeg, rollDeg, uncertaintyDeg, sure } = found;
      res.json({ pitchDeg, rollDeg, uncertaintyDeg, sure } satisfies PhotographLevel);
    });
  });
  return router;
}
