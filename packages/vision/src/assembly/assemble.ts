import { proofText } from '@gangway/messages/server/proof';
import { say } from '@gangway/messages/say';
import { open, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import { blender, falloffAt, tablesFor, type Falloff, type Source } from '@gangway/core/assembly/blend';
import { coarsePlace } from '@gangway/core/assembly/coarse';
import { measuredPatch, pairOf, PATCH_MARGIN_PX, PATCH_PX, patchPlaces, SAME, type Pair, type Patch } from '@gangway/core/assembly/pair';
import type { GeometryFrame, Sighting } from '@gangway/core/assembly/frameGeometry';
import { radians } from '@gangway/core/angles';
import { colourProfile, SRGB } from '@gangway/core/assembly/profile';
import { mergeText } from '@gangway/messages/server/merge';
import { fixed } from '@gangway/core/words';
import { fittedVignetting, fromAxis, type LightPatch } from '@gangway/core/assembly/vignetting';
import { evenedLight, placedTogether, type LightLink } from '@gangway/core/assembly/place';
import { gridPlace, neighboursOf, scaledPlan, wholeOf, type AssemblyPlan } from '@gangway/core/assembly/plan';
import { cut, type Plane, type Px } from '@gangway/core/assembly/plane';
import { lightOf, lightRatio } from '@gangway/core/assembly/refine';
import { seamsBetween, sharesOf, type Laid } from '@gangway/core/assembly/seams';
import type { AssemblyOptions, Report, Seam } from '@gangway/contract/proof';
import { drawnAnew, insetOf, straightenedBy, type Straightened } from './straightened';
import { freeBytes, gigabytes, AssemblyTrouble, lookedAt, noLimit, reducedOf, unpackedTo, type FrameFile, type Reduced } from './frames';
import { seamState } from './seamState';
import { seamWords } from './seamWords';
import { writtenPicture } from './writtenPicture';
import { travellingFrom, type Travelling } from './travelling';
import { grey, openRaw, readPatch, readRows, rowBytes, ROWS_FROM, samplesOf, unpackedTiff, type RawPicture } from './rawPicture';

export interface AssemblyJob {
  /** In the order of the plan; `null` for a place that is empty. */
  readonly frames: readonly (FrameFile | null)[];
  readonly flatFields: readonly FrameFile[];
  readonly plan: AssemblyPlan | null;
  readonly options: AssemblyOptions;
  /** A folder of this job's own, for what is thrown away at its end, and where the result goes. */
  readonly scratch: string;
  readonly result: string;
  /** Pixels to the inch that go into the file. */
  readonly pixelsPerInch: number;
  readonly onProgress: (share: number, step: string) => void;
  /** Free bytes at a path; asked before anything is written. */
  readonly freeBytes?: (path: string) => Promise<number>;
}

const PATCHES_MOST = 16;
const BAND_ROWS = 64;
const JPEG_MOST = 65_535;
/** Frames without a plan overlap by anything from a fiftieth to most of them. */
const GUESS = { least: 0.2, most: 0.98, aside: 0.2 };
/** Frames put together, start to end. Throws `AssemblyTrouble` for what the photographer can mend. */
export async function assemble(job: AssemblyJob): Promise<Report> {
  const begun = Date.now();
  const { frames: given, options, onProgress } = job;
  const present = given.flatMap((frame, place) => (frame ? [{ ...frame, place }] : []));
  if (present.length === 0) throw new AssemblyTrouble(proofText.thereIsNoFrameTo);
  const remarks: string[] = [];

  onProgress(0, proofText.lookingAtTheFiles);
  const seen = await Promise.all(present.map(lookedAt));
  const bits: 8 | 16 = seen.some((each) => each.bits === 16) ? 16 : 8;
  const { plan, laid: wanted, slidePx } = plannedPlaces(job, present, seen);
  await requireRoom(job, seen, boxOf(wanted), bits);

  const raw: RawPicture[] = [];
  try {
    const reduced: Reduced[] = [];
    for (const [i, frame] of present.entries()) {
      onProgress(0.02 + (0.28 * i) / present.length, say(proofText.unpackingOf, { i: i + 1, length: present.length }));
      const unpacked = join(job.scratch, `frame-${i}.v`);
      await unpackedTo(unpacked, frame, bits);
      const picture = await openRaw(unpacked);
      raw.push(picture);
      reduced.push(await reducedOf(unpacked, picture));
    }

    // Where each pair really lies.
    onProgress(0.3, proofText.measuringHowTheFramesLie);
    const rough = plan
      ? wanted.map(({ left, top }) => ({ x: left, y: top }))
      : roughPlaces(
          present.map(({ name }) => name),
          reduced,
          wanted,
          options,
        );
    const roughLaid = wanted.map((each, i): Laid => ({ ...each, left: rough[i]?.x ?? each.left, top: rough[i]?.y ?? each.top }));
    const profile = seen[0]?.profile ? colourProfile(seen[0].profile) : SRGB;
    if (!profile) remarks.push(mergeText.profileIsUnknown);
    const { light } = profile ?? SRGB;
    const measuring = { raw, reduced, slidePx, light, onProgress };
    let measured = await measuredPairs(roughLaid, { ...measuring, planned: plan !== null, shares: [0.3, 0.5] });
    // Frames that are turned, scaled or bent are drawn anew first, as if they were only shifted.
    const bent = straightenedBy(
      geometryFrames(roughLaid, present, plan),
      measured.flatMap(({ sightings }) => sightings),
      Math.max(2, slidePx),
    );
    const straight = options.placing === 'whole' ? null : bent;
    if (straight) {
      for (const [i, each] of straight.frames.entries()) {
        onProgress(0.5 + (0.05 * i) / present.length, say(proofText.drawingAnewOf, { i: i + 1, length: present.length }));
        const [picture, path] = [raw[i], join(job.scratch, `frame-${i}.v`)];
        if (!picture) continue;
        raw[i] = await drawnAnew(picture, path, each);
        reduced[i] = await reducedOf(path, raw[i]);
      }
      measured = await measuredPairs(straight.frames, { ...measuring, planned: false, shares: [0.55, 0.58] });
    }
    const names = present.map(({ name }) => name);
    remarks.push(...(bent ? bentRemarks(bent, names, straight !== null) : []));
    refuseDisorder(measured, plan !== null, names);
    const inset = present.map((_, i): Px => {
      const each = straight?.frames[i];
      return each ? insetOf(each) : { x: 0, y: 0 };
    });
    const sizes: readonly Size[] = straight?.frames ?? seen;
    const planned = wanted.map((each, i): Laid => {
      const { x = 0, y = 0 } = inset[i] ?? {};
      return { left: each.left + x, top: each.top + y, width: sizes[i]?.width ?? 0, height: sizes[i]?.height ?? 0 };
    });

    const usable = measured.flatMap(({ a, b, at, pair }, k) =>
      pair.offset && at ? [{ k, link: { a, b, offset: { x: at.x, y: at.y }, knows: pair.knows } }] : [],
    );
    const drawnAt = straight?.frames.map(({ left, top }): Px => ({ x: left, y: top })) ?? null;
    const solved = placedTogether(
      drawnAt ?? rough,
      usable.map(({ link }) => link),
      Math.max(2, slidePx),
    );
    // What is drawn anew lies on whole pixels already.
    const placed = { ...solved, at: drawnAt ?? solved.at.map(({ x, y }) => ({ x: snapped(x), y: snapped(y) })) };
    const bentOf = new Map(
      usable.map(({ k, link: { a, b, offset } }, i) => {
        const [pa, pb, solution] = [drawnAt?.[a], drawnAt?.[b], placed.links[i]];
        if (!pa || !pb || !solution) return [k, solution];
        return [k, { ...solution, awayPx: Math.hypot(pb.x - pa.x - offset.x, pb.y - pa.y - offset.y) }];
      }),
    );
    remarks.push(...placeRemarks({ given, present, held: placed.held, planned: plan !== null, compared: usable.length }));

    // Light.
    const falloffs = (
      await falloffsOf(job, { present, plan, sizes: seen, measured, geometry: geometryFrames(roughLaid, present, plan), inset, remarks })
    ).map((falloff, i) => movedBy(falloff, inset[i]));
    const links = options.evenLight ? lightLinks(measured, falloffs) : [];
    const gains = evenedLight(present.length, links);
    if (options.evenLight && links.length === 0 && present.length > 1) remarks.push(proofText.lightCouldNotBeCompared);

    const { whole, laid } = onCanvas(placed.at, sizes, options);
    const canvas = { width: whole.width, height: whole.height };

    onProgress(0.58, proofText.layingTheSeams);
    const cellPx = Math.max(...sizes.map(({ width, height }) => Math.max(width, height))) > 3000 ? 16 : 8;
    const zones = (plan?.zones ?? []).map((zone) => ({
      left: zone.left - whole.left,
      right: zone.right - whole.left,
      top: zone.top - whole.top,
      bottom: zone.bottom - whole.top,
    }));
    const cells = seamsBetween({ frames: laid, canvas, cellPx, unlike: unlikeness({ laid, canvas, cellPx, reduced, gains }), zones });
    const shares = sharesOf(laid, canvas, cells, 1);

    await putTogether({
      job,
      raw,
      laid,
      canvas,
      cellPx,
      sources: laid.map((each, i): Source => ({
        laid: each,
        share: shares[i] ?? { column: 0, row: 0, columns: 0, rows: 0, weight: new Float32Array(0) },
        development: { gain: round6(gains[i] ?? 1), falloff: falloffs[i] ?? null },
      })),
      bits,
      profile: seen[0]?.profile ?? null,
      light,
      travelling: present[0] ? await travellingFrom(present[0].path) : null,
    });

    const seams = measured.map((each, k) =>
      seamOf(each, { present, wanted: planned, at: placed.at, bent: bentOf.get(k), whole, planned: plan !== null }),
    );
    return {
      width: canvas.width,
      height: canvas.height,
      bits: options.output === 'jpeg' ? 8 : bits,
      planned: plan !== null,
      frames: present.map(({ id, name, place }, i) => ({
        id,
        name,
        place,
        left: laid[i]?.left ?? 0,
        top: laid[i]?.top ?? 0,
        width: sizes[i]?.width ?? 0,
        height: sizes[i]?.height ?? 0,
        gain: gains[i] ?? 1,
        held: placed.held[i] ?? false,
        fromPlan: { x: (placed.at[i]?.x ?? 0) - (planned[i]?.left ?? 0), y: (placed.at[i]?.y ?? 0) - (planned[i]?.top ?? 0) },
        turnedDeg: straight?.geometry.frames[i]?.turnedDeg ?? 0,
        scale: straight?.geometry.frames[i]?.scale ?? 1,
        stops: null,
        share: null,
        inset: inset[i] ?? { x: 0, y: 0 },
      })),
      distortion: straight?.geometry.distortion ?? 0,
      seams,
      remarks,
      seconds: (Date.now() - begun) / 1000,
    };
  } finally {
    await Promise.all(raw.map(({ close }) => close()));
  }
}

interface MeasuringAll {
  readonly raw: readonly RawPicture[];
  readonly reduced: readonly Reduced[];
  readonly planned: boolean;
  readonly slidePx: number;
  readonly light: (encoded: number) => number;
  readonly onProgress: AssemblyJob['onProgress'];
  /** From which share of the whole work to which this goes. */
  readonly shares: readonly [number, number];
}

/** Every pair of neighbours measured. */
async function measuredPairs(laid: readonly Laid[], { onProgress, shares: [from, to], ...sources }: MeasuringAll): Promise<Measured[]> {
  const pairs = neighboursOf(laid);
  const measured: Measured[] = [];
  for (const [k, pair] of pairs.entries()) {
    onProgress(from + ((to - from) * k) / pairs.length, say(proofText.measuringSeamOf, { k: k + 1, length: pairs.length }));
    measured.push(await measuredPair(pair, { laid, ...sources }));
  }
  return measured;
}

/** The frames as their geometry is looked for: the plan knows where the lens axis meets each, else it is taken to be the middle. */
const geometryFrames = (laid: readonly Laid[], present: readonly Present[], plan: AssemblyPlan | null): readonly GeometryFrame[] =>
  laid.map(({ width, height, left, top }, i) => {
    const planned = plan?.frames[present[i]?.place ?? 0];
    const foot = planned ? { x: planned.footX, y: planned.footY } : { x: width / 2, y: height / 2 };
    return { width, height, foot, rough: { x: left, y: top } };
  });

/** What moves a corner by less than this is not worth a word, px. */
const WORTH_PX = 0.5;

/** What the report says of frames that are turned, scaled or bent. */
function bentRemarks({ geometry, frames }: Straightened, names: readonly string[], corrected: boolean): readonly string[] {
  const remarks: string[] = [];
  let most = 0;
  for (const [i, { turnedDeg, scale }] of geometry.frames.entries()) {
    const { width = 0, height = 0 } = frames[i]?.frame ?? {};
    const far = Math.hypot(width, height) / 2;
    const [turnPx, scalePx] = [Math.abs(radians(turnedDeg)) * far, Math.abs(scale - 1) * far];
    most = Math.max(most, turnPx, scalePx, Math.abs(geometry.distortion) * far);
    const name = names[i] ?? '';
    if (turnPx > WORTH_PX)
      remarks.push(say(proofText.isTurned, { name, deg: fixed(Math.abs(turnedDeg), 2), way: turnedDeg > 0 ? 'clockwise' : 'other' }));
    if (scalePx > WORTH_PX)
      remarks.push(say(proofText.isScaled, { name, percent: fixed(100 * Math.abs(scale - 1), 2), way: scale > 1 ? 'larger' : 'other' }));
  }
  if (geometry.model.distorts)
    remarks.push(
      say(proofText.distortionIs, {
        percent: fixed(100 * Math.abs(geometry.distortion), 2),
        way: geometry.distortion < 0 ? 'barrel' : 'other',
      }),
    );
  return [...remarks, corrected ? proofText.framesDrawnAnew : say(proofText.framesNotDrawnAnew, { px: fixed(most, 1) })];
}

/** Falloff of a frame for what is left of it once it is drawn anew. */
function movedBy(falloff: Falloff | null, inset: Px | undefined): Falloff | null {
  if (!falloff || !inset || (inset.x === 0 && inset.y === 0)) return falloff;
  if (falloff.kind !== 'card') return { ...falloff, footX: falloff.footX - inset.x, footY: falloff.footY - inset.y };
  return { ...falloff, left: -inset.x, top: -inset.y };
}

/** Refuses to begin what the disk has no room for. */
async function requireRoom(job: AssemblyJob, seen: readonly Size[], box: Size, bits: 8 | 16): Promise<void> {
  const pixels = seen.reduce((sum, { width, height }) => sum + width * height, 0);
  const needed = (pixels + 2.4 * box.width * box.height) * 3 * (bits / 8);
  const free = await (job.freeBytes ?? freeBytes)(job.scratch);
  if (free < needed)
    throw new AssemblyTrouble(say(proofText.puttingTheseFramesTogetherNeeds, { needed: gigabytes(needed), free: gigabytes(free) }));
}

interface PlaceFacts {
  readonly given: AssemblyJob['frames'];
  readonly present: readonly Present[];
  /** Which frames are held by measurements. */
  readonly held: readonly boolean[];
  readonly planned: boolean;
  /** How many overlaps could be compared. */
  readonly compared: number;
}

/** What the report says of frames that lie where nothing was measured, and of places without one. */
function placeRemarks({ given, present, held, planned, compared }: PlaceFacts): readonly string[] {
  const nothing = planned ? proofText.nothingInTheOverlapsCould : proofText.nothingInTheOverlapsCouldBe;
  return [
    ...(compared === 0 && present.length > 1 ? [nothing] : []),
    ...held.flatMap((each, i) =>
      each || compared === 0 ? [] : [say(proofText.showsNoDetailInIts, { name: present[i]?.name ?? '', planned: planned ? 'yes' : 'no' })],
    ),
    ...given.flatMap((frame, place) => (frame ? [] : [say(proofText.placeIsEmptyThePicture, { place: place + 1 })])),
  ];
}

/** The canvas, which is all that is covered without a gap, and where each frame lies on it. */
function onCanvas(at: readonly Px[], seen: readonly Size[], { placing, output }: AssemblyJob['options']) {
  const whole = wholeOf(at.map(({ x, y }, i) => ({ left: x, top: y, width: seen[i]?.width ?? 0, height: seen[i]?.height ?? 0 })));
  if (!whole) throw new AssemblyTrouble(proofText.theFramesHaveNoRectangle);
  const wholeNumbers = placing === 'whole';
  const laid = at.map(({ x, y }, i): Laid => ({
    left: wholeNumbers ? Math.round(x) - whole.left : x - whole.left,
    top: wholeNumbers ? Math.round(y) - whole.top : y - whole.top,
    width: seen[i]?.width ?? 0,
    height: seen[i]?.height ?? 0,
  }));
  if (output === 'jpeg' && Math.max(whole.width, whole.height) > JPEG_MOST)
    throw new AssemblyTrouble(say(proofText.thePictureIsPxA, { width: whole.width, height: whole.height, jpegMost: JPEG_MOST }));
  return { whole, laid };
}

interface SeamFacts {
  readonly present: readonly Present[];
  /** Where the plan or a first look has the frames, and where they were put, px. */
  readonly wanted: readonly Laid[];
  readonly at: readonly Px[];
  readonly bent: { readonly awayPx: number; readonly leftOut: boolean } | undefined;
  readonly whole: { readonly left: number; readonly top: number };
  readonly planned: boolean;
}

/** What the report says of one seam. */
function seamOf({ a, b, at: measuredAt, pair }: Measured, { present, wanted, at, bent, whole, planned }: SeamFacts): Seam {
  const [pa, pb] = [at[a] ?? { x: 0, y: 0 }, wanted[b]];
  const [bentPx, leftOut] = [bent?.awayPx ?? 0, bent?.leftOut ?? false];
  const facts = {
    a: present[a]?.place ?? a,
    b: present[b]?.place ?? b,
    state: seamState(pair.state, { scatterPx: pair.scatterPx, bentPx, leftOut }),
    offset:
      pair.offset && pb
        ? {
            x: (measuredAt?.x ?? 0) - (pb.left - (wanted[a]?.left ?? 0)),
            y: (measuredAt?.y ?? 0) - (pb.top - (wanted[a]?.top ?? 0)),
          }
        : null,
    looked: pair.looked,
    detailed: pair.detailed,
    agreeing: pair.agreeing,
    scatterPx: pair.scatterPx,
    farthestPx: pair.farthestPx,
    bentPx,
    leftOut,
    worstAt: pair.worstAt ? { x: pair.worstAt.x + pa.x - whole.left, y: pair.worstAt.y + pa.y - whole.top } : null,
  };
  return { ...facts, words: seamWords(facts, planned) };
}

/** A hundredth or so of a pixel from a whole one is a whole one: no row is lost, and nothing resampled, for it. */
const snapped = (px: number): number => (Math.abs(px - Math.round(px)) < 1 / 64 ? Math.round(px) : px);
const round6 = (gain: number): number => (Math.abs(gain - 1) < 5e-4 ? 1 : gain);

function boxOf(laid: readonly Laid[]): { readonly width: number; readonly height: number } {
  return {
    width: Math.max(...laid.map(({ left, width }) => left + width)) - Math.min(...laid.map(({ left }) => left)),
    height: Math.max(...laid.map(({ top, height }) => top + height)) - Math.min(...laid.map(({ top }) => top)),
  };
}

type Present = FrameFile & { readonly place: number };
type Size = { readonly width: number; readonly height: number };

/** Where the plan has the frames, in their own pixels; frames without a plan in rows and columns. Refuses counts and sizes that cannot be. */
function plannedPlaces(
  { plan, frames, options }: AssemblyJob,
  present: readonly Present[],
  sizes: readonly Size[],
): { readonly plan: AssemblyPlan | null; readonly laid: readonly Laid[]; readonly slidePx: number } {
  const [first] = sizes;
  if (!first) throw new AssemblyTrouble(proofText.thereIsNoFrameTo);
  if (plan) {
    if (frames.length !== plan.frames.length)
      throw new AssemblyTrouble(
        say(proofText.thePlanHasPlacesAnd, {
          length: plan.frames.length,
          length2: frames.length,
          length3: frames.length > plan.frames.length ? 'yes' : 'no',
        }),
      );
    const [at] = present;
    const planned = plan.frames[at?.place ?? 0];
    const by = planned ? first.width / planned.width : 1;
    const scaled = scaledPlan(plan, by);
    sizes.forEach((size, i) => {
      const where = scaled.frames[present[i]?.place ?? 0];
      if (where && Math.abs(size.width - where.width) <= 1 && Math.abs(size.height - where.height) <= 1) return;
      throw new AssemblyTrouble(
        say(proofText.isPxItsPlaceIn, {
          name: present[i]?.name ?? '',
          width: size.width,
          height: size.height,
          width2: where?.width ?? 0,
          height2: where?.height ?? 0,
        }),
      );
    });
    return {
      plan: scaled,
      laid: present.map(({ place }, i) => ({
        left: scaled.frames[place]?.left ?? 0,
        top: scaled.frames[place]?.top ?? 0,
        width: sizes[i]?.width ?? 0,
        height: sizes[i]?.height ?? 0,
      })),
      slidePx: scaled.slidePx,
    };
  }
  const { columns, rows, order } = options;
  if (frames.length !== columns * rows)
    throw new AssemblyTrouble(say(proofText.columnsAndRowsMakePlaces, { columns, rows, columns2: columns * rows, length: frames.length }));
  sizes.forEach(({ width, height }, i) => {
    if (width !== first.width || height !== first.height)
      throw new AssemblyTrouble(
        say(proofText.isPxAndFramesWithout, {
          name: present[i]?.name ?? '',
          width,
          height,
          name2: present[0]?.name ?? '',
          width2: first.width,
          height2: first.height,
        }),
      );
  });
  return {
    plan: null,
    laid: present.map(({ place }) => {
      const { column, row } = gridPlace(place, columns, rows, order);
      return { left: column * first.width * 0.75, top: row * first.height * 0.75, ...first };
    }),
    slidePx: first.width * 0.02,
  };
}

/** First places of frames that nobody planned: one after the other, each beside a neighbour that has its place already. */
function roughPlaces(
  names: readonly string[],
  reduced: readonly { readonly plane: Plane; readonly by: number }[],
  wanted: readonly Laid[],
  { columns, rows, order }: AssemblyOptions,
): readonly Px[] {
  const where = names.map((_, i) => gridPlace(i, columns, rows, order));
  const at = new Map<number, Px>([[where.findIndex(({ column, row }) => column === 0 && row === 0), { x: 0, y: 0 }]]);
  const missing: string[] = [];
  for (let round = 0; round < names.length; round++) {
    names.forEach((name, i) => {
      if (at.has(i)) return;
      for (const [dx, dy] of [
        [-1, 0],
        [0, -1],
      ] as const) {
        const j = where.findIndex(({ column, row }) => column === (where[i]?.column ?? 0) + dx && row === (where[i]?.row ?? 0) + dy);
        const [from, a, b] = [at.get(j), reduced[j], reduced[i]];
        if (!from || !a || !b) continue;
        const [w, h] = [a.plane.width, a.plane.height];
        const [lo, hi, aside] = [GUESS.least, GUESS.most, GUESS.aside];
        const found = coarsePlace(
          a.plane,
          b.plane,
          dx !== 0
            ? { least: { x: lo * w, y: -aside * h }, most: { x: hi * w, y: aside * h } }
            : { least: { x: -aside * w, y: lo * h }, most: { x: aside * w, y: hi * h } },
        );
        if (!found) continue;
        at.set(i, { x: from.x + found.at.x * a.by, y: from.y + found.at.y * a.by });
        return;
      }
      if (round === names.length - 1) missing.push(name);
    });
  }
  if (missing.length > 0)
    throw new AssemblyTrouble(say(proofText.withoutAPlanNothingSays, { missing: missing.slice(0, 4).join(', '), length: missing.length }));
  return wanted.map((each, i) => at.get(i) ?? { x: each.left, y: each.top });
}

interface Measured {
  readonly a: number;
  readonly b: number;
  readonly pair: Pair;
  /** Where `b` lies from `a`, px; `null` without evidence. */
  readonly at: Px | null;
  /** Places that both show, as far as they are sure of it. */
  readonly sightings: readonly Sighting[];
  /** Patches with their place in `a`, and what the light was there. */
  readonly lights: readonly { readonly at: Px; readonly from: Px; readonly ratio: number }[];
}

interface PairSources {
  readonly laid: readonly Laid[];
  readonly raw: readonly RawPicture[];
  readonly reduced: readonly { readonly plane: Plane; readonly by: number }[];
  /** Whether the places come from the plan of a setup. */
  readonly planned: boolean;
  readonly slidePx: number;
  /** Linear light by encoded value, both 0 to 1. */
  readonly light: (encoded: number) => number;
}

async function measuredPair(
  { a, b, along }: { readonly a: number; readonly b: number; readonly along: Px },
  { laid, raw, reduced, planned, slidePx, light }: PairSources,
): Promise<Measured> {
  const [la, lb, ra, rb, pa, pb] = [laid[a], laid[b], raw[a], raw[b], reduced[a], reduced[b]];
  if (!la || !lb || !ra || !rb || !pa || !pb) throw new Error('a pair of frames that are not there');
  let from = { x: lb.left - la.left, y: lb.top - la.top };
  const { by } = pa;
  // A look at the whole overlap first: the slide may be off by more than a patch can see.
  const reach = Math.max(6, (4 * slidePx + PATCH_MARGIN_PX) / by);
  const coarse = planned
    ? coarsePlace(pa.plane, pb.plane, {
        least: { x: from.x / by - reach, y: from.y / by - reach },
        most: { x: from.x / by + reach, y: from.y / by + reach },
      })
    : null;
  if (coarse) from = { x: coarse.at.x * by, y: coarse.at.y * by };
  const [ix, iy] = [Math.round(from.x), Math.round(from.y)];
  const overlap = {
    left: Math.max(0, ix),
    top: Math.max(0, iy),
    right: Math.min(la.width, ix + lb.width),
    bottom: Math.min(la.height, iy + lb.height),
  };
  // Narrow overlaps get smaller patches.
  const room = Math.min(overlap.right - overlap.left, overlap.bottom - overlap.top);
  const size = Math.min(PATCH_PX, 8 * Math.floor(room / 8));
  const margin = Math.min(PATCH_MARGIN_PX, Math.floor(size / 4));
  const patches: Patch[] = [];
  const lights: { at: Px; from: Px; a: Plane; b: Plane }[] = [];
  if (size >= 48) {
    for (const at of patchPlaces(overlap, size, PATCHES_MOST)) {
      const [left, top] = [at.x - size / 2, at.y - size / 2];
      const [qa, qb] = [await readPatch(ra, left, top, size), await readPatch(rb, left - ix, top - iy, size)];
      if (!qa || !qb) continue;
      patches.push(measuredPatch(qa, qb, at, margin));
      lights.push({ at, from: { x: at.x - ix, y: at.y - iy }, a: qa, b: qb });
    }
  }
  const pair = pairOf(patches, along);
  const offset = pair.offset ?? { x: 0, y: 0 };
  return {
    a,
    b,
    pair,
    sightings: patches.flatMap(({ at, measured, detailed }) =>
      detailed && measured && measured.alike >= SAME
        ? [{ a, b, inA: at, inB: { x: at.x - ix + measured.offset.x, y: at.y - iy + measured.offset.y }, knows: measured.knows }]
        : [],
    ),
    // What is at x in a is at x + offset in b's patch, which was cut from − (ix, iy): b lies nearer by it.
    at: pair.offset ? { x: ix - offset.x, y: iy - offset.y } : null,
    lights: pair.state === 'disagrees' ? [] : lights.flatMap((each) => lightsIn(each, { offset, margin, light })),
  };
}

/** Light of two patches compared in their quarters, so that falloff shows within a patch too. */
function lightsIn(
  { at, from, a, b }: { readonly at: Px; readonly from: Px; readonly a: Plane; readonly b: Plane },
  { offset, margin, light }: { readonly offset: Px; readonly margin: number; readonly light: (encoded: number) => number },
): Measured['lights'] {
  const side = Math.floor(a.width / 2);
  // Each quarter keeps the margin in which the other patch is looked for.
  const reach = Math.min(margin, Math.ceil(Math.max(Math.abs(offset.x), Math.abs(offset.y))) + 1);
  return [0, 1].flatMap((i) =>
    [0, 1].flatMap((j) => {
      const part = { left: i * side, top: j * side, width: side, height: side };
      const ratio = lightRatio({
        a: cut({ plane: a, ...part }),
        b: cut({ plane: b, ...part }),
        dx: offset.x,
        dy: offset.y,
        margin: reach,
        light,
      });
      const [dx, dy] = [(i - 0.5) * side, (j - 0.5) * side];
      return ratio === null ? [] : [{ at: { x: at.x + dx, y: at.y + dy }, from: { x: from.x + dx, y: from.y + dy }, ratio }];
    }),
  );
}

/** Frames in another order than planned do not fit anywhere, though they show enough. */
function refuseDisorder(measured: readonly Measured[], planned: boolean, names: readonly string[]): void {
  const wrong = measured.filter(({ pair }) => pair.state === 'disagrees');
  const right = measured.filter(({ pair }) => pair.offset !== null);
  if (!planned || wrong.length === 0 || wrong.length <= right.length) return;
  const worst = names[wrong[0]?.b ?? 0] ?? '';
  throw new AssemblyTrouble(say(proofText.theFramesDoNotFit, { length: wrong.length, length2: measured.length, worst }));
}

/** Light of neighbours compared, what falls off already made up for; the middle of the patches. */
function lightLinks(measured: readonly Measured[], falloffs: readonly (Falloff | null)[]): readonly LightLink[] {
  return measured.flatMap(({ a, b, lights }): LightLink[] => {
    const ratios = lights
      .map(({ at, from, ratio }) => ratio * (at2(falloffs[a] ?? null, at) / at2(falloffs[b] ?? null, from)))
      .sort((p, q) => p - q);
    const middle = ratios[Math.floor(ratios.length / 2)];
    return middle === undefined ? [] : [{ a, b, ratio: middle, patches: ratios.length }];
  });
}

const at2 = (falloff: Falloff | null, { x, y }: Px): number => (falloff === null ? 1 : falloffAt(falloff, x, y));

interface FalloffSources {
  readonly present: readonly Present[];
  readonly plan: AssemblyPlan | null;
  readonly sizes: readonly Size[];
  readonly measured: readonly Measured[];
  readonly geometry: readonly GeometryFrame[];
  /** How far what is left of each frame begins inside it, px. */
  readonly inset: readonly Px[];
  /** What the report says of it is added here. */
  readonly remarks: string[];
}

async function falloffsOf(
  { options, flatFields }: AssemblyJob,
  { present, plan, sizes, measured, geometry, inset, remarks }: FalloffSources,
): Promise<readonly (Falloff | null)[]> {
  if (options.falloff === 'none') return present.map(() => null);
  if (options.falloff === 'fitted') return fittedFalloffs({ measured, geometry, inset, remarks });
  if (options.falloff === 'law') {
    if (!plan) throw new AssemblyTrouble(proofText.theCosLawNeedsThe);
    return present.map(({ place }): Falloff | null => {
      const frame = plan.frames[place];
      return frame ? { kind: 'cos4', footX: frame.footX, footY: frame.footY, distancePx: plan.distancePx, axis: plan.axis } : null;
    });
  }
  if (flatFields.length === 0) throw new AssemblyTrouble(proofText.thereIsNoFlatField);
  if (flatFields.length !== 1 && flatFields.length !== present.length)
    throw new AssemblyTrouble(say(proofText.thereAreFlatFieldFrames, { length: flatFields.length, length2: present.length }));
  if (flatFields.length === 1 && present.length > 1) remarks.push(proofText.oneFlatFieldFrameIs);
  const cards = await Promise.all(flatFields.map(cardOf));
  return present.map((_, i): Falloff | null => {
    const card = cards[flatFields.length === 1 ? 0 : i];
    const size = sizes[i];
    return card && size ? { kind: 'card', ...card, ...size } : null;
  });
}

/** Falloff by what the overlaps show at different distances from the lens axis. */
function fittedFalloffs({
  measured,
  geometry,
  inset,
  remarks,
}: Pick<FalloffSources, 'measured' | 'geometry' | 'inset' | 'remarks'>): readonly (Falloff | null)[] {
  const inFrame = (f: number, { x, y }: Px): Px => ({ x: x + (inset[f]?.x ?? 0), y: y + (inset[f]?.y ?? 0) });
  const patches = measured.flatMap(({ a, b, lights }) =>
    lights.map(({ at, from, ratio }): LightPatch => ({ a, b, inA: inFrame(a, at), inB: inFrame(b, from), ratio })),
  );
  const found = fittedVignetting(geometry, patches);
  if (!found) {
    remarks.push(proofText.falloffIsNotShown);
    return geometry.map(() => null);
  }
  const corners = geometry.flatMap((frame) =>
    [0, frame.width].flatMap((x) => [0, frame.height].map((y) => fromAxis(frame, { x, y }) ** 2)),
  );
  const lost = Math.max(...corners.map((squared) => found.square * squared + found.fourth * squared ** 2));
  remarks.push(say(proofText.falloffWasFitted, { stops: fixed(lost, 1) }));
  return geometry.map(({ width, height, foot }): Falloff => ({
    kind: 'fitted',
    footX: foot.x,
    footY: foot.y,
    halfDiagonalPx: Math.hypot(width, height) / 2,
    ...found,
  }));
}

const CARD_CELLS = 48;

/** What a flat-field frame says, in cells: by how much light has to be multiplied to be as bright as where it is brightest. */
async function cardOf({
  path,
  name,
}: FrameFile): Promise<{ readonly columns: number; readonly rows: number; readonly multiply: Float32Array }> {
  const { data, info } = await sharp(path, noLimit)
    .autoOrient()
    .removeAlpha()
    .resize(CARD_CELLS, CARD_CELLS, { fit: 'fill', kernel: 'cubic' })
    .toColourspace('rgb16')
    .raw({ depth: 'ushort' })
    .toBuffer({ resolveWithObject: true });
  const plane = grey(new Uint16Array(data.buffer, data.byteOffset, data.length / 2), info.width, info.height, 16);
  const light = plane.data.map(lightOf);
  const brightest = light.reduce((most, each) => Math.max(most, each), 0);
  const darkest = light.reduce((least, each) => Math.min(least, each), 1);
  if (darkest < 0.005 || plane.data.some((value) => value > 0.995))
    throw new AssemblyTrouble(say(proofText.theFlatFieldFrameIs, { name, darkest: darkest < 0.005 ? 'yes' : 'no' }));
  return { columns: info.width, rows: info.height, multiply: light.map((each) => brightest / each) };
}

interface UnlikenessInput {
  readonly laid: readonly Laid[];
  readonly canvas: Size;
  readonly cellPx: number;
  readonly reduced: readonly { readonly plane: Plane; readonly by: number }[];
  readonly gains: readonly number[];
}

/** How unlike the frames are in each cell, where more than one covers it, their light evened. */
function unlikeness({ laid, canvas, cellPx, reduced, gains }: UnlikenessInput): Float32Array {
  const columns = Math.ceil(canvas.width / cellPx);
  const rows = Math.ceil(canvas.height / cellPx);
  const out = new Float32Array(columns * rows);
  const light = reduced.map(({ plane }, f) => plane.data.map((value) => Math.sqrt(lightOf(value) * (gains[f] ?? 1))));
  for (let j = 0; j < rows; j++) {
    for (let i = 0; i < columns; i++) {
      const [x, y] = [(i + 0.5) * cellPx, (j + 0.5) * cellPx];
      let [least, most, count] = [Infinity, -Infinity, 0];
      for (let f = 0; f < laid.length; f++) {
        const [frame, picture] = [laid[f], reduced[f]];
        if (!frame || !picture || x < frame.left || y < frame.top || x >= frame.left + frame.width || y >= frame.top + frame.height)
          continue;
        const { plane, by } = picture;
        const [u, v] = [
          Math.max(0, Math.min(plane.width - 1.001, (x - frame.left) / by - 0.5)),
          Math.max(0, Math.min(plane.height - 1.001, (y - frame.top) / by - 0.5)),
        ];
        const [iu, iv] = [Math.floor(u), Math.floor(v)];
        const at = (du: number, dv: number): number => light[f]?.[(iv + dv) * plane.width + iu + du] ?? 0;
        const value =
          (at(0, 0) * (1 - (u - iu)) + at(1, 0) * (u - iu)) * (1 - (v - iv)) + (at(0, 1) * (1 - (u - iu)) + at(1, 1) * (u - iu)) * (v - iv);
        least = Math.min(least, value);
        most = Math.max(most, value);
        count++;
      }
      if (count > 1) out[j * columns + i] = most - least;
    }
  }
  return out;
}

interface PutTogetherInput {
  readonly job: AssemblyJob;
  readonly raw: readonly RawPicture[];
  readonly laid: readonly Laid[];
  readonly canvas: Size;
  readonly cellPx: number;
  readonly sources: readonly Source[];
  readonly bits: 8 | 16;
  readonly profile: Buffer | null;
  /** Linear light by encoded value, both 0 to 1. */
  readonly light: (encoded: number) => number;
  /** What of the first frame goes into the result. */
  readonly travelling: Travelling | null;
}

async function putTogether({ job, raw, laid, canvas, cellPx, sources, bits, profile, light, travelling }: PutTogetherInput): Promise<void> {
  const { options, onProgress } = job;
  const unpacked = join(job.scratch, 'whole.tif');
  const { head, tail, tailAt } = unpackedTiff(canvas.width, canvas.height, bits, profile);
  const file = await open(unpacked, 'w');
  try {
    await file.write(head, 0, head.length, 0);
    const { needs, band } = blender(canvas, cellPx, sources, tablesFor(bits, light));
    const buffers = raw.map((picture) => Buffer.from(new ArrayBuffer(rowBytes(picture) * (BAND_ROWS + 8))));
    const out = Buffer.from(new ArrayBuffer(rowBytes({ width: canvas.width, bits }) * BAND_ROWS));
    for (let y = 0; y < canvas.height; y += BAND_ROWS) {
      const end = Math.min(canvas.height, y + BAND_ROWS);
      const bytes = rowBytes({ width: canvas.width, bits }) * (end - y);
      out.fill(0);
      const rows = await Promise.all(
        laid.map(async (_, f) => {
          const need = needs(f, y, end);
          const [picture, buffer] = [raw[f], buffers[f]];
          return need && picture && buffer ? { first: need.first, rows: await readRows(picture, need.first, need.count, buffer) } : null;
        }),
      );
      band(samplesOf(out, bytes, bits), y, end, (f) => rows[f] ?? null);
      await file.write(out, 0, bytes, ROWS_FROM + y * rowBytes({ width: canvas.width, bits }));
      onProgress(0.6 + (0.25 * end) / canvas.height, say(proofText.blending, { end: Math.round((100 * end) / canvas.height) }));
    }
    await file.write(tail, 0, tail.length, tailAt);
  } finally {
    await file.close();
  }
  // The frames are not needed any more, and the result may want their room.
  await Promise.all(raw.map((_, i) => rm(join(job.scratch, `frame-${i}.v`), { force: true })));
  onProgress(0.86, proofText.writingTheFile);
  await writtenPicture({
    unpacked,
    result: job.result,
    output: options.output,
    bits,
    bytes: canvas.width * canvas.height * 3 * (bits / 8),
    pixelsPerInch: job.pixelsPerInch,
    travelling,
  });
  await rm(unpacked, { force: true });
  await stat(job.result);
}
