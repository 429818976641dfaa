import { open, type FileHandle } from 'node:fs/promises';
import { addDetails, blended, type Details } from '@gangway/core/assembly/fusion';
import { doubled, emptyLayers, joined, type Layers } from '@gangway/core/assembly/pyramid';
import { readRows, rowBytes, ROWS_FROM, samplesOf, unpackedTiff, type RawPicture } from './rawPicture';

/** How often a strip is halved; what is left then is blended for the whole picture at once. */
const HALVINGS = 4;
const STEP = 2 ** HALVINGS;
/** Rows of a strip, and around it: what the halvings reach (twice 2 + 4 + 8 + 16 rows), and a little. */
const [STRIP_ROWS, AROUND_ROWS] = [512, 64] as const;

/** Rows of all frames at one place of the picture. */
export interface Strip {
  readonly width: number;
  readonly first: number;
  readonly rows: number;
  /** Its own rows among them, from the first of the picture; the others belong to its neighbours. */
  readonly own: { readonly from: number; readonly to: number };
  /** One frame's rows, encoded values 0 to 1; read anew each time, so that only one need be in memory. */
  readonly frame: (i: number) => Promise<Layers>;
}

/** The share of each frame at each pixel of a strip, one channel, all together 1. */
export type Sharing = (strip: Strip) => Promise<(i: number) => Layers>;

export interface StripsJob {
  readonly frames: readonly RawPicture[];
  readonly sharing: Sharing;
  /** A file that is thrown away afterwards, of four bytes to the sample. */
  readonly scratch: string;
  /** Where the unpacked result goes. */
  readonly out: string;
  readonly profile: Buffer | null;
  readonly onProgress: (share: number) => void;
}

/** Frames of one size, one on top of the other, blended over all sizes of detail into an unpacked TIFF; strip by strip, so that any size fits into memory. */
export async function blendedInStrips({ frames, sharing, scratch, out, profile, onProgress }: StripsJob): Promise<void> {
  const [first] = frames;
  if (!first) throw new Error('nothing to blend');
  const { width, height } = first;
  const small = { width: Math.ceil(width / STEP), height: Math.ceil(height / STEP) };
  const coarse = frames.map(() => ({
    picture: emptyLayers(small.width, small.height, 3),
    weight: emptyLayers(small.width, small.height, 1),
  }));
  const strips = Math.ceil(height / STRIP_ROWS);
  const file = await open(scratch, 'w+');
  try {
    for (let s = 0; s < strips; s++) {
      const place = placeOf(s, height);
      const details = await stripDetails({ frames, sharing, width, place }, coarse);
      await file.write(details, 0, details.byteLength, place.from * width * 12);
      onProgress((0.9 * (s + 1)) / strips);
    }
    const rest = blended(coarse);
    await writtenStrips({ file, rest, width, height, bits: first.bits, out, profile });
    onProgress(1);
  } finally {
    await file.close();
  }
}

interface Place {
  /** The strip's own rows. */
  readonly from: number;
  readonly to: number;
  /** With the rows around it. */
  readonly first: number;
  readonly end: number;
}

function placeOf(strip: number, height: number): Place {
  const [from, to] = [strip * STRIP_ROWS, Math.min(height, (strip + 1) * STRIP_ROWS)];
  return { from, to, first: Math.max(0, from - AROUND_ROWS), end: Math.min(height, to + AROUND_ROWS) };
}

interface DetailsInput {
  readonly frames: readonly RawPicture[];
  readonly sharing: Sharing;
  readonly width: number;
  readonly place: Place;
}

/** The blended details of a strip; what is left of each frame goes into the coarse pictures. */
async function stripDetails(
  { frames, sharing, width, place }: DetailsInput,
  coarse: readonly { readonly picture: Layers; readonly weight: Layers }[],
): Promise<Uint8Array> {
  const { from, to, first, end } = place;
  const rows = end - first;
  const frame = (i: number): Promise<Layers> => encodedRows(frames[i], first, rows);
  const shareOf = await sharing({ width, first, rows, own: { from, to }, frame });
  const details: Details = [];
  let left = emptyLayers(0, 0, 3);
  for (const [i, into] of coarse.entries()) {
    const rest = addDetails(details, await frame(i), shareOf(i), HALVINGS);
    left = rest.picture;
    // Its own rows of what is left, no others: those around it belong to its neighbours.
    const [skip, take] = [(from - first) / STEP, Math.ceil((to - from) / STEP)];
    for (const [of, to_] of [
      [rest.picture, into.picture],
      [rest.weight, into.weight],
    ] as const) {
      const line = of.width * of.channels;
      to_.data.set(of.data.subarray(skip * line, (skip + take) * line), (from / STEP) * line);
    }
  }
  const detail = joined({ details, rest: emptyLayers(left.width, left.height, 3) });
  const own = detail.data.subarray((from - first) * width * 3, (to - first) * width * 3);
  return new Uint8Array(own.buffer, own.byteOffset, own.byteLength);
}

/** Rows of a frame as encoded values 0 to 1. */
export async function encodedRows(picture: RawPicture | undefined, first: number, count: number): Promise<Layers> {
  if (!picture) throw new Error('a frame that is not there');
  const into = Buffer.from(new ArrayBuffer(rowBytes(picture) * count));
  const samples = await readRows(picture, first, count, into);
  const out = emptyLayers(picture.width, count, 3);
  const scale = 1 / (2 ** picture.bits - 1);
  for (let i = 0; i < samples.length; i++) out.data[i] = (samples[i] ?? 0) * scale;
  return out;
}

interface WriteInput {
  readonly file: FileHandle;
  readonly rest: Layers;
  readonly width: number;
  readonly height: number;
  readonly bits: 8 | 16;
  readonly out: string;
  readonly profile: Buffer | null;
}

/** Details and what is left of them brought together and written. */
async function writtenStrips({ file, rest, width, height, bits, out, profile }: WriteInput): Promise<void> {
  const { head, tail, tailAt } = unpackedTiff(width, height, bits, profile);
  const to = await open(out, 'w');
  try {
    await to.write(head, 0, head.length, 0);
    const bytes = rowBytes({ width, bits });
    const most = 2 ** bits - 1;
    for (let s = 0; s * STRIP_ROWS < height; s++) {
      const place = placeOf(s, height);
      const low = grown(rest, width, place);
      const own = low.subarray((place.from - place.first) * width * 3, (place.to - place.first) * width * 3);
      const details = Buffer.from(new ArrayBuffer(own.byteLength));
      await file.read(details, 0, details.length, place.from * width * 12);
      const detail = new Float32Array(details.buffer, 0, own.length);
      const samples = Buffer.from(new ArrayBuffer(bytes * (place.to - place.from)));
      const into = samplesOf(samples, samples.length, bits);
      for (let i = 0; i < own.length; i++) {
        const value = most * ((own[i] ?? 0) + (detail[i] ?? 0)) + 0.5;
        into[i] = Math.min(most, Math.max(0, value));
      }
      await to.write(samples, 0, samples.length, ROWS_FROM + place.from * bytes);
    }
    await to.write(tail, 0, tail.length, tailAt);
  } finally {
    await to.close();
  }
}

/** What is left of a picture at its full size, for the rows of a strip and around it. */
function grown(rest: Layers, width: number, { first, end }: Place): Float32Array {
  const sizes = [{ width, height: end - first }];
  for (let k = 1; k < HALVINGS; k++) {
    const { width: w = 1, height: h = 1 } = sizes[k - 1] ?? {};
    sizes.push({ width: Math.ceil(w / 2), height: Math.ceil(h / 2) });
  }
  const line = rest.width * 3;
  const [from, to] = [first / STEP, Math.ceil(end / STEP)];
  const part: Layers = { width: rest.width, height: to - from, channels: 3, data: rest.data.subarray(from * line, to * line) };
  return sizes.toReversed().reduce<Layers>((small, size) => doubled(small, size.width, size.height), part).data;
}
