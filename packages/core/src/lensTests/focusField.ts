import { degrees } from '../angles';
import { median } from '../robust';
import type { ChartLayout } from './chart';
import { chartScale, placedEdges, type ChartFrame, type PlacedEdge } from './chartFrame';
import { leastSquares } from './leastSquares';

/** A length with one standard deviation, mm. */
export interface Measured {
  readonly mm: number;
  readonly doubtMm: number;
}

/** Where a lens focuses a flat subject at one aperture, by a series of frames at several positions of the back. */
export interface FocusField {
  readonly fNumber: number;
  /** Best focus on the axis: how far the back is from where it was set, away from the lens. */
  readonly centre: Measured;
  /** Greatest image height, mm. */
  readonly heightMm: number;
  /** How much nearer to the lens the focus lies there, for lines around the axis and along the radius. */
  readonly tangentialSag: Sag;
  readonly sagittalSag: Sag;
  /** How much farther from the lens the focus lies to the right and to the top, per mm of the picture: the field is tilted. */
  readonly tilt: readonly [right: TiltPart, up: TiltPart];
  /** Toward which side of the picture edges are softer even at their own best focus, from the right toward the top; `null` where no side is. */
  readonly softerToward: { readonly deg: number; readonly doubtDeg: number } | null;
  /** Edges that it rests on. */
  readonly edges: number;
}

/** Field curvature in one direction. */
export interface Sag extends Measured {
  /** Shares of it that go with the square and with the fourth power of the image height, mm. */
  readonly terms: readonly [square: number, fourth: number];
}

/** Tilt in one direction, mm per mm, with one standard deviation. */
export interface TiltPart {
  readonly slope: number;
  readonly doubt: number;
}

/** Positions of the back that are enough. */
const LEAST_POSITIONS = 4;
/** Edges that are enough. */
const LEAST_EDGES = 24;
/** Beyond this share of the sharpest position an edge is too blurred for the parabola. */
const FAINT = 0.25;
/** Edges of two frames are the same one where they are so near, mm of the picture. */
const SAME_MM = 0.5;
/** Best focus of one edge is not found better than this share of the step between positions. */
const FINEST = 0.02;

interface Through {
  readonly xMm: number;
  readonly yMm: number;
  readonly tangential: number;
  readonly atMm: number;
  readonly doubtMm: number;
  /** Blur there as a square, mm². */
  readonly blur: number;
}

/**
 * Field curvature, tilt of the field and best focus at one aperture. The blur
 * of each edge as a square is a parabola over the position of the back; its
 * lowest point is the best focus there. A chart that does not stand parallel to the
 * back is allowed for by how large it is drawn at each side. `null` where there
 * are too few positions or edges.
 *
 * @param layout the chart
 * @param frames of one aperture and one shift, the back at several positions
 * @param focalMm focal length, mm
 *
 * @example
 * focusField(chartLayout('A4'), [], 90) // => null
 */
export function focusField(layout: ChartLayout, frames: readonly ChartFrame[], focalMm: number): FocusField | null {
  const fNumber = frames[0]?.fNumber ?? null;
  if (fNumber === null || new Set(frames.map(({ focusMm }) => focusMm)).size < LEAST_POSITIONS) return null;
  const scales = frames.map((frame) => chartScale(layout, frame));
  // Refocusing changes the scale by far less than matters for where edges are.
  const edges = frames.map((frame, i) => placedEdges([frame], [scales[i] ?? null]));
  const through = throughFocus(
    edges,
    frames.map(({ focusMm }) => focusMm),
  );
  if (through.length < LEAST_EDGES) return null;
  const last = Math.max(...through.map(({ xMm, yMm }) => Math.hypot(xMm, yMm)));
  const fit = leastSquares(
    through.map(({ xMm, yMm, tangential, atMm, doubtMm }) => {
      const square = (xMm ** 2 + yMm ** 2) / last ** 2;
      return {
        shares: [1, xMm, yMm, -tangential * square, -tangential * square ** 2, -(1 - tangential) * square, -(1 - tangential) * square ** 2],
        value: atMm,
        doubt: doubtMm,
      };
    }),
  );
  if (!fit) return null;
  const { values, covariance } = fit;
  const doubtOf = (...unknowns: readonly number[]): number =>
    Math.sqrt(unknowns.flatMap((i) => unknowns.map((j) => covariance.get(i, j))).reduce((sum, each) => sum + each, 0));
  const sagOf = (first: 3 | 5): Sag => {
    const terms = [values[first] ?? 0, values[first + 1] ?? 0] as const;
    return { terms, mm: terms[0] + terms[1], doubtMm: doubtOf(first, first + 1) };
  };
  // At focus v = f(1 + m): where the chart is drawn larger the focus lies farther out. The picture is at 1 + m times the heights at infinity.
  const magnification = median(scales.flatMap((scale) => scale?.magnification ?? []));
  const chartTilt = ([0, 1] as const).map((axis) => focalMm * median(scales.flatMap((scale) => scale?.growth[axis] ?? [])));
  const tiltOf = (axis: 0 | 1): TiltPart => ({
    slope: (values[1 + axis] ?? 0) / (1 + magnification) - (chartTilt[axis] ?? 0),
    doubt: doubtOf(1 + axis),
  });
  return {
    fNumber,
    centre: { mm: values[0] ?? 0, doubtMm: doubtOf(0) },
    heightMm: last,
    tangentialSag: sagOf(3),
    sagittalSag: sagOf(5),
    tilt: [tiltOf(0), tiltOf(1)],
    softerToward: softerToward(through, last),
    edges: through.length,
  };
}

/** A side is softer where the difference is so many standard deviations. */
const SEEN = 4;

/** Toward which side blur at best focus grows: what a centred lens never does. */
function softerToward(through: readonly Through[], last: number): FocusField['softerToward'] {
  const scatter = median(through.map(({ blur }) => blur)) * 0.05;
  const fit = leastSquares(
    through.map(({ xMm, yMm, tangential, blur }) => {
      const square = (xMm ** 2 + yMm ** 2) / last ** 2;
      return {
        shares: [1, xMm, yMm, tangential * square, tangential * square ** 2, (1 - tangential) * square, (1 - tangential) * square ** 2],
        value: blur,
        doubt: scatter,
      };
    }),
  );
  if (!fit) return null;
  const [right, up] = [fit.values[1] ?? 0, fit.values[2] ?? 0];
  const size = Math.hypot(right, up);
  const doubt = Math.sqrt((fit.covariance.get(1, 1) + fit.covariance.get(2, 2)) / 2);
  return size < SEEN * doubt ? null : { deg: degrees(Math.atan2(up, right)), doubtDeg: degrees(doubt / size) };
}

/** Best focus of every edge that enough frames show. */
function throughFocus(edges: readonly (readonly PlacedEdge[])[], focusMm: readonly number[]): readonly Through[] {
  const steps = [...new Set(focusMm)].sort((a, b) => a - b);
  const step = Math.min(...steps.slice(1).map((each, i) => each - (steps[i] ?? 0)));
  // Those of the frame in the middle are looked up in the others.
  const middle = edges.reduce((most, each, i) => ((edges[most]?.length ?? 0) >= each.length ? most : i), 0);
  return (edges[middle] ?? []).flatMap((edge): readonly Through[] => {
    const same = edges.flatMap((others, i) => {
      const found = others.find(
        (other) => Math.hypot(other.xMm - edge.xMm, other.yMm - edge.yMm) < SAME_MM && Math.abs(other.tangential - edge.tangential) < 0.1,
      );
      return found ? [{ at: focusMm[i] ?? 0, ...found }] : [];
    });
    const sharpest = Math.max(...same.map(({ cyMm }) => cyMm));
    const clear = same.filter(({ cyMm }) => cyMm > FAINT * sharpest);
    if (new Set(clear.map(({ at }) => at)).size < LEAST_POSITIONS) return [];
    const fit = leastSquares(
      clear.map(({ at, cyMm, doubtCyMm }) => ({
        shares: [1, at, at ** 2],
        value: cyMm ** -2,
        doubt: (2 * Math.hypot(doubtCyMm, 0.01 * cyMm)) / cyMm ** 3,
      })),
    );
    if (!fit) return [];
    const [constant = 0, slope = 0, curve = 0] = fit.values;
    if (!(curve > 0)) return [];
    const atMm = -slope / (2 * curve);
    // A lowest point outside the positions is a guess.
    if (atMm < (steps[0] ?? 0) || atMm > (steps.at(-1) ?? 0)) return [];
    // How the lowest point −b/2c changes with b and with c.
    const [byB, byC] = [-1 / (2 * curve), slope / (2 * curve ** 2)];
    const { covariance: v } = fit;
    const variance = byB ** 2 * v.get(1, 1) + 2 * byB * byC * v.get(1, 2) + byC ** 2 * v.get(2, 2);
    return [
      {
        xMm: edge.xMm,
        yMm: edge.yMm,
        tangential: edge.tangential,
        atMm,
        doubtMm: Math.hypot(Math.sqrt(variance), FINEST * step),
        blur: constant - slope ** 2 / (4 * curve),
      },
    ];
  });
}

/**
 * How much nearer to the lens the focus lies at an image height, mm.
 *
 * @param field what was measured
 * @param way for lines around the axis, or along the radius
 * @param heightMm image height at infinity, mm
 *
 * @example
 * sagAt({ heightMm: 20, tangentialSag: { terms: [0.1, 0], mm: 0.1, doubtMm: 0 }, sagittalSag: { terms: [0, 0], mm: 0, doubtMm: 0 } }, 'tangentialSag', 10) // => 0.025
 */
export function sagAt(
  field: Pick<FocusField, 'heightMm' | 'tangentialSag' | 'sagittalSag'>,
  way: 'tangentialSag' | 'sagittalSag',
  heightMm: number,
): number {
  const share = (heightMm / field.heightMm) ** 2;
  const [square, fourth] = field[way].terms;
  return square * share + fourth * share ** 2;
}

/** How best focus moves on stopping down. */
export interface FocusShift {
  readonly fNumbers: readonly number[];
  /** From the widest aperture, away from the lens, mm. */
  readonly shift: readonly Measured[];
}

/**
 * Focus shift from best focus at several apertures; `null` with one alone.
 *
 * @param fields best focus by aperture
 *
 * @example
 * focusShiftOf([]) // => null
 */
export function focusShiftOf(fields: readonly FocusField[]): FocusShift | null {
  const [widest, ...more] = fields.toSorted((a, b) => a.fNumber - b.fNumber);
  if (!widest || more.length === 0) return null;
  return {
    fNumbers: [widest, ...more].map(({ fNumber }) => fNumber),
    shift: [
      { mm: 0, doubtMm: 0 },
      ...more.map(({ centre }) => ({ mm: centre.mm - widest.centre.mm, doubtMm: Math.hypot(centre.doubtMm, widest.centre.doubtMm) })),
    ],
  };
}
