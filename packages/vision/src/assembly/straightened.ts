import { open, rename } from 'node:fs/promises';
import { frameGeometry, type FrameGeometry, type GeometryFrame, type Sighting } from '@gangway/core/assembly/frameGeometry';
import type { Px } from '@gangway/core/assembly/plane';
import { rowsFor, straightening, straightRows, type Straightening } from '@gangway/core/assembly/straighten';
import { HEADER, openRaw, readRows, rowBytes, samplesOf, type RawPicture } from './rawPicture';

/** Rows that are drawn at a time. */
const BAND = 64;

/** How frames lie, and how each is drawn anew so that it is only shifted. */
export interface Straightened {
  readonly geometry: FrameGeometry;
  readonly frames: readonly Straightening[];
}

/**
 * How the frames of a series lie by what their overlaps show; `null` where they
 * are only shifted, or where nothing is left of one.
 */
export function straightenedBy(frames: readonly GeometryFrame[], sightings: readonly Sighting[], planPx: number): Straightened | null {
  const geometry = frameGeometry(frames, sightings, planPx);
  const { turns, scales, distorts } = geometry.model;
  if (!turns && !scales && !distorts) return null;
  const drawn = frames.flatMap((frame, i) => {
    const laid = geometry.frames[i];
    return laid ? [straightening(frame, laid, geometry.distortion)] : [];
  });
  return drawn.length < frames.length || drawn.some(({ width, height }) => width < 16 || height < 16) ? null : { geometry, frames: drawn };
}

/** How far the top left of a frame drawn anew lies inside the frame, px. */
export function insetOf({ frame, laid, left, top }: Straightening): Px {
  return { x: left - (laid.middle.x - frame.width / 2), y: top - (laid.middle.y - frame.height / 2) };
}

/** Draws an unpacked frame anew in the place of its file. */
export async function drawnAnew(picture: RawPicture, path: string, straight: Straightening): Promise<RawPicture> {
  const { bits } = picture;
  const to = `${path}.straight`;
  const head = Buffer.alloc(HEADER);
  await picture.file.read(head, 0, HEADER, 0);
  head.writeInt32LE(straight.width, 4);
  head.writeInt32LE(straight.height, 8);
  const file = await open(to, 'w');
  try {
    await file.write(head, 0, HEADER, 0);
    const bytes = rowBytes({ width: straight.width, bits });
    const out = Buffer.from(new ArrayBuffer(bytes * BAND));
    let into = Buffer.alloc(0);
    for (let y = 0; y < straight.height; y += BAND) {
      const end = Math.min(straight.height, y + BAND);
      const { first, count } = rowsFor(straight, y, end);
      if (into.length < count * rowBytes(picture)) into = Buffer.from(new ArrayBuffer((count + 8) * rowBytes(picture)));
      const rows = await readRows(picture, first, count, into);
      straightRows(straight, { first, rows }, samplesOf(out, bytes * (end - y), bits), [y, end]);
      await file.write(out, 0, bytes * (end - y), HEADER + y * bytes);
    }
  } finally {
    await file.close();
  }
  await picture.close();
  await rename(to, path);
  return openRaw(path);
}
