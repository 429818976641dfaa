import { open as openFile, rm } from 'node:fs/promises';
import { join } from 'node:path';
import {
  aloneRows,
  CLIPS_FROM,
  exposureTables,
  mergeExposures,
  MOVER_CELL_PX,
  moversIn,
  stopsBetween,
  type AloneRows,
  type ExposureTables,
  type Movers,
} from '@gangway/core/assembly/bracket';
import { exposureWeights, shared } from '@gangway/core/assembly/fusion';
import type { Plane } from '@gangway/core/assembly/plane';
import { emptyLayers, type Layers } from '@gangway/core/assembly/pyramid';
import { encodedOf } from '@gangway/core/assembly/refine';
import { fixed } from '@gangway/core/words';
import { mergeText } from '@gangway/messages/server/merge';
import { say } from '@gangway/messages/say';
import { AssemblyTrouble } from './frames';
import { aligned, blendedPicture, closed, opened, type MergedFrame, type MergeJob, type Opened } from './merge';
import { readRows, rowBytes, ROWS_FROM, unpackedTiff, type RawPicture } from './rawPicture';
import type { Comparable } from './series';
import type { Sharing } from './strips';
import { recordedStops, travellingFrom } from './travelling';
import { writtenLight } from './writtenPicture';

export interface FuseJob extends MergeJob {
  /** By how many stops each frame is exposed longer than the first; `null` to take what the files record, or what the frames show. */
  readonly stops: readonly number[] | null;
  /** Whether the fused picture is wanted. */
  readonly fused: boolean;
  /** Whether the result is as large as a frame: what the others do not cover there goes on as their edges. */
  readonly whole: boolean;
  /** Where the linear light of the scene goes as 32-bit floating-point TIFF; `null` for none. */
  readonly light: string | null;
}

export interface FuseReport {
  readonly width: number;
  readonly height: number;
  readonly bits: 8 | 16;
  /** In the order in which they were given. */
  readonly frames: readonly (MergedFrame & {
    /** By how many stops it is exposed longer than the reference, as measured, and as the files record it. */
    readonly stops: number;
    readonly recordedStops: number | null;
  })[];
  /** The exposure that the light is given at, and that the others are laid on. */
  readonly reference: string;
  /** Share of the picture that comes from one exposure, because something moved. */
  readonly movedShare: number;
  /** Share that is clipped in all exposures; `null` where no linear light was asked for. */
  readonly clippedShare: number | null;
  readonly remarks: readonly string[];
  readonly seconds: number;
}

/** Motion is looked for in pictures of at most so many px on their long side. */
const MOTION_PX = 2048;
/** Rows that say how much longer one exposure is than another. */
const SAMPLED_ROWS = 64;
/** A shutter that is off by more than this is worth a word, stops. */
const OFF_STOPS = 0.3;
const BAND_ROWS = 64;
/** How the work is shared out. */
const [ALIGNED, LOOKED, FUSED, WRITTEN] = [0.5, 0.55, 0.85, 0.92] as const;

/** Exposures of one scene merged: by exposure fusion, and into linear light if that is asked for. */
export async function fuse(job: FuseJob): Promise<FuseReport> {
  const begun = Date.now();
  const recorded = await Promise.all(job.frames.map(({ path }) => recordedStops(path)));
  const open = await opened(job);
  try {
    const first = firstStops(job, open, recorded);
    // Shortest exposure first: neighbours show most alike.
    const order = [...first.keys()].sort((a, b) => (first[a] ?? 0) - (first[b] ?? 0));
    const sorted: Opened = inOrder(open, order);
    const names = order.map((i) => job.frames[i]?.name ?? '');
    const reference = Math.floor((order.length - 1) / 2);
    const rough = order.map((i) => (first[i] ?? 0) - (first[order[reference] ?? 0] ?? 0));
    const laid = await aligned(sorted, {
      names,
      reference,
      comparable: broughtTogether(open, rough),
      whole: job.whole,
      onProgress: job.onProgress,
    });
    job.onProgress(ALIGNED, mergeText.comparingLight);
    const stops = await measuredStops(sorted, rough, reference);
    const said = order.map((i) => recorded[i] ?? null);
    open.remarks.push(...shutterRemarks({ names, stops, recorded: said, reference, isGiven: job.stops !== null }));
    job.onProgress(LOOKED, mergeText.lookingForMotion);
    const { movers, cellPx } = await moved(sorted, stops);
    if (movers.share > 0) open.remarks.push(say(mergeText.somethingMoved, { percent: fixed(100 * movers.share, 1) }));
    const alone = (part: Part): AloneRows | null => aloneRows(movers, order.length, cellPx, part);
    const { width = 0, height = 0 } = sorted.raw[0] ?? {};
    if (job.fused) await fusedPicture(job, sorted, alone);
    const clippedShare = job.light === null ? null : await mergedLight(job, sorted, { stops, alone, light: job.light });
    if (clippedShare !== null && clippedShare > 0)
      open.remarks.push(say(mergeText.clippedInAll, { percent: fixed(100 * clippedShare, 2) }));
    return {
      width,
      height,
      bits: job.output === 'jpeg' ? 8 : open.bits,
      frames: job.frames.map((_, i) => {
        const at = order.indexOf(i);
        const where = laid[at];
        const own = recorded[i] ?? null;
        const of = said[reference] ?? null;
        return {
          name: job.frames[i]?.name ?? '',
          xPx: where?.xPx ?? 0,
          yPx: where?.yPx ?? 0,
          turnedDeg: where?.turnedDeg ?? 0,
          scale: where?.scale ?? 1,
          stops: stops[at] ?? 0,
          recordedStops: own === null || of === null ? null : own - of,
        };
      }),
      reference: names[reference] ?? '',
      movedShare: movers.share,
      clippedShare,
      remarks: open.remarks,
      seconds: (Date.now() - begun) / 1000,
    };
  } finally {
    await closed(open);
  }
}

interface Part {
  readonly width: number;
  readonly first: number;
  readonly rows: number;
}

/** The same frames in another order; what is drawn anew is closed with them. */
function inOrder(open: Opened, order: readonly number[]): Opened {
  const [raw, paths, reduced] = [[...open.raw], [...open.paths], [...open.reduced]];
  open.raw.splice(0, raw.length, ...order.flatMap((i) => raw[i] ?? []));
  open.reduced.splice(0, reduced.length, ...order.flatMap((i) => reduced[i] ?? []));
  return { ...open, paths: order.flatMap((i) => paths[i] ?? []) };
}

/** Linear light of a reduced picture of one channel. */
const lightOfPlane = ({ profile }: Opened, { data }: Plane): Float32Array => data.map(profile.light);

/** How long each frame is exposed, before the frames lie on each other: as given, as the files record it, or as they show it. */
function firstStops({ stops, frames }: FuseJob, open: Opened, recorded: readonly (number | null)[]): readonly number[] {
  if (stops !== null) {
    if (stops.length !== frames.length)
      throw new AssemblyTrouble(say(mergeText.stopsForEach, { stops: stops.length, frames: frames.length }));
    return stops;
  }
  if (new Set(recorded).size > 1 && recorded.every((each) => each !== null)) return recorded;
  // Brighter means longer, and neighbours by brightness say by how much.
  const light = open.reduced.map(({ plane }) => lightOfPlane(open, plane));
  const mean = light.map((each) => each.reduce((sum, value) => sum + value, 0) / each.length);
  const order = mean.map((_, i) => i).sort((a, b) => (mean[a] ?? 0) - (mean[b] ?? 0));
  const found = frames.map(() => 0);
  for (let k = 1; k < order.length; k++) {
    const [a = 0, b = 0] = [order[k - 1], order[k]];
    const [shorter, longer] = [light[a], light[b]];
    const apart = shorter && longer ? stopsBetween(shorter, longer) : null;
    if (apart === null) throw new AssemblyTrouble(say(mergeText.exposureUnknown, { a: frames[a]?.name ?? '', b: frames[b]?.name ?? '' }));
    found[b] = (found[a] ?? 0) + apart;
  }
  return found;
}

/** Patches of two exposures brought to the longer one, both clipped where that begins to clip. */
function broughtTogether(open: Opened, stops: readonly number[]): Comparable {
  return (a, b, pair) => {
    const times = 2 ** ((stops[pair.b] ?? 0) - (stops[pair.a] ?? 0));
    const brought = (plane: Plane, by: number): Plane => ({
      ...plane,
      data: lightOfPlane(open, plane).map((light) => encodedOf(Math.min(CLIPS_FROM, light * by))),
    });
    return times >= 1 ? [brought(a, times), brought(b, 1)] : [brought(a, 1), brought(b, 1 / times)];
  };
}

/** How much longer each exposure is than the reference, by what neighbours show; as it was taken to be where they show too little. */
async function measuredStops({ raw, curve }: Opened, rough: readonly number[], reference: number): Promise<readonly number[]> {
  const rows: Float32Array[] = [];
  for (const picture of raw) rows.push(await sampledLight(picture, curve));
  const found = rough.map(() => 0);
  for (let k = 1; k < rough.length; k++) {
    const [shorter, longer] = [rows[k - 1], rows[k]];
    const apart = shorter && longer ? stopsBetween(shorter, longer, 3) : null;
    found[k] = (found[k - 1] ?? 0) + (apart ?? (rough[k] ?? 0) - (rough[k - 1] ?? 0));
  }
  return found.map((each) => each - (found[reference] ?? 0));
}

/** Linear light of all samples of rows that are spread over a frame. */
async function sampledLight(picture: RawPicture, curve: Float32Array): Promise<Float32Array> {
  const count = Math.min(SAMPLED_ROWS, picture.height);
  const line = 3 * picture.width;
  const out = new Float32Array(count * line);
  const into = Buffer.from(new ArrayBuffer(rowBytes(picture)));
  for (let k = 0; k < count; k++) {
    const row = await readRows(picture, Math.floor(((k + 0.5) * picture.height) / count), 1, into);
    for (let i = 0; i < line; i++) out[k * line + i] = curve[row[i] ?? 0] ?? 0;
  }
  return out;
}

interface Shutter {
  readonly names: readonly string[];
  readonly stops: readonly number[];
  readonly recorded: readonly (number | null)[];
  readonly reference: number;
  readonly isGiven: boolean;
}

/** What the report says of exposures that are not as the files record them. */
function shutterRemarks({ names, stops, recorded, reference, isGiven }: Shutter): readonly string[] {
  if (isGiven) return [];
  const of = recorded[reference] ?? null;
  return names.flatMap((name, i) => {
    const own = recorded[i] ?? null;
    if (own === null || of === null || new Set(recorded).size === 1) return [];
    const off = (stops[i] ?? 0) - (own - of);
    if (Math.abs(off) <= OFF_STOPS) return [];
    return [say(mergeText.shutterIsOff, { name, stops: fixed(Math.abs(off), 1), way: off > 0 ? 'longer' : 'other' })];
  });
}

/** What moved between the exposures, and the side of its cells in the frames, px. */
async function moved({ raw, curve }: Opened, stops: readonly number[]): Promise<{ readonly movers: Movers; readonly cellPx: number }> {
  const [first] = raw;
  const by = Math.max(1, Math.ceil(Math.max(first?.width ?? 1, first?.height ?? 1) / MOTION_PX));
  const small: Layers[] = [];
  for (const picture of raw) small.push(await reducedLight(picture, curve, by));
  return { movers: moversIn(small, stops), cellPx: MOVER_CELL_PX * by };
}

/** A frame at a smaller size as linear light, each pixel the mean of a square. */
async function reducedLight(picture: RawPicture, curve: Float32Array, by: number): Promise<Layers> {
  const [width, height] = [Math.floor(picture.width / by), Math.floor(picture.height / by)];
  const out = emptyLayers(width, height, 3);
  const into = Buffer.from(new ArrayBuffer(rowBytes(picture) * by));
  const scale = 1 / by ** 2;
  for (let y = 0; y < height; y++) {
    const rows = await readRows(picture, y * by, by, into);
    for (let j = 0; j < by; j++) {
      let from = 3 * j * picture.width;
      for (let x = 0; x < width; x++) {
        let r = 0;
        let g = 0;
        let b = 0;
        for (let i = 0; i < by; i++, from += 3) {
          r += curve[rows[from] ?? 0] ?? 0;
          g += curve[rows[from + 1] ?? 0] ?? 0;
          b += curve[rows[from + 2] ?? 0] ?? 0;
        }
        const to = 3 * (y * width + x);
        out.data[to] = (out.data[to] ?? 0) + scale * r;
        out.data[to + 1] = (out.data[to + 1] ?? 0) + scale * g;
        out.data[to + 2] = (out.data[to + 2] ?? 0) + scale * b;
      }
    }
  }
  return out;
}

interface Merging {
  readonly stops: readonly number[];
  /** What of some rows comes from one exposure alone. */
  readonly alone: (part: Part) => AloneRows | null;
  readonly light: string;
}

/** The picture by exposure fusion. */
async function fusedPicture(job: FuseJob, open: Opened, alone: Merging['alone']): Promise<void> {
  const { raw } = open;
  const sharing: Sharing = async (strip) => {
    const weights: Layers[] = [];
    for (const i of raw.keys()) weights.push(exposureWeights(await strip.frame(i)));
    shared(weights);
    const single = alone(strip);
    if (single)
      weights.forEach(({ data }, f) => {
        const share = single.shares[f] ?? null;
        for (let i = 0; i < data.length; i++) data[i] = (data[i] ?? 0) * (1 - (single.alone[i] ?? 0)) + (share?.[i] ?? 0);
      });
    return (i) => weights[i] ?? emptyLayers(strip.width, strip.rows, 1);
  };
  await blendedPicture(job, open, sharing, [LOOKED, FUSED]);
}

/** The light of the scene, linear, in the colours of sRGB; answers the share of pixels that are clipped in all exposures. */
async function mergedLight(
  { frames: [first], scratch, pixelsPerInch, onProgress }: FuseJob,
  { raw, curve, profile }: Opened,
  { stops, alone, light }: Merging,
): Promise<number> {
  const { width = 0, height = 0 } = raw[0] ?? {};
  const tables = stops.map((each): ExposureTables => exposureTables(curve, each));
  const unpacked = join(scratch, 'unpacked-light.tif');
  const { head, tail, tailAt } = unpackedTiff(width, height, 32, null);
  const file = await openFile(unpacked, 'w');
  let clipped = 0;
  try {
    await file.write(head, 0, head.length, 0);
    const buffers = raw.map((picture) => Buffer.from(new ArrayBuffer(rowBytes(picture) * BAND_ROWS)));
    const bytes = rowBytes({ width, bits: 32 });
    for (let top = 0; top < height; top += BAND_ROWS) {
      const rows = Math.min(BAND_ROWS, height - top);
      const single = alone({ width, first: top, rows });
      const exposures = await Promise.all(
        raw.map(async (picture, f) => ({
          rows: await readRows(picture, top, rows, buffers[f] ?? Buffer.alloc(0)),
          tables: tables[f] ?? exposureTables(curve, 0),
          share: single?.shares[f] ?? null,
        })),
      );
      const out = new Float32Array(3 * width * rows);
      clipped += mergeExposures(exposures, single?.alone ?? null, out);
      if (profile.toSrgb) inOtherColours(out, profile.toSrgb);
      await file.write(new Uint8Array(out.buffer), 0, out.byteLength, ROWS_FROM + top * bytes);
      onProgress(WRITTEN + ((1 - WRITTEN) * (top + rows)) / height, mergeText.mergingLight);
    }
    await file.write(tail, 0, tail.length, tailAt);
  } finally {
    await file.close();
  }
  const travelling = first ? await travellingFrom(first.path) : null;
  await writtenLight({ unpacked, result: light, bytes: width * height * 12, pixelsPerInch, travelling });
  await rm(unpacked, { force: true });
  return clipped / (width * height);
}

/** Linear colours by a matrix, in place. */
function inOtherColours(light: Float32Array, m: readonly number[]): void {
  for (let i = 0; i < light.length; i += 3) {
    const r = light[i] ?? 0;
    const g = light[i + 1] ?? 0;
    const b = light[i + 2] ?? 0;
    for (let c = 0; c < 3; c++) light[i + c] = (m[3 * c] ?? 0) * r + (m[3 * c + 1] ?? 0) * g + (m[3 * c + 2] ?? 0) * b;
  }
}
