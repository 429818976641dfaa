import { randomUUID } from 'node:crypto';
import { mkdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import sharp from 'sharp';
import { PIXELS_MOST } from '@gangway/vision/photograph';
import type { Db } from '../db/connect';
import { attachments } from '../db/schema';
import { notThere } from '../httpError';
import type { LogParts } from '../log/routes';
import { decoding } from '../proof/decoding';

/** Where attached photographs are found. */
export interface PhotographFiles extends Pick<LogParts, 'store' | 'scratch'> {
  readonly db: Db;
}

/** Does something with the file of an attached photograph. Throws `not_found`. */
export async function withPhotograph<T>(
  { db, store, scratch }: PhotographFiles,
  id: string,
  work: (path: string) => Promise<T>,
): Promise<T> {
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

/** An attached photograph upright, as a JPEG file of at most so many px along its longer side. */
export function viewOf(files: PhotographFiles, id: string, px: number): Promise<Buffer> {
  return withPhotograph(files, id, (path) =>
    decoding(() =>
      sharp(path, { limitInputPixels: PIXELS_MOST })
        .rotate()
        .resize(px, px, { fit: 'inside', withoutEnlargement: true })
        .flatten({ background: '#fff' })
        .toColourspace('srgb')
        .jpeg({ quality: 88 })
        .toBuffer(),
    ),
  );
}
