import { lensTestsText } from '@gangway/messages/core/lensTests';
import { listed } from '@gangway/messages/list';
import { say } from '@gangway/messages/say';
import { diagonalMm } from '../coverage/frame';
import { shiftLimitMm } from '../coverage/shiftLimit';
import type { FrameSize } from '../model/frame';
import { apertureWords, fixed, mmWords, riseWords, shiftWords } from '../words';
import type { CircleEdge } from './circleEdge';
import type { LightAtAperture, LightResult } from './light';
import { lostAt } from './radial';

/** What a test of the light of a lens found, fact by fact. */
export type LightFact =
  | { readonly kind: 'circle'; readonly diameterMm: number; readonly doubtMm: number; readonly nominalMm: number | null }
  /** Its edge was not seen in enough directions; there is light up to this distance from the axis. */
  | { readonly kind: 'circleUnknown'; readonly reachedMm: number }
  /** How far the frame may shift and rise from the centre before a corner goes dark; `null` where it never fits. */
  | { readonly kind: 'limits'; readonly shiftMm: number | null; readonly riseMm: number | null }
  /** Light lost in the corners of the centred frame, and by the cos⁴ law alone; `null` where the focal length is unknown. */
  | { readonly kind: 'corners'; readonly fNumber: number; readonly stops: number; readonly doubt: number; readonly lawStops: number | null }
  | { readonly kind: 'clears'; readonly fNumber: number }
  | { readonly kind: 'cast'; readonly colour: 'red' | 'cyan' | 'blue' | 'yellow'; readonly stops: number; readonly heightMm: number }
  /** The settings at which the image circle is centred, where these are not zero. */
  | { readonly kind: 'axis'; readonly shiftMm: number; readonly riseMm: number; readonly doubtMm: number };

/** What the test is compared with. */
export interface TestedLens {
  readonly frame: FrameSize;
  /** Focal length, mm; `null` where it is unknown. */
  readonly focalMm: number | null;
  /** The image circle that the kit has, mm; `null` where it has none. */
  readonly nominalCircleMm: number | null;
}

/** A smaller colour cast cannot be seen, stops (assumed). */
const SEEN_CAST = 0.1;
/** An axis nearer than this to the zero of the scales is there, mm: scales are not read better. */
const SEEN_OFF_MM = 0.2;

/**
 * Light lost by the cos⁴ law alone, stops: −log₂ cos⁴θ with tan θ = h/f.
 *
 * @param heightMm image height at infinity, mm
 * @param focalMm focal length, mm
 *
 * @example
 * lawStops(24, 24) // => 2
 */
export const lawStops = (heightMm: number, focalMm: number): number => 2 * Math.log2(1 + (heightMm / focalMm) ** 2);

/** The strongest cast at one aperture, as far as it is seen. */
function castOf({ heightsMm, redder, bluer }: LightAtAperture): readonly LightFact[] {
  const strongest = (values: readonly number[]) =>
    values.reduce((best, stops, i) => (Math.abs(stops) > Math.abs(best.stops) ? { stops, heightMm: heightsMm[i] ?? 0 } : best), {
      stops: 0,
      heightMm: 0,
    });
  const [red, blue] = [strongest(redder), strongest(bluer)];
  const isRed = Math.abs(red.stops) >= Math.abs(blue.stops);
  const { stops, heightMm } = isRed ? red : blue;
  if (Math.abs(stops) < SEEN_CAST) return [];
  const warm = isRed ? ('red' as const) : ('blue' as const);
  const against = isRed ? ('cyan' as const) : ('yellow' as const);
  return [{ kind: 'cast', colour: stops > 0 ? warm : against, stops: Math.abs(stops), heightMm }];
}

/** What follows from the image circle alone. */
function circleFacts(
  { radiusMm, doubtMm, middleMm, middleDoubtMm }: CircleEdge,
  frame: FrameSize,
  nominalMm: number | null,
): readonly LightFact[] {
  const diameterMm = 2 * radiusMm;
  // A frame is centred when it is shifted to where the circle is.
  const [shiftMm, riseMm] = middleMm;
  const off = Math.hypot(shiftMm, riseMm);
  return [
    { kind: 'circle', diameterMm, doubtMm: 2 * doubtMm, nominalMm },
    { kind: 'limits', shiftMm: shiftLimitMm(frame, diameterMm, 0), riseMm: shiftLimitMm(frame, diameterMm, 90) },
    ...(off > SEEN_OFF_MM && off > 2 * middleDoubtMm ? [{ kind: 'axis' as const, shiftMm, riseMm, doubtMm: middleDoubtMm }] : []),
  ];
}

/**
 * What a test of the light of a lens found.
 *
 * @param result what was measured
 * @param lens the frame that it was measured on, and what the kit says of the lens
 *
 * @example
 * lightFacts({ apertures: [], circle: null, clearsFrom: null, problems: [], specs: null }, { frame: { widthMm: 36, heightMm: 24 }, focalMm: 24, nominalCircleMm: 67 }) // => []
 */
export function lightFacts(result: LightResult, { frame, focalMm, nominalCircleMm }: TestedLens): readonly LightFact[] {
  const { apertures, circle, clearsFrom, problems } = result;
  const [wide] = apertures;
  const clear = apertures.find(({ fNumber }) => fNumber === clearsFrom);
  const settled = clear ?? apertures.at(-1);
  const cornerMm = diagonalMm(frame) / 2;
  const corners = [...new Set([wide, clear])].flatMap((at): readonly LightFact[] => {
    // What lies beyond the last height was not measured.
    if (!at || (at.heightsMm.at(-1) ?? 0) < cornerMm) return [];
    const doubt = at.doubt[at.heightsMm.findIndex((mm) => mm >= cornerMm)] ?? NaN;
    const law = focalMm === null ? null : lawStops(cornerMm, focalMm);
    return [{ kind: 'corners', fNumber: at.fNumber, stops: lostAt(at, cornerMm), doubt, lawStops: law }];
  });
  const notReached = problems.find((problem) => problem.kind === 'edgeNotReached');
  return [
    ...(circle ? circleFacts(circle, frame, nominalCircleMm) : []),
    ...(notReached ? [{ kind: 'circleUnknown' as const, reachedMm: notReached.reachedMm }] : []),
    ...corners,
    ...(clearsFrom === null ? [] : [{ kind: 'clears' as const, fNumber: clearsFrom }]),
    ...(settled ? castOf(settled) : []),
  ];
}

/**
 * A fact as a sentence.
 *
 * @param fact what a test found
 *
 * @example
 * lightConclusion({ kind: 'clears', fNumber: 8 }) // => 'From f/8 on, stopping down no longer brightens the corners.'
 */
export function lightConclusion(fact: LightFact): string {
  switch (fact.kind) {
    case 'circle':
      return say(lensTestsText.circleMeasured, {
        mm: fixed(fact.diameterMm, 1),
        doubt: fixed(Math.max(0.1, fact.doubtMm), 1),
        nominal: fact.nominalMm === null ? 'none' : comparison(fact.diameterMm, fact.nominalMm),
        by: mmWords(Math.abs(fact.diameterMm - (fact.nominalMm ?? 0))),
        kit: mmWords(fact.nominalMm ?? 0),
      });
    case 'circleUnknown':
      return say(lensTestsText.circleUnknown, { mm: mmWords(fact.reachedMm) });
    case 'limits':
      return fact.shiftMm === null || fact.riseMm === null
        ? lensTestsText.neverCovered
        : say(lensTestsText.limitsMeasured, { shift: mmWords(fact.shiftMm), rise: mmWords(fact.riseMm) });
    case 'corners':
      return say(lensTestsText.cornersLose, {
        fNumber: apertureWords(fact.fNumber),
        stops: fixed(fact.stops, 2),
        doubt: fixed(Math.max(0.01, fact.doubt), 2),
        law: fact.lawStops === null ? 'none' : fixed(fact.lawStops, 2),
      });
    case 'clears':
      return say(lensTestsText.clearsFrom, { fNumber: apertureWords(fact.fNumber) });
    case 'cast':
      return say(lensTestsText.castMeasured, { colour: fact.colour, stops: fixed(fact.stops, 2), mm: mmWords(fact.heightMm) });
    case 'axis':
      return say(lensTestsText.axisMeasured, {
        settings: listed([riseWords(fact.riseMm), shiftWords(fact.shiftMm)]),
        doubt: mmWords(Math.max(0.1, fact.doubtMm)),
      });
  }
}

/** How a circle compares with that in the kit. */
function comparison(measuredMm: number, kitMm: number): 'same' | 'smaller' | 'larger' {
  if (Math.abs(measuredMm - kitMm) < 0.05) return 'same';
  return measuredMm < kitMm ? 'smaller' : 'larger';
}
