import {
  frameGeometry,
  toCommon,
  toFrame,
  type FrameGeometry,
  type GeometryFrame,
  type LaidFrame,
  type Sighting,
} from '@gangway/core/assembly/frameGeometry';
import { measuredPatch, patchPlaces, SAME } from '@gangway/core/assembly/pair';
import { coarseScale, type CoarseScale } from '@gangway/core/assembly/coarseScale';
import { cut, type Plane, type Px } from '@gangway/core/assembly/plane';
import { straightening, type Straightening } from '@gangway/core/assembly/straighten';
import type { Reduced } from './frames';
import { readPatch, type RawPicture } from './rawPicture';

/** Patches of frames that show the same from the same place, at reduced and at full size: side and margin, px. */
const [REDUCED_PATCH, PATCH] = [
  { size: 96, margin: 24 },
  { size: 128, margin: 24 },
] as const;
const PATCHES_MOST = 30;
/** Frames of a series from one place lie apart by at most about this share of their width (one standard deviation). */
const APART = 0.02;
/** A frame whose corners would move by less than this is left as it is, px. */
const UNSEEN_PX = 0.08;

/** Makes two patches comparable: those of two exposures are brought to one. */
export type Comparable = (a: Plane, b: Plane, pair: { readonly a: number; readonly b: number }) => readonly [Plane, Plane];

export interface Series {
  /** In the order in which neighbours show most alike: by exposure, by focus. */
  readonly raw: readonly RawPicture[];
  readonly reduced: readonly Reduced[];
  /** The frame that stays as it is. */
  readonly reference: number;
  readonly comparable: Comparable;
  /** Whether all of the reference is kept, and not only what all frames show. */
  readonly whole: boolean;
  /** Whether the scale may change by percents from frame to frame, as it does with focus. */
  readonly breathes: boolean;
  readonly onPair: (pair: number, of: number) => void;
}

export interface AlignedPair {
  readonly a: number;
  readonly b: number;
  /** Patches that show detail, those that agree, and how far they scatter, px. */
  readonly detailed: number;
  readonly agreeing: number;
  readonly rmsPx: number;
}

/** How the frames of a series lie on the reference. */
export interface Alignment {
  readonly geometry: FrameGeometry;
  /** How each frame is drawn anew; all cover the same part of the reference. */
  readonly frames: readonly Straightening[];
  /** Whether nothing has to be drawn anew. */
  readonly untouched: boolean;
  readonly pairs: readonly AlignedPair[];
}

/** How frames lie that were taken from one place, one on top of the other: shifted, turned and scaled by what neighbours show. */
export async function alignedSeries({ raw, reduced, reference, comparable, whole, breathes, onPair }: Series): Promise<Alignment> {
  const [first] = raw;
  if (!first) throw new Error('a series without a frame');
  // The frame that stays as it is comes first.
  const order = [reference, ...[...raw.keys()].filter((i) => i !== reference)];
  const placeOf = raw.map((_, i) => order.indexOf(i));
  const frames = order.map((i): GeometryFrame => {
    const { width = 0, height = 0 } = raw[i] ?? {};
    return { width, height, foot: { x: width / 2, y: height / 2 }, rough: { x: 0, y: 0 } };
  });
  const planPx = APART * first.width;
  const pairs = Array.from({ length: raw.length - 1 }, (_, i) => ({ a: i, b: i + 1 }));
  const begin = breathes ? breathing(reduced, reference) : reduced.map(() => STILL);
  let laid: readonly LaidFrame[] = frames.map(({ width, height }, i) => {
    const { scale, moved } = begin[order[i] ?? 0] ?? STILL;
    return { middle: { x: width / 2 + moved.x, y: height / 2 + moved.y }, turnedDeg: 0, scale };
  });
  let geometry: FrameGeometry | null = null;
  let distortion = 0;
  let sightings: readonly Sighting[] = [];
  let detailed = pairs.map(() => 0);
  for (const isFull of [false, true]) {
    const found: Sighting[] = [];
    detailed = [];
    for (const [k, pair] of pairs.entries()) {
      onPair(k + (isFull ? pairs.length : 0), 2 * pairs.length);
      const [a, b] = [placeOf[pair.a] ?? 0, placeOf[pair.b] ?? 0];
      const [fa, fb, la, lb] = [frames[a], frames[b], laid[a], laid[b]];
      if (!fa || !fb || !la || !lb) throw new Error('a pair of frames that are not there');
      const there = (at: Px): Px => toFrame(fb, lb, distortion, toCommon(fa, la, distortion, at));
      const seen = await (isFull ? fullSightings : reducedSightings)({ pair, raw, reduced, comparable, there });
      detailed.push(seen.detailed);
      found.push(...seen.places.map((place) => ({ a, b, ...place })));
    }
    sightings = found;
    geometry = frameGeometry(frames, sightings, planPx);
    laid = geometry.frames;
    distortion = geometry.distortion;
  }
  if (!geometry) throw new Error('a series that was not looked at');
  const { leftOut } = geometry;
  const inOrder = <T>(of: readonly T[]): readonly T[] => placeOf.flatMap((place) => of.slice(place, place + 1));
  return {
    geometry: { ...geometry, frames: inOrder(geometry.frames) },
    ...drawnOnto(inOrder(frames), geometry, inOrder(geometry.frames), whole),
    pairs: pairs.map(({ a, b }, k) => {
      const mine = sightings.flatMap((sighting, i) =>
        sighting.a === placeOf[a] && sighting.b === placeOf[b] ? [{ sighting, out: leftOut[i] === true }] : [],
      );
      const used = mine.filter(({ out }) => !out);
      const squares = used.map(({ sighting }) => squaredRest(sighting, frames, laid, geometry.distortion));
      return {
        a,
        b,
        detailed: detailed[k] ?? 0,
        agreeing: used.length,
        rmsPx: Math.sqrt(squares.reduce((sum, each) => sum + each, 0) / Math.max(1, squares.length)),
      };
    }),
  };
}

/** A frame that lies as the reference does. */
const STILL: CoarseScale = { scale: 1, moved: { x: 0, y: 0 } };

/** How frames lie on the reference by their scale, coarsely, each by its neighbour on the way there; px of the frames. */
function breathing(reduced: readonly Reduced[], reference: number): readonly CoarseScale[] {
  const found = reduced.map(() => STILL);
  const on = (from: number, to: number): void => {
    const [a, b] = [reduced[from], reduced[to]];
    const base = found[from] ?? STILL;
    if (!a || !b) return;
    const { scale, moved } = coarseScale(a.plane, b.plane);
    found[to] = {
      scale: base.scale * scale,
      moved: { x: base.moved.x + base.scale * a.by * moved.x, y: base.moved.y + base.scale * a.by * moved.y },
    };
  };
  for (let i = reference; i + 1 < reduced.length; i++) on(i, i + 1);
  for (let i = reference; i > 0; i--) on(i, i - 1);
  return found;
}

function squaredRest(
  { a, b, inA, inB }: Sighting,
  frames: readonly GeometryFrame[],
  laid: readonly LaidFrame[],
  distortion: number,
): number {
  const [fa, fb, la, lb] = [frames[a], frames[b], laid[a], laid[b]];
  if (!fa || !fb || !la || !lb) return 0;
  const [p, q] = [toCommon(fa, la, distortion, inA), toCommon(fb, lb, distortion, inB)];
  return (p.x - q.x) ** 2 + (p.y - q.y) ** 2;
}

/** How all frames are drawn onto what they have in common. */
function drawnOnto(
  frames: readonly GeometryFrame[],
  { distortion }: FrameGeometry,
  laid: readonly LaidFrame[],
  whole: boolean,
): { readonly frames: readonly Straightening[]; readonly untouched: boolean } {
  const each = frames.flatMap((frame, i) => {
    const where = laid[i];
    return where ? [{ frame, where, moves: cornersMovedPx(frame, where, distortion) > UNSEEN_PX }] : [];
  });
  const untouched = each.every(({ moves }) => !moves);
  const boxes = each.map(({ frame, where, moves }) =>
    moves && !whole ? straightening(frame, where, distortion) : { left: 0, top: 0, width: frame.width, height: frame.height },
  );
  const left = Math.max(...boxes.map((box) => box.left));
  const top = Math.max(...boxes.map((box) => box.top));
  const width = Math.max(0, Math.min(...boxes.map((box) => box.left + box.width)) - left);
  const height = Math.max(0, Math.min(...boxes.map((box) => box.top + box.height)) - top);
  return {
    untouched,
    frames: each.map(({ frame, where, moves }) => ({
      frame,
      laid: moves ? where : { middle: { x: frame.width / 2, y: frame.height / 2 }, turnedDeg: 0, scale: 1 },
      distortion: moves ? distortion : 0,
      left,
      top,
      width,
      height,
    })),
  };
}

/** How far the corner that moves most is from where it is in the frame itself, px. */
function cornersMovedPx(frame: GeometryFrame, laid: LaidFrame, distortion: number): number {
  const corners = [0, frame.width].flatMap((x) => [0, frame.height].map((y): Px => ({ x, y })));
  return Math.max(
    ...corners.map((corner) => {
      const { x, y } = toCommon(frame, laid, distortion, corner);
      return Math.hypot(x - corner.x, y - corner.y);
    }),
  );
}

interface PairInput {
  readonly pair: { readonly a: number; readonly b: number };
  readonly raw: readonly RawPicture[];
  readonly reduced: readonly Reduced[];
  readonly comparable: Comparable;
  /** Where `b` is expected to show a place of `a`, px. */
  readonly there: (at: Px) => Px;
}

interface Sighted {
  readonly detailed: number;
  readonly places: readonly Pick<Sighting, 'inA' | 'inB' | 'knows'>[];
}

/** Sides of patches that fit a picture at least three times. */
const patchSize = ({ size, margin }: { readonly size: number; readonly margin: number }, width: number, height: number) => {
  const fits = Math.min(size, 8 * Math.floor(Math.min(width, height) / 24));
  return { size: fits, margin: Math.min(margin, Math.floor(fits / 4)) };
};

/** What a pair shows at reduced size, in px of the frames. */
async function reducedSightings({ pair, reduced, comparable, there }: PairInput): Promise<Sighted> {
  const [a, b] = [reduced[pair.a], reduced[pair.b]];
  if (!a || !b) throw new Error('a pair of frames that are not there');
  const { by } = a;
  const { size, margin } = patchSize(REDUCED_PATCH, a.plane.width, a.plane.height);
  const seen = await sighted({
    size,
    margin,
    width: a.plane.width,
    height: a.plane.height,
    cutA: (left, top) => Promise.resolve(square(a.plane, left, top, size)),
    cutB: (left, top) => Promise.resolve(square(b.plane, left, top, size)),
    made: (p, q) => comparable(p, q, pair),
    there: (at) => shrunk(there(shrunk(at, 1 / by)), by),
  });
  return {
    detailed: seen.detailed,
    places: seen.places.map(({ inA, inB, knows: [xx, xy, yy] }) => ({
      inA: shrunk(inA, 1 / by),
      inB: shrunk(inB, 1 / by),
      knows: [xx / by ** 2, xy / by ** 2, yy / by ** 2],
    })),
  };
}

const shrunk = ({ x, y }: Px, by: number): Px => ({ x: x / by, y: y / by });

/** A square of a plane; `null` when it does not lie inside. */
function square(plane: Plane, left: number, top: number, size: number): Plane | null {
  if (left < 0 || top < 0 || left + size > plane.width || top + size > plane.height) return null;
  return cut({ plane, left, top, width: size, height: size });
}

/** What a pair shows at full size. */
async function fullSightings({ pair, raw, comparable, there }: PairInput): Promise<Sighted> {
  const [a, b] = [raw[pair.a], raw[pair.b]];
  if (!a || !b) throw new Error('a pair of frames that are not there');
  const { size, margin } = patchSize(PATCH, a.width, a.height);
  return sighted({
    size,
    margin,
    width: a.width,
    height: a.height,
    cutA: (left, top) => readPatch(a, left, top, size),
    cutB: (left, top) => readPatch(b, left, top, size),
    made: (p, q) => comparable(p, q, pair),
    there,
  });
}

interface Look {
  readonly size: number;
  readonly margin: number;
  readonly width: number;
  readonly height: number;
  readonly cutA: (left: number, top: number) => Promise<Plane | null>;
  readonly cutB: (left: number, top: number) => Promise<Plane | null>;
  /** Both patches made comparable. */
  readonly made: (a: Plane, b: Plane) => readonly [Plane, Plane];
  readonly there: (at: Px) => Px;
}

/** Places that two frames show alike, from patches all over the first. */
async function sighted({ size, margin, width, height, cutA, cutB, made, there }: Look): Promise<Sighted> {
  const places: Pick<Sighting, 'inA' | 'inB' | 'knows'>[] = [];
  let detailed = 0;
  if (size < 24) return { detailed, places };
  for (const at of patchPlaces({ left: 0, top: 0, right: width, bottom: height }, size, PATCHES_MOST)) {
    const expected = there(at);
    const [left, top] = [Math.round(expected.x - size / 2), Math.round(expected.y - size / 2)];
    const [p, q] = [await cutA(at.x - size / 2, at.y - size / 2), await cutB(left, top)];
    if (!p || !q) continue;
    const patch = measuredPatch(...made(p, q), at, margin);
    if (!patch.detailed) continue;
    detailed++;
    const { measured } = patch;
    if (!measured || measured.alike < SAME) continue;
    places.push({
      inA: at,
      inB: { x: left + size / 2 + measured.offset.x, y: top + size / 2 + measured.offset.y },
      knows: measured.knows,
    });
  }
  return { detailed, places };
}
