import { plateText } from '@gangway/messages/server/plate';
import { openedSettings } from '@gangway/contract/storedSetup';
import { Router } from 'express';
import { CoreError } from '@gangway/core/errors';
import type { TakenReading } from '@gangway/contract/plate';
import { freshGeometry } from '@gangway/core/geometry/geometry';
import { plateInView } from '@gangway/core/plate/inView';
import { takenFrame } from '@gangway/vision/taken';
import { HttpError, idParam } from '../httpError';
import { decoding } from '../proof/decoding';
import { presentSetup } from '../setups';
import { withPhotograph, type PhotographFiles } from './photographFile';

/** The most places that are sent: more say nothing more. */
const MATCHES_MOST = 600;

/** What a frame that was taken shows of the photograph that its setup was planned on. */
export function takenRoutes(files: PhotographFiles): Router {
  const router = Router();
  router.get('/setups/:id/taken/:frame', async (req, res) => {
    const setup = await presentSetup(files.db, idParam(req.params.id, 'setup'));
    const geometry = freshGeometry(openedSettings(setup.settings));
    const seen = plateInView(geometry);
    const { back, imageMm, position, wholeFrame } = geometry;
    if (!seen || !back) throw new HttpError(409, 'no_plate', plateText.notPlannedOnOne);
    const { projection: plate, held, place, pictureId } = seen;
    const planned = {
      // Until a front is known the photograph is taken to be from where the camera stands.
      photograph: { plate, held, place: place ?? { plateAt: back.at, front: null, ground: false } },
      rig: { from: back, imageMm, ...position },
      frame: wholeFrame,
    };
    const frameId = idParam(req.params.frame, 'photograph');
    const { widthPx, heightPx, matches } = await withPhotograph(files, pictureId, (platePath) =>
      withPhotograph(files, frameId, (framePath) =>
        decoding(() =>
          takenFrame(platePath, framePath, planned).catch((error: unknown) => {
            throw error instanceof CoreError ? new HttpError(422, error.code, error.message, { path: error.path }) : error;
          }),
        ),
      ),
    );
    const every = Math.max(1, matches.length / MATCHES_MOST);
    const sent = Array.from({ length: Math.min(matches.length, MATCHES_MOST) }, (_, i) => matches[Math.floor(i * every)]);
    res.json({
      widthPx,
      heightPx,
      matches: sent.flatMap((match) => (match ? [[...match.platePx, ...match.framePx]] : [])) as TakenReading['matches'],
    } satisfies TakenReading);
  });
  return router;
}
