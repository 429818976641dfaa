import { createHash } from 'node:crypto';
import { open, readFile, rename, writeFile } from 'node:fs/promises';
import { isHeic, jpegOfHeic } from '@gangway/vision/heic';
import { decoding } from '../proof/decoding';

/** A photograph as it is kept. */
export interface KeptPicture {
  readonly name: string;
  readonly bytes: number;
  readonly sha256: string;
}

/** A file that came in as it is kept: one in HEIC becomes a JPEG in its place, since nothing here could show it. Throws as `jpegOfHeic`. */
export async function keptPicture(path: string, came: KeptPicture): Promise<KeptPicture> {
  const file = await open(path);
  const { buffer } = await file.read(Buffer.alloc(12), 0, 12, 0).finally(() => file.close());
  if (!isHeic(buffer)) return came;
  const jpeg = await decoding(async () => jpegOfHeic(await readFile(path)));
  const beside = `${path}.jpg`;
  await writeFile(beside, jpeg);
  await rename(beside, path);
  return {
    name: came.name.replace(/\.hei[cf]$/iu, '.jpg'),
    bytes: jpeg.length,
    sha256: createHash('sha256').update(jpeg).digest('hex'),
  };
}
