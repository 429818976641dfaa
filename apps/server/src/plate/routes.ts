import { plateText } from '@gangway/messages/server/plate';
import { randomUUID } from 'node:crypto';
import { mkdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import { Router } from 'express';
import sharp from 'sharp';
import { z } from 'zod';
import type { PlateReading } from '@gangway/contract/plate';
import { linesOf, PIXELS_MOST, readPhotograph } from '@gangway/vision/photograph';
import type { Db } from '../db/connect';
import { attachments } from '../db/schema';
import { HttpError, idParam, notThere } from '../httpError';
import type { LogParts } from '../log/routes';
import { decoding } from '../proof/decoding';

/** The most lines that are sent: the longest. */
const LINES_MOST = 800;
/** How wide or high a view may be asked for, px. */
const [VIEW_LEAST, VIEW_MOST] = [64, 8192] as const;
/** What an attached photograph shows never changes: it may be kept for good. */
const FOR_GOOD = 'private, max-age=31536000, immutable';

/** Attached photographs as plates: drawn upright and small enough for a page, and read for what they say and show. */
export function plateRoutes(db: Db, { store, scratch }: LogParts): Router {
  const router = Router();

  /** Does something with the file of an attached photograph. */
  async function withFile<T>(given: unknown, work: (path: string) => Promise<T>): Promise<T> {
    const id = idParam(given, 'photograph');
    const [row] = await db.select({ storeKey: attachments.storeKey }).from(attachments).where(eq(attachments.id, id));
    if (!row) throw notThere('photograph');
    const folder = join(scratch, 'plates', randomUUID());
    await mkdir(folder, { recursive: true });
    try {
      return await work(await store.local(row.storeKey, folder));
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  }

  router.get('/attachments/:id/view', async (req, res) => {
    const px = z.coerce.number().int().min(VIEW_LEAST).max(VIEW_MOST).safeParse(req.query.px);
    if (!px.success) throw new HttpError(400, 'bad_size', plateText.viewSize, { path: ['px'] });
    const jpeg = await withFile(req.params.id, (path) =>
      decoding(() =>
        sharp(path, { limitInputPixels: PIXELS_MOST })
          .rotate()
          .resize(px.data, px.data, { fit: 'inside', withoutEnlargement: true })
          .flatten({ background: '#fff' })
          .toColourspace('srgb')
          .jpeg({ quality: 88 })
          .toBuffer(),
      ),
    );
    res.type('image/jpeg').set('Cache-Control', FOR_GOOD).send(jpeg);
  });

  router.get('/attachments/:id/plate', async (req, res) => {
    const reading = await withFile(req.params.id, async (path): Promise<PlateReading> => {
      const { widthPx, heightPx, equivalentMm, cropped, panorama } = await readPhotograph(path);
      // A picture that is not flat has no straight edges.
      const lines = panorama === null ? await decoding(() => linesOf(path, { widthPx, heightPx, equivalentMm, cropped, panorama })) : [];
      return { widthPx, heightPx, equivalentMm, cropped, panorama, lines: lines.slice(0, LINES_MOST).map(rounded) };
    });
    // What is found in it may be found better by a later Gangway.
    res.json(reading);
  });

  return router;
}

/** To a hundredth of a px: edges are not found better. */
const rounded = ([u1, v1, u2, v2]: readonly [number, number, number, number]): [number, number, number, number] => {
  const at = (px: number): number => Math.round(px * 100) / 100;
  return [at(u1), at(v1), at(u2), at(v2)];
};
