import { randomUUID } from 'node:crypto';
import { mkdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { Response } from 'express';
import sharp from 'sharp';
import { decoding } from './decoding';
import type { Store } from './store/store';

/** A picture small enough for a list, as JPEG. */
const smallPicture = (path: string): Promise<Buffer> =>
  decoding(() =>
    sharp(path, { limitInputPixels: false, sequentialRead: true })
      .autoOrient()
      .resize(320, 320, { fit: 'inside' })
      .toColourspace('srgb')
      .jpeg({ quality: 80 })
      .toBuffer(),
  );

/** Answers a small picture of a file in the store. */
export async function answerLook(
  res: Response,
  { store, scratch }: { readonly store: Store; readonly scratch: string },
  storeKey: string,
): Promise<void> {
  const folder = join(scratch, `look-${randomUUID()}`);
  await mkdir(folder, { recursive: true });
  try {
    const picture = await smallPicture(await store.local(storeKey, folder));
    res.set('Cache-Control', 'private, max-age=86400').type('jpeg').send(picture);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
