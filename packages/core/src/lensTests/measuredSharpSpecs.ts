import type { ItemOf, Specs } from '../kit/item';
import { distortionAt } from './chartDistortion';
import type { ChartResult } from './chartResult';
import { sagAt } from './focusField';
import { withHeightTables } from './heightTables';
import { acceptedMm } from './marks';
import { sharpCircle, type SharpCircle } from './sharpCircle';

/** A sharp circle at one aperture. */
export interface MeasuredCircle {
  readonly fNumber: number;
  readonly diameterMm: number;
  /** Whether no frame reaches its end: it may be larger. */
  readonly isAtLeast: boolean;
  /** Whether marks by eye gave it. */
  readonly isByEye: boolean;
}

/** The values of a lens in the kit that follow from frames of the test chart; `null` for what was not measured. */
export interface SharpSpecs {
  readonly sharpCircles: readonly MeasuredCircle[] | null;
  readonly heightsMm: readonly number[];
  readonly tangentialSagMm: readonly number[] | null;
  readonly sagittalSagMm: readonly number[] | null;
  readonly distortionPercent: readonly number[] | null;
  readonly focusShiftFNumbers: readonly number[] | null;
  readonly focusShiftMm: readonly number[] | null;
}

/** Heights in the table for the kit. */
const TABLE = 8;
/** A lens that never meets the standard has a sharp circle of this diameter: the kit knows no smaller one. */
const SMALLEST_MM = 1;
const rounded = (value: number, digits: number): number => Math.round(value * 10 ** digits) / 10 ** digits;

/** A sharp circle as the kit keeps it; `null` where it is unknown. */
function kitCircle(circle: SharpCircle, isByEye: boolean): MeasuredCircle | null {
  if (circle.kind === 'unknown') return null;
  const measuredMm = circle.kind === 'never' ? 0 : circle.radiusMm;
  const radiusMm = isByEye ? acceptedMm(circle) : measuredMm;
  const diameterMm = Math.max(SMALLEST_MM, rounded(2 * radiusMm, 1));
  return { fNumber: circle.fNumber, diameterMm, isAtLeast: circle.kind === 'atLeast', isByEye };
}

/**
 * The values of a lens in the kit that follow from marks by eye alone: each
 * circle reaches as far as a place was at least acceptable. `null` where the
 * marks leave every circle open.
 *
 * @param circles sharp circles by marks
 *
 * @example
 * markedSpecs([{ fNumber: 8, kind: 'atLeast', radiusMm: 20 }])?.sharpCircles // => [{ fNumber: 8, diameterMm: 40, isAtLeast: true, isByEye: true }]
 */
export function markedSpecs(circles: readonly SharpCircle[]): SharpSpecs | null {
  const sharpCircles = circles.flatMap((circle) => kitCircle(circle, true) ?? []);
  if (sharpCircles.length === 0) return null;
  const nothing = { tangentialSagMm: null, sagittalSagMm: null, distortionPercent: null, focusShiftFNumbers: null, focusShiftMm: null };
  return { sharpCircles, heightsMm: [], ...nothing };
}

/**
 * The values of a lens in the kit that follow from frames of the test chart.
 * `null` where nothing was measured.
 *
 * @param result what was measured
 * @param wantedCyMm the standard of sharpness, cycles per mm
 * @param byEye circles by marks, which count instead of those measured at their apertures
 *
 * @example
 * sharpSpecs({ sharpness: { apertures: [], magnification: 0, pixelMm: 0.01, problems: [] }, fields: [], focusShift: null, distortion: null, lateralColour: null, flare: [] }, 24) // => null
 */
export function sharpSpecs(
  { sharpness, fields, focusShift, distortion }: ChartResult,
  wantedCyMm: number,
  byEye: readonly SharpCircle[] = [],
): SharpSpecs | null {
  // What is sharper than diffraction allows is at the wrong aperture: no table follows.
  const inOrder = !sharpness.problems.some(({ kind }) => kind === 'tooSharp');
  const circles = sharpness.apertures.flatMap((at) => {
    const seen = byEye.find(({ fNumber, kind }) => fNumber === at.fNumber && kind !== 'unknown');
    return (seen ? kitCircle(seen, true) : kitCircle(sharpCircle(at, wantedCyMm), false)) ?? [];
  });
  const [field] = fields;
  const lastMm = Math.max(field?.heightMm ?? 0, distortion?.lastMm ?? 0);
  const sharpCircles = inOrder && circles.length > 0 ? circles : null;
  if (!inOrder || (sharpCircles === null && lastMm === 0)) return null;
  const heightsMm = lastMm === 0 ? [] : Array.from({ length: TABLE }, (_, i) => rounded((lastMm * (i + 1)) / TABLE, 2));
  // No height of a table lies beyond what was measured by more than rounding.
  const sag = (way: 'tangentialSag' | 'sagittalSag') =>
    field ? heightsMm.map((mm) => rounded(sagAt(field, way, Math.min(mm, field.heightMm)), 3)) : null;
  return {
    sharpCircles,
    heightsMm,
    tangentialSagMm: sag('tangentialSag'),
    sagittalSagMm: sag('sagittalSag'),
    distortionPercent: distortion && heightsMm.map((mm) => rounded(100 * distortionAt(distortion, Math.min(mm, distortion.lastMm)), 3)),
    focusShiftFNumbers: focusShift && focusShift.fNumbers,
    focusShiftMm: focusShift && focusShift.shift.map(({ mm }) => rounded(mm, 3)),
  };
}

/**
 * A lens with its sharpness as measured. What was not measured stays.
 *
 * @param lens the lens of the kit
 * @param measured the values that a test gave
 *
 * @example
 * withMeasuredSharpness(parts.lens, { sharpCircles: [{ fNumber: 8, diameterMm: 50, isAtLeast: false, isByEye: false }], heightsMm: [], tangentialSagMm: null, sagittalSagMm: null, distortionPercent: null, focusShiftFNumbers: null, focusShiftMm: null }).specs.sharpCircles.find(({ fNumber }) => fNumber === 8)?.diameterMm // => 50
 */
export function withMeasuredSharpness(lens: ItemOf<'lens'>, measured: SharpSpecs): ItemOf<'lens'> {
  const changes = gained(lens.specs, measured);
  return { ...lens, specs: { ...lens.specs, ...changes }, typical: lens.typical.filter((key) => !(key in changes)) };
}

function gained(specs: Specs<'lens'>, measured: SharpSpecs): Partial<Specs<'lens'>> {
  const { sharpCircles, heightsMm, focusShiftFNumbers, focusShiftMm, tangentialSagMm, sagittalSagMm, distortionPercent } = measured;
  return {
    ...withHeightTables(specs, heightsMm, {
      ...(tangentialSagMm && { tangentialSagMm }),
      ...(sagittalSagMm && { sagittalSagMm }),
      ...(distortionPercent && { distortionPercent }),
    }),
    ...(sharpCircles && { sharpCircles: circlesWith(specs.sharpCircles, sharpCircles, specs.imageCircleMm ?? Infinity) }),
    ...(focusShiftFNumbers && focusShiftMm && { focusShiftFNumbers, focusShiftMm }),
  };
}

/**
 * Sharp circles with those that were measured. What is known only as at least
 * so large takes nothing away from what was measured before, and apertures of
 * other tests stay; what a table says goes, or the two would be mixed.
 */
function circlesWith(
  now: Specs<'lens'>['sharpCircles'],
  measured: readonly MeasuredCircle[],
  mostMm: number,
): Specs<'lens'>['sharpCircles'] {
  const before = now.filter(({ evidence }) => evidence === 'measured' || evidence === 'byEye');
  const others = before.filter(({ fNumber }) => measured.every((row) => row.fNumber !== fNumber));
  const rows = measured.map(({ fNumber, diameterMm, isAtLeast, isByEye }) => {
    const known = before.find((row) => row.fNumber === fNumber);
    if (isAtLeast && known && known.diameterMm > diameterMm) return { ...known, diameterMm: Math.min(known.diameterMm, mostMm) };
    return { fNumber, diameterMm: Math.min(diameterMm, mostMm), evidence: isByEye ? ('byEye' as const) : ('measured' as const) };
  });
  return [...others, ...rows].sort((a, b) => a.fNumber - b.fNumber);
}
