import { plateText } from '@gangway/messages/server/plate';
import { Router } from 'express';
import { z } from 'zod';
import { PLATE_MOST, type BesideReading, type PlateReading } from '@gangway/contract/plate';
import { besideMatches } from '@gangway/vision/beside';
import { linesOf, readPhotograph } from '@gangway/vision/photograph';
import type { Db } from '../db/connect';
import { HttpError, idParam } from '../httpError';
import type { LogParts } from '../log/routes';
import { decoding } from '../proof/decoding';
import { viewOf, withPhotograph } from './photographFile';

/** The most lines that are sent: the longest. */
const LINES_MOST = 800;
/** How wide or high a view may be asked for, px. */
const [VIEW_LEAST, VIEW_MOST] = [64, 8192] as const;
/** What an attached photograph shows never changes: it may be kept for good. */
const FOR_GOOD = 'private, max-age=31536000, immutable';

/** Attached photographs as plates: drawn upright and small enough for a page, and read for what they say and show. */
export function plateRoutes(db: Db, { store, scratch }: LogParts): Router {
  const router = Router();
  const files = { db, store, scratch };

  router.get('/attachments/:id/view', async (req, res) => {
    const px = z.coerce.number().int().min(VIEW_LEAST).max(VIEW_MOST).safeParse(req.query.px);
    if (!px.success) throw new HttpError(400, 'bad_size', plateText.viewSize, { path: ['px'] });
    const jpeg = await viewOf(files, idParam(req.params.id, 'photograph'), px.data);
    res.type('image/jpeg').set('Cache-Control', FOR_GOOD).send(jpeg);
  });

  router.get('/attachments/:id/plate', async (req, res) => {
    const reading = await withPhotograph(files, idParam(req.params.id, 'photograph'), async (path): Promise<PlateReading> => {
      const { widthPx, heightPx, equivalentMm, cropped, panorama } = await readPhotograph(path);
      // A picture that is not flat has no straight edges.
      const lines = panorama === null ? await decoding(() => linesOf(path, { widthPx, heightPx, equivalentMm, cropped, panorama })) : [];
      return { widthPx, heightPx, equivalentMm, cropped, panorama, lines: lines.slice(0, LINES_MOST).map(rounded) };
    });
    // What is found in it may be found better by a later Gangway.
    res.json(reading);
  });

  router.get('/attachments/:id/beside/:other', async (req, res) => {
    const [firstId, otherId] = [idParam(req.params.id, 'photograph'), idParam(req.params.other, 'photograph')];
    const matches = await withPhotograph(files, firstId, (first) =>
      withPhotograph(files, otherId, (other) => decoding(() => besideMatches(first, other, PLATE_MOST.matches))),
    );
    res.json({ matches: matches.map(rounded) } satisfies BesideReading);
  });

  return router;
}

/** To a hundredth of a px: edges are not found better. */
const rounded = ([u1, v1, u2, v2]: readonly [number, number, number, number]): [number, number, number, number] => {
  const at = (px: number): number => Math.round(px * 100) / 100;
  return [at(u1), at(v1), at(u2), at(v2)];
};
