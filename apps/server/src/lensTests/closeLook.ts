import { mkdir, rename, rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import sharp, { type Region } from 'sharp';
import { decoding } from '../proof/decoding';
import type { Store } from '../proof/store/store';

// A frame is looked at in pieces, in any order, at its own pixels. Its file
// would have to be unpacked for each of them; so it is unpacked once, into
// tiles, which are thrown away when others have been looked at since.

/** Frames that stay unpacked: about 20 MB each at 50 megapixels. */
const KEPT = 40;
/** Fine enough that nothing of it is seen at 400 %; from 90 on colours keep their own pixels. */
const QUALITY = 96;

/** A frame in the store. */
interface StoredFrame {
  readonly id: string;
  readonly storeKey: string;
}

/** Frames unpacked for a close look. */
export interface CloseLook {
  /** The file of a frame in tiles, upright, at every size. */
  readonly tiled: (frame: StoredFrame) => Promise<string>;
  /** A part of a frame at its own pixels, as PNG. */
  readonly part: (frame: StoredFrame, region: Region) => Promise<Buffer>;
  readonly forget: (frameId: string) => Promise<void>;
}

/** Unpacks frames below a folder of its own. */
export function closeLook(store: Store, scratch: string): CloseLook {
  const known = new Map<string, Promise<string>>();
  const folderOf = (id: string): string => join(scratch, 'looked-at', `frame-${id}`);
  const forget = async (id: string): Promise<void> => {
    const path = known.get(id);
    known.delete(id);
    // What is still being written is not pulled away.
    await path?.catch(() => null);
    await rm(folderOf(id), { recursive: true, force: true });
  };
  const unpacked = async ({ id, storeKey }: StoredFrame): Promise<string> => {
    const folder = folderOf(id);
    await mkdir(folder, { recursive: true });
    const from = await store.local(storeKey, folder);
    const path = join(folder, 'tiles.tif');
    const writing = join(folder, 'tiles-writing.tif');
    await decoding(() =>
      sharp(from, { limitInputPixels: false })
        .autoOrient()
        .flatten({ background: '#fff' })
        .toColourspace('srgb')
        .tiff({ compression: 'jpeg', quality: QUALITY, tile: true, tileWidth: 256, tileHeight: 256, pyramid: true, bigtiff: true })
        .toFile(writing),
    );
    await rename(writing, path);
    // What was fetched from a store elsewhere has served.
    if (dirname(from) === folder) await rm(from, { force: true });
    return path;
  };
  const tiled = (frame: StoredFrame): Promise<string> => {
    const there = known.get(frame.id);
    const path = there ?? unpacked(frame);
    // The one looked at last stands last.
    known.delete(frame.id);
    known.set(frame.id, path);
    path.catch(() => known.delete(frame.id));
    if (!there) for (const id of [...known.keys()].slice(0, Math.max(0, known.size - KEPT))) void forget(id);
    return path;
  };
  return {
    tiled,
    part: async (frame, region) =>
      sharp(await tiled(frame), { limitInputPixels: false })
        .extract(region)
        .png({ compressionLevel: 3 })
        .toBuffer(),
    forget,
  };
}
