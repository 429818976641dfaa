import { lensTestsText } from '@gangway/messages/core/lensTests';
import { listed } from '@gangway/messages/list';
import { say } from '@gangway/messages/say';
import { degrees } from '../angles';
import { diagonalMm } from '../coverage/frame';
import type { FrameSize } from '../model/frame';
import { apertureWords, fixed, mmWords } from '../words';
import { distortionAt } from './chartDistortion';
import type { ChartResult } from './chartResult';
import { sharpnessAt, type SharpnessProblem } from './chartSharpness';
import type { Flare } from './flare';
import { colourShiftAt } from './lateralColour';
import { frameNames } from './frameNames';
import { bestApertures, sharpCircle, type SharpCircle } from './sharpCircle';

/** A place in the frame for which the best aperture is told. */
export type FramePlace = 'centre' | 'edge' | 'corner';

/** By how much focus at a border of the frame lies farther from the lens than at the opposite one, with one standard deviation. */
interface FartherBorder {
  readonly side: 'right' | 'left' | 'top' | 'bottom';
  readonly mm: number;
  readonly doubtMm: number;
}

/** What frames of the test chart found, fact by fact. */
export type ChartFact =
  | {
      readonly kind: 'best';
      readonly place: FramePlace;
      readonly heightMm: number;
      readonly fNumbers: readonly number[];
      readonly cyMm: number;
      /** Whether no other aperture was measured: nothing was compared. */
      readonly isOnly: boolean;
    }
  | { readonly kind: 'circle'; readonly circle: SharpCircle }
  /** The same, judged by eye. */
  | { readonly kind: 'marked'; readonly circle: SharpCircle }
  /** Beyond this image height no aperture meets the standard. */
  | { readonly kind: 'beyond'; readonly heightMm: number }
  /** How much of what diffraction and pixels allow the centre reaches, and which of the three costs most. */
  | { readonly kind: 'limit'; readonly fNumber: number; readonly share: number; readonly limitedBy: 'lens' | 'sensor' | 'diffraction' }
  /** Stopping down from the best aperture to the smallest costs this share in the centre; by diffraction alone this one. */
  | { readonly kind: 'diffraction'; readonly fNumber: number; readonly share: number; readonly idealShare: number }
  | {
      readonly kind: 'curvature';
      readonly heightMm: number;
      readonly tangentialMm: number;
      readonly sagittalMm: number;
      readonly doubtMm: number;
    }
  /** At which borders focus lies farther from the lens than at the opposite ones. */
  | {
      readonly kind: 'fieldTilt';
      readonly borders: readonly FartherBorder[];
      /** How far lens and back are from parallel if the lens itself is centred, degrees. */
      readonly deg: number;
      readonly doubtDeg: number;
    }
  | { readonly kind: 'focusShift'; readonly fNumber: number; readonly mm: number; readonly doubtMm: number }
  | { readonly kind: 'decentred'; readonly towardDeg: number }
  | { readonly kind: 'distortion'; readonly heightMm: number; readonly percent: number; readonly doubtPercent: number }
  /** How much farther from the axis red and blue are drawn than green, µm, and how wide the fringes are, px. */
  | {
      readonly kind: 'lateralColour';
      readonly heightMm: number;
      readonly redUm: number;
      readonly blueUm: number;
      readonly doubtUm: number;
      readonly fringePx: number;
    }
  /** How much light a lamp beside the frame spreads, as a share of white, and where most. */
  | { readonly kind: 'flare'; readonly flare: Flare };

/** A veil that is weaker than this share of white cannot be seen (assumed). */
const SEEN_VEIL = 0.003;
/** Something is told where it is so many standard deviations from nothing. */
const SEEN = 3;
/** Less distortion than this cannot be seen on any wall (common practice), percent. */
const SEEN_PERCENT = 0.05;
/** Narrower fringes than this cannot be seen in a picture at 100 % (common practice), px. */
const SEEN_FRINGE_PX = 0.3;
/** The lens is good enough where it reaches this share of what is possible. */
const GOOD = 0.85;
/** Square pixels alone leave half of the contrast at this frequency, cycles per pixel: sin(πf)/(πf) is one half. */
const PIXEL_CY_PX = 0.603;
/** Where diffraction leaves this share of that, the pixels cost more. */
const MOSTLY_PIXELS = 0.8;

/**
 * What frames of the test chart found.
 *
 * @param result what was measured
 * @param frame size of the frame
 * @param wantedCyMm the standard: cycles per mm at which half of the contrast must be left
 *
 * @example
 * chartFacts({ sharpness: { apertures: [], magnification: 0, pixelMm: 0.01, problems: [] }, fields: [], focusShift: null, distortion: null, lateralColour: null, flare: [] }, { widthMm: 36, heightMm: 24 }, 24) // => []
 */
export function chartFacts(result: ChartResult, frame: FrameSize, wantedCyMm: number): readonly ChartFact[] {
  return [
    ...sharpnessFacts(result, frame, wantedCyMm),
    ...focusFacts(result, frame),
    ...distortionFacts(result, frame),
    ...colourFacts(result, frame),
    ...result.flare.map((flare) => ({ kind: 'flare' as const, flare })),
  ];
}

function sharpnessFacts({ sharpness }: ChartResult, frame: FrameSize, wantedCyMm: number): readonly ChartFact[] {
  const { apertures, pixelMm } = sharpness;
  const places: readonly (readonly [FramePlace, number])[] = [
    ['centre', 0],
    ['edge', Math.max(frame.widthMm, frame.heightMm) / 2],
    ['corner', diagonalMm(frame) / 2],
  ];
  const best = places.flatMap(([place, heightMm]): readonly ChartFact[] => {
    const found = bestApertures(apertures, heightMm);
    return found ? [{ kind: 'best', place, heightMm, fNumbers: found.asGood, cyMm: found.cyMm, isOnly: apertures.length === 1 }] : [];
  });
  const circles = apertures.map((at) => sharpCircle(at, wantedCyMm));
  const far = Math.max(...circles.map((circle) => ('radiusMm' in circle ? circle.radiusMm : 0)));
  const isEnd = circles.length > 0 && circles.every(({ kind }) => kind === 'measured' || kind === 'never');
  const centre = bestApertures(apertures, 0);
  const top = apertures.find(({ fNumber }) => fNumber === centre?.bestFNumber);
  const last = apertures.at(-1);
  const stopped = last && sharpnessAt(last, 'softer', 0);
  return [
    ...best,
    ...circles.map((circle) => ({ kind: 'circle' as const, circle })),
    ...(isEnd ? [{ kind: 'beyond' as const, heightMm: far }] : []),
    ...(centre && top && pixelMm !== null ? [limitFact(top.fNumber, centre.cyMm, top.idealCyMm, pixelMm)] : []),
    ...(centre && top && last && stopped && last !== top
      ? [
          {
            kind: 'diffraction' as const,
            fNumber: last.fNumber,
            share: 1 - stopped.cyMm / centre.cyMm,
            idealShare: 1 - last.idealCyMm / top.idealCyMm,
          },
        ]
      : []),
  ];
}

function limitFact(fNumber: number, cyMm: number, idealCyMm: number, pixelMm: number): ChartFact {
  const share = cyMm / idealCyMm;
  const others = idealCyMm > (MOSTLY_PIXELS * PIXEL_CY_PX) / pixelMm ? 'sensor' : 'diffraction';
  return { kind: 'limit', fNumber, share, limitedBy: share < GOOD ? 'lens' : others };
}

function focusFacts({ fields, focusShift }: ChartResult, { widthMm, heightMm }: FrameSize): readonly ChartFact[] {
  const [wide] = fields;
  if (!wide) return [];
  const { tangentialSag, sagittalSag, tilt, softerToward } = wide;
  const sides = [
    ['right', 'left', widthMm],
    ['top', 'bottom', heightMm],
  ] as const;
  const borders = tilt.flatMap(({ slope, doubt }, axis): readonly FartherBorder[] => {
    const [positive, negative, size] = sides[axis] ?? sides[0];
    if (Math.abs(slope) < SEEN * doubt) return [];
    return [{ side: slope > 0 ? positive : negative, mm: Math.abs(slope) * size, doubtMm: doubt * size }];
  });
  return [
    {
      kind: 'curvature',
      heightMm: wide.heightMm,
      tangentialMm: tangentialSag.mm,
      sagittalMm: sagittalSag.mm,
      doubtMm: Math.max(tangentialSag.doubtMm, sagittalSag.doubtMm),
    },
    ...(borders.length > 0
      ? [
          {
            kind: 'fieldTilt' as const,
            borders,
            deg: degrees(Math.atan(Math.hypot(...tilt.map(({ slope }) => slope)))),
            doubtDeg: degrees(Math.max(...tilt.map(({ doubt }) => doubt))),
          },
        ]
      : []),
    ...(focusShift?.fNumbers.slice(1).flatMap((fNumber, i): readonly ChartFact[] => {
      const at = focusShift.shift[i + 1];
      return at && Math.abs(at.mm) > SEEN * at.doubtMm ? [{ kind: 'focusShift', fNumber, mm: at.mm, doubtMm: at.doubtMm }] : [];
    }) ?? []),
    ...(softerToward ? [{ kind: 'decentred' as const, towardDeg: softerToward.deg }] : []),
  ];
}

function distortionFacts({ distortion }: ChartResult, frame: FrameSize): readonly ChartFact[] {
  if (!distortion) return [];
  const heightMm = Math.min(diagonalMm(frame) / 2, distortion.lastMm);
  return [{ kind: 'distortion', heightMm, percent: 100 * distortionAt(distortion, heightMm), doubtPercent: 100 * distortion.doubt }];
}

function colourFacts({ lateralColour, sharpness: { pixelMm } }: ChartResult, frame: FrameSize): readonly ChartFact[] {
  if (!lateralColour || pixelMm === null) return [];
  const { red, blue, lastMm } = lateralColour;
  const heightMm = Math.min(diagonalMm(frame) / 2, lastMm);
  const [redMm, blueMm] = [colourShiftAt(red, heightMm), colourShiftAt(blue, heightMm)];
  return [
    {
      kind: 'lateralColour',
      heightMm,
      redUm: 1000 * redMm,
      blueUm: 1000 * blueMm,
      doubtUm: 1000 * Math.max(red.doubtMm, blue.doubtMm),
      fringePx: (Math.max(0, redMm, blueMm) - Math.min(0, redMm, blueMm)) / pixelMm,
    },
  ];
}

/**
 * A fact as a sentence.
 *
 * @param fact what a test found
 * @param wantedCyMm the standard, cycles per mm
 *
 * @example
 * chartConclusion({ kind: 'beyond', heightMm: 31 }, 24) // => 'Beyond 31.0 mm from the axis no aperture reaches 24 lp/mm.'
 */
export function chartConclusion(fact: ChartFact, wantedCyMm: number): string {
  const wanted = fixed(wantedCyMm, 0);
  switch (fact.kind) {
    case 'best':
      return say(lensTestsText.bestAt, {
        place: fact.place,
        mm: mmWords(fact.heightMm),
        apertures: runs(fact.fNumbers),
        n: fact.fNumbers.length,
        lp: fixed(fact.cyMm, 0),
        isOnly: fact.isOnly ? 'yes' : 'no',
      });
    case 'circle':
      return circleSentence(fact.circle, wanted);
    case 'marked':
      return markedSentence(fact.circle);
    case 'beyond':
      return say(lensTestsText.neverBeyond, { mm: mmWords(fact.heightMm), wanted });
    case 'limit':
      return say(lensTestsText.limitedBy, {
        aperture: apertureWords(fact.fNumber),
        percent: fixed(100 * fact.share, 0),
        by: fact.limitedBy,
      });
    case 'diffraction':
      return say(lensTestsText.stoppingCosts, {
        aperture: apertureWords(fact.fNumber),
        percent: fixed(100 * Math.max(0, fact.share), 0),
        ideal: fixed(100 * fact.idealShare, 0),
      });
    case 'curvature':
      return say(lensTestsText.curvature, {
        height: mmWords(fact.heightMm),
        tangential: sagWords(fact.tangentialMm),
        sagittal: sagWords(fact.sagittalMm),
        doubt: fixed(Math.max(0.01, fact.doubtMm), 2),
      });
    case 'fieldTilt':
      return say(lensTestsText.fieldTilt, {
        borders: listed(
          fact.borders.map(({ side, mm, doubtMm }) =>
            say(lensTestsText.atBorderBy, { side, mm: fixed(mm, 2), doubt: fixed(Math.max(0.01, doubtMm), 2) }),
          ),
        ),
        deg: fixed(fact.deg, 2),
        degDoubt: fixed(Math.max(0.01, fact.doubtDeg), 2),
      });
    case 'focusShift':
      return say(lensTestsText.focusShifts, {
        aperture: apertureWords(fact.fNumber),
        mm: fixed(Math.abs(fact.mm), 2),
        way: fact.mm > 0 ? 'away' : 'toward',
        doubt: fixed(Math.max(0.01, fact.doubtMm), 2),
      });
    case 'decentred':
      return say(lensTestsText.decentred, { side: sideOf(fact.towardDeg) });
    case 'distortion':
      return Math.abs(fact.percent) < SEEN_PERCENT
        ? say(lensTestsText.noDistortion, { height: mmWords(fact.heightMm) })
        : say(lensTestsText.distorts, {
            percent: fixed(Math.abs(fact.percent), 2),
            kind: fact.percent > 0 ? 'pincushion' : 'barrel',
            height: mmWords(fact.heightMm),
            doubt: fixed(Math.max(0.01, fact.doubtPercent), 2),
          });
    case 'lateralColour':
      return fact.fringePx < SEEN_FRINGE_PX
        ? say(lensTestsText.noFringes, { height: mmWords(fact.heightMm), px: fixed(SEEN_FRINGE_PX, 1) })
        : say(lensTestsText.fringes, {
            height: mmWords(fact.heightMm),
            red: outwardWords(fact.redUm),
            blue: outwardWords(fact.blueUm),
            doubt: fixed(Math.max(0.1, fact.doubtUm), 1),
            px: fixed(fact.fringePx, 1),
          });
    case 'flare':
      return flareSentence(fact.flare);
  }
}

function flareSentence({ fNumber, veil, doubt, worst }: Flare): string {
  const aperture = apertureWords(fNumber);
  if (veil < SEEN_VEIL && worst.veil < SEEN_VEIL) return say(lensTestsText.noFlare, { aperture });
  return say(lensTestsText.flares, {
    aperture,
    percent: fixed(100 * veil, 1),
    doubt: fixed(Math.max(0.1, 100 * doubt), 1),
    most: fixed(100 * worst.veil, 1),
    side: partOf(worst.at),
  });
}

/** The side or corner of the frame of a place in it; the centre where it is neither. */
function partOf([x, y]: readonly [number, number]): (typeof SIDES)[number] | 'centre' {
  const [right, up] = [Math.sign(Math.round(3 * (x - 0.5))), Math.sign(Math.round(3 * (0.5 - y)))];
  return right === 0 && up === 0 ? 'centre' : sideOf((Math.atan2(up, right) * 180) / Math.PI);
}

const outwardWords = (um: number): string => say(lensTestsText.outward, { um: fixed(Math.abs(um), 1), way: um >= 0 ? 'out' : 'in' });

function circleSentence(circle: SharpCircle, wanted: string): string {
  const aperture = apertureWords(circle.fNumber);
  switch (circle.kind) {
    case 'measured':
      return say(lensTestsText.sharpUpTo, {
        aperture,
        wanted,
        mm: fixed(circle.radiusMm, 1),
        doubt: fixed(Math.max(0.1, circle.doubtMm), 1),
      });
    case 'atLeast':
      return say(lensTestsText.sharpAtLeast, { aperture, wanted, mm: mmWords(circle.radiusMm) });
    case 'never':
      return say(lensTestsText.neverSharp, { aperture, wanted });
    case 'unknown':
      return say(lensTestsText.sharpUnknown, { aperture });
  }
}

function markedSentence(circle: SharpCircle): string {
  const aperture = apertureWords(circle.fNumber);
  switch (circle.kind) {
    case 'measured':
      return say(lensTestsText.markedUpTo, { aperture, mm: fixed(circle.radiusMm, 1), doubt: fixed(Math.max(0.1, circle.doubtMm), 1) });
    case 'atLeast':
      return say(lensTestsText.markedAtLeast, { aperture, mm: mmWords(circle.radiusMm) });
    case 'never':
      return say(lensTestsText.markedNever, { aperture });
    case 'unknown':
      return say(lensTestsText.markedUnknown, { aperture });
  }
}

/** Apertures as a list. */
const runs = (fNumbers: readonly number[]): string => listed(fNumbers.map(apertureWords));

const sagWords = (mm: number): string => say(lensTestsText.sagOf, { mm: fixed(Math.abs(mm), 2), way: mm >= 0 ? 'toward' : 'away' });

const SIDES = ['right', 'upperRight', 'top', 'upperLeft', 'left', 'lowerLeft', 'bottom', 'lowerRight'] as const;

/** The side or corner of the picture in a direction from its middle. */
function sideOf(deg: number): (typeof SIDES)[number] {
  return SIDES[(Math.round(deg / 45) + 8) % 8] ?? 'right';
}

/**
 * What went wrong in frames of the test chart and what to do, in a sentence.
 *
 * @param problem what went wrong
 *
 * @example
 * sharpnessProblem({ kind: 'noChart', frames: ['1.tif'] }).startsWith('No test chart') // => true
 */
export function sharpnessProblem(problem: SharpnessProblem): string {
  switch (problem.kind) {
    case 'noAperture':
      return say(lensTestsText.noAperture, { names: frameNames(problem.frames) });
    case 'noChart':
      return say(lensTestsText.noChartIn, { names: frameNames(problem.frames) });
    case 'clipped':
      return say(lensTestsText.clippedFrames, { names: frameNames(problem.frames) });
    case 'noEdges':
      return say(lensTestsText.noEdgesIn, { names: frameNames(problem.frames) });
    case 'blurred':
      return say(lensTestsText.blurredFrames, { names: frameNames(problem.frames), fNumber: problem.fNumber });
    case 'dip':
      return say(lensTestsText.dipAt, { fNumber: problem.fNumber });
    case 'tooSharp':
      return say(lensTestsText.tooSharpFor, {
        fNumber: problem.fNumber,
        lp: fixed(problem.cyMm, 0),
        ideal: fixed(problem.idealCyMm, 0),
      });
  }
}
