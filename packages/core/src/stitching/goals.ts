import { stitchingText } from '@gangway/messages/core/stitching';
import { say } from '@gangway/messages/say';
import type { Geometry } from '../geometry/geometry';
import { coverageHalfAngle } from '../coverage/circle';
import { CoreError } from '../errors';
import { turned } from '../coverage/frame';
import { takenUp } from '../framing/inFrame';
import { boxAround, heightOf, rectOf, unionOf, widthOf } from '../mosaic/frames';
import { bandLayout, countFor, gridLayout, gridOverlap, layoutRects, leastOverlap, quarterLayout, type Layout } from '../mosaic/layout';
import { isReached, slidesOf, type Slides } from '../mosaic/slides';
import { stepForApart } from '../mosaic/step';
import type { Orientation } from '../model/frame';
import type { Rect } from '../model/mosaic';

/** What a mosaic is wanted for. */
export type Goal =
  | { readonly for: 'subject' }
  | { readonly for: 'field'; readonly widthDeg: number; readonly heightDeg: number }
  | { readonly for: 'format'; readonly widthMm: number; readonly heightMm: number }
  | { readonly for: 'megapixels'; readonly megapixels: number; readonly ratio: number }
  | { readonly for: 'print'; readonly widthMm: number; readonly heightMm: number; readonly pixelsPerInch: number }
  | { readonly for: 'everything' }
  | { readonly for: 'count'; readonly columns: number; readonly rows: number };

/** A size in the plane of the picture, mm, and where its middle lies. */
interface Target {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly riseMm: number;
  readonly shiftMm: number;
}

/** Margin kept around a subject, mm. */
const ROOM_MM = 1;

/** What a goal comes to on the sensor; `null` where it cannot be told (no subject, no pixels). */
export function targetOf(geometry: Geometry, goal: Goal): Target | null {
  const v = geometry.imageMm;
  const { back } = geometry.settings.rig;
  const middle = { riseMm: 0, shiftMm: 0 };
  const pitchMm = back.columnsPx === null ? null : back.widthMm / back.columnsPx;
  switch (goal.for) {
    case 'subject': {
      const box = takenUp(geometry);
      if (!box) return null;
      return {
        widthMm: box.right - box.left + 2 * ROOM_MM,
        heightMm: box.upper - box.lower + 2 * ROOM_MM,
        riseMm: (box.upper + box.lower) / 2,
        shiftMm: (box.left + box.right) / 2,
      };
    }
    case 'field': {
      const side = (deg: number): number => 2 * v * Math.tan((deg * Math.PI) / 360);
      return { widthMm: side(goal.widthDeg), heightMm: side(goal.heightDeg), ...middle };
    }
    case 'format':
      return { widthMm: goal.widthMm, heightMm: goal.heightMm, ...middle };
    case 'megapixels': {
      if (pitchMm === null) return null;
      const height = Math.sqrt((goal.megapixels * 1e6) / goal.ratio) * pitchMm;
      return { widthMm: height * goal.ratio, heightMm: height, ...middle };
    }
    case 'print': {
      if (pitchMm === null) return null;
      const side = (mm: number): number => (mm / 25.4) * goal.pixelsPerInch * pitchMm;
      return { widthMm: side(goal.widthMm), heightMm: side(goal.heightMm), ...middle };
    }
    case 'everything':
    case 'count':
      return null;
  }
}

/** A layout that answers a goal, and how well. */
export interface Proposal {
  readonly layout: Layout;
  /** The least overlap as it is set, a share of the frame. */
  readonly overlap: number;
  readonly widthMm: number;
  readonly heightMm: number;
  /** Whether every place is within the stops, and every corner of the outline in the sharp circle; `null` when not known. */
  readonly reached: boolean;
  readonly covered: boolean | null;
  /** Whether as much is covered as was wanted. */
  readonly enough: boolean;
}

export interface Proposals {
  /** Of those that hold, the one with fewest frames and the one with most picture; `null` when none holds. */
  readonly fewest: Proposal | null;
  readonly most: Proposal | null;
  /** Fewer frames still, where the frame is turned for some of them; `null` where that saves none. */
  readonly mixed: Proposal | null;
  /** The nearest where none holds. */
  readonly nearest: Proposal | null;
  readonly tried: number;
}

/** Of the most that the circle holds, the share that counts as all of it. */
const NEARLY = 0.9;
/** More frames than this in a row or column are not looked for. */
const MOST_SIDE = 12;

/**
 * Every layout that may answer a goal, ranked: both orientations, every count
 * of rows and columns up to a dozen, evenly spread, set as scale and stops
 * allow, and then looked at as it is set: overlap, stops and circle. Holding
 * ones first; of those fewest frames, then most picture.
 *
 * @param geometry what follows from the settings of a setup
 * @param goal what the mosaic is for
 * @param least the least share of overlap
 *
 * @example
 * proposals(frontGeometry, { for: 'count', columns: 2, rows: 1 }, 0.2).fewest?.layout.frames.length // => 2
 */
export function proposals(geometry: Geometry, goal: Goal, least: number): Proposals {
  if (!(least >= 0 && least < 0.9)) throw new CoreError('bad_overlap', ['overlap'], say(stitchingText.overlapIsItMustBe, { least }));
  const slides = slidesOf(geometry.settings.rig, geometry.settings.mosaic?.mover ?? null, geometry.magnification);
  const target = targetOf(geometry, goal);
  const found: Proposal[] = [];
  let tried = 0;
  const judge = judgeFor({ geometry, slides, target, least, goal });
  for (const orientation of ['landscape', 'portrait'] as const) {
    const { back } = geometry.settings.rig;
    if (orientation === 'portrait' && back.widthMm === back.heightMm) continue;
    for (const layout of candidates(geometry, orientation, judge)) {
      tried++;
      if (layout) found.push(judged(judge, layout));
    }
    const quarter = quarterLayout(slides, orientation);
    if (quarter) found.push(judged({ ...judge, least: 0 }, quarter));
  }
  const holds = ({ reached, covered, enough, overlap, layout }: Proposal): boolean =>
    reached && covered !== false && enough && (layout.kind === 'quarter' || overlap >= least - 1e-9);
  const holding = found.filter(holds);
  const area = (each: Proposal): number => each.widthMm * each.heightMm;
  const count = (each: Proposal): number => each.layout.frames.length;
  const pick = (better: (a: Proposal, b: Proposal) => boolean, from = holding): Proposal | null =>
    from.reduce<Proposal | null>((best, each) => (best === null || better(each, best) ? each : best), null);
  const off = (each: Proposal): number =>
    (each.enough ? 0 : 1) + (each.reached ? 0 : 1) + (each.covered === false ? 1 : 0) + (each.overlap < least - 1e-9 ? 1 : 0);
  const most = pick((a, b) => area(a) > area(b) + 1e-9 || (Math.abs(area(a) - area(b)) <= 1e-9 && count(a) < count(b)));
  // Of everything the circle holds the fewest frames are those that leave little of it out.
  const nearly = goal.for === 'everything' && most ? area(most) * NEARLY : 0;
  const fewest = pick(
    (a, b) => count(a) < count(b) || (count(a) === count(b) && area(a) > area(b) + 1e-9),
    holding.filter((each) => area(each) >= nearly),
  );
  const bands = [...bandCandidates(geometry, judge, fewest ? count(fewest) : Infinity)].map((layout) => judged(judge, layout));
  const mixed = pick((a, b) => count(a) < count(b) || (count(a) === count(b) && area(a) > area(b) + 1e-9), bands.filter(holds));
  return {
    fewest,
    most,
    mixed,
    nearest: found.reduce<Proposal | null>(
      (best, each) => (best === null || off(each) < off(best) || (off(each) === off(best) && area(each) > area(best)) ? each : best),
      null,
    ),
    tried: tried + bands.length,
  };
}

/** Bands of rows, or of columns, deeper than this are not looked for. */
const MOST_BAND = 3;

/** Two bands of frames of both orientations that hold a target, with fewer frames than are known to do. */
function* bandCandidates(geometry: Geometry, { slides, target, least }: Judge, fewer: number): Generator<Layout> {
  const { back } = geometry.settings.rig;
  if (!target || back.widthMm === back.heightMm) return;
  const { widthMm, heightMm, riseMm, shiftMm } = target;
  for (const orientation of ['landscape', 'portrait'] as const) {
    const other = orientation === 'landscape' ? 'portrait' : 'landscape';
    const [a, b] = [turned(back, orientation), turned(back, other)];
    const [needA, needB] = [countFor(a, widthMm, heightMm, least), countFor(b, widthMm, heightMm, least)];
    for (const side of ['below', 'right'] as const) {
      for (const deepA of range(1, MOST_BAND)) {
        for (const deepB of range(1, MOST_BAND)) {
          const first = side === 'below' ? { columns: needA.columns, rows: deepA } : { columns: deepA, rows: needA.rows };
          const second = side === 'below' ? { columns: needB.columns, rows: deepB } : { columns: deepB, rows: needB.rows };
          if (first.columns * first.rows + second.columns * second.rows >= fewer) continue;
          // A step of the scale more at either side makes up for its rounding, as in a plain grid.
          for (const moreMm of [0, 2 * slides.stepMm]) {
            const size = { widthMm: widthMm + moreMm, heightMm: heightMm + moreMm };
            const layout = bandLayout({ slides, orientation, side, first, second, ...size, overlap: least, middle: { riseMm, shiftMm } });
            if (layout) yield layout;
          }
        }
      }
    }
  }
}

function* candidates(
  geometry: Geometry,
  orientation: Orientation,
  { slides, goal, target, least, circleMm2 }: Judge,
): Generator<Layout | null> {
  const frame = turned(geometry.settings.rig.back, orientation);
  const middle = { riseMm: target?.riseMm ?? 0, shiftMm: target?.shiftMm ?? 0 };
  const grid = (columns: number, rows: number, widthMm: number, heightMm: number): Layout | null =>
    gridLayout({ slides, orientation, columns, rows, widthMm, heightMm, middle });
  // The circle moves with the lens, so that frames lie closer in it than in the picture. Stops of the back do not, so this is the least it takes up.
  const travelled = (mm: number): number => (slides.lensMoves ? stepForApart(mm, slides.magnification, 'lens') : mm);
  if (goal.for === 'count' || goal.for === 'everything') {
    const [cs, rs] = goal.for === 'count' ? [[goal.columns], [goal.rows]] : [range(1, MOST_SIDE), range(1, MOST_SIDE)];
    // Steps down from no more than the least overlap, so that what the circle allows is found.
    for (const columns of cs) {
      for (const rows of rs) {
        for (let more = least; more < 0.9; more += goal.for === 'count' ? 0.02 : 0.04) {
          const [w, h] = [frame.widthMm * (1 + (columns - 1) * (1 - more)), frame.heightMm * (1 + (rows - 1) * (1 - more))];
          // Farther out than rounding to the scale brings back: no need to lay it out.
          const layout =
            goal.for === 'everything' &&
            circleMm2 !== null &&
            columns * rows > 1 &&
            Math.hypot(frame.widthMm + travelled(w - frame.widthMm), frame.heightMm + travelled(h - frame.heightMm)) >
              2 * (Math.sqrt(circleMm2) + 3 * slides.stepMm)
              ? null
              : grid(columns, rows, w, h);
          yield layout;
          if (columns === 1 && rows === 1) break;
        }
      }
    }
    return;
  }
  if (!target) return;
  const need = countFor(frame, target.widthMm, target.heightMm, least);
  if (need.columns > MOST_SIDE || need.rows > MOST_SIDE) return;
  for (const columns of range(need.columns, Math.min(MOST_SIDE, need.columns + 2))) {
    for (const rows of range(need.rows, Math.min(MOST_SIDE, need.rows + 2))) {
      // From just enough to as much as the count gives.
      const [w0, h0] = [Math.max(target.widthMm, frame.widthMm), Math.max(target.heightMm, frame.heightMm)];
      const [w1, h1] = [frame.widthMm * (1 + (columns - 1) * (1 - least)), frame.heightMm * (1 + (rows - 1) * (1 - least))];
      // A scale that rounds each place may take something off: a step more on either side makes up for it.
      for (let i = 0; i <= 8; i++) {
        const share = i / 8;
        const layout = grid(columns, rows, w0 + (Math.max(w0, w1) - w0) * share, h0 + (Math.max(h0, h1) - h0) * share);
        yield layout;
      }
    }
  }
}

function range(from: number, to: number): readonly number[] {
  return Array.from({ length: Math.max(0, to - from + 1) }, (_, i) => from + i);
}

/** What stays the same for all candidates of a goal. */
interface Judge {
  readonly slides: Slides;
  readonly target: Target | null;
  readonly least: number;
  readonly goal: Goal;
  /** The square of the radius of the sharp circle of an untilted lens, mm²; `null` when none is known. */
  readonly circleMm2: number | null;
}

interface JudgeForInput {
  readonly geometry: Geometry;
  readonly slides: Slides;
  readonly target: Target | null;
  readonly least: number;
  readonly goal: Goal;
}

function judgeFor({ geometry, slides, target, least, goal }: JudgeForInput): Judge {
  const circle = geometry.sharpCircle;
  const half = circle && coverageHalfAngle(circle.atInfinityMm, geometry.settings.rig.lens.focalMm);
  return {
    slides,
    target,
    least,
    goal,
    circleMm2: half === null ? null : (Math.tan(half) * geometry.settings.rig.lens.focalMm * (1 + geometry.magnification)) ** 2 + 1e-7,
  };
}

/** Whether the frames of a layout lie in a true grid, so that their box is covered all over. */
function isEven({ kind, columns, rows, frames }: Layout): boolean {
  if (kind !== 'grid') return false;
  const [xs, ys] = [new Set<number>(), new Set<number>()];
  for (const { shiftMm, riseMm } of frames) {
    xs.add(shiftMm);
    ys.add(riseMm);
  }
  return xs.size === columns && ys.size === rows;
}

function judged({ slides, target, least, goal, circleMm2 }: Judge, layout: Layout): Proposal {
  const frame = turned(slides.rig.back, layout.orientation);
  const quarter = layout.kind === 'quarter';
  const reached = quarter || layout.frames.every((at) => isReached(slides, at));
  const rects = layoutRects(slides, layout.frames, frame);
  const outside = boxAround(rects) ?? rectOf({ riseMm: 0, shiftMm: 0, turned: false }, frame);
  const covered =
    circleMm2 === null
      ? null
      : layout.frames
          .map((each) => rectOf(each, frame))
          .every(
            ({ left, right, lower, upper }) => Math.max(left * left, right * right) + Math.max(lower * lower, upper * upper) <= circleMm2,
          );
  const even = isEven(layout);
  // A slide that clicks into directions may set a row unevenly: then only what is whole counts. Looked at only of what may hold.
  const box = even || !reached || covered === false ? outside : (unionOf(rects)?.whole ?? outside);
  const overlapOf = (): number => {
    if (even) return gridOverlap(slides, layout, frame);
    return reached && covered !== false ? leastOverlap(rects) : 0;
  };
  const overlap = overlapOf();
  const wholeCircle = goal.for === 'everything';
  const enough =
    goal.for === 'count' || wholeCircle || target === null
      ? !quarter || wholeCircle
      : holdsTarget(box, target, Math.min(slides.stepMm, ROOM_MM));
  return {
    layout,
    overlap: quarter ? Math.max(overlap, least) : overlap,
    widthMm: widthOf(box),
    heightMm: heightOf(box),
    reached,
    covered,
    enough,
  };
}

/** Whether a picture holds what is wanted, to what the scale of the slides is read to, and to no more than the room that was added. */
function holdsTarget({ left, right, lower, upper }: Rect, { shiftMm, riseMm, widthMm, heightMm }: Target, toleranceMm: number): boolean {
  return (
    left <= shiftMm - widthMm / 2 + toleranceMm &&
    right >= shiftMm + widthMm / 2 - toleranceMm &&
    lower <= riseMm - heightMm / 2 + toleranceMm &&
    upper >= riseMm + heightMm / 2 - toleranceMm
  );
}
