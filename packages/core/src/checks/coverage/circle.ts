import type { DefinitionBasis } from '../../coverage/circle';
import { diagonalMm, type Corner } from '../../coverage/frame';
import { cornersOutside, standMargin, type CircleMargin, type CircleOnBack } from '../../geometry/circles';
import { freshGeometry, type Geometry } from '../../geometry/geometry';
import { standOfFrame } from '../../geometry/laidMosaic';
import { apertureWords, fixed, mmWords } from '../../words';
import type { Facts } from '../check';
import type { Margin } from '../fix';
import { stateOf } from '../tight';
import { leastBy, manyFrames, type WhichFrame } from '../whichFrame';
import { cornerWords, lackWords, onlyWhen } from '../wording';

/** Whether all corners of a frame, or of every frame of a mosaic, lie in a circle. */
export interface CircleFacts extends Facts {
  readonly margin: CircleMargin | null;
  readonly corners: readonly Corner[];
  readonly diameterMm: number | null;
  readonly frameDiagonalMm: number;
  /** Of a mosaic the frame that is worst; `null` for a single picture. */
  readonly frame: WhichFrame | null;
}

/** Looks at the corners of the frame, or of the worst frame of a mosaic, in a circle. */
export function circleFacts(geometry: Geometry, circle: CircleOnBack | null): CircleFacts {
  const frameDiagonalMm = diagonalMm(geometry.frame);
  if (circle === null) return { state: 'unknown', margin: null, corners: [], diameterMm: null, frameDiagonalMm, frame: null };
  const { diameterMm } = circle;
  const worst = worstFrame(geometry, circle);
  if (worst) return { ...worst, state: stateOf(worst.margin.valueMm), diameterMm, frameDiagonalMm };
  const margin = standMargin(geometry, circle);
  const state = stateOf(margin.valueMm);
  return { state, margin, corners: state === 'fails' ? cornersOutside(geometry, circle) : [], diameterMm, frameDiagonalMm, frame: null };
}

/** The frame of a mosaic that has least to spare in a circle; `null` without a mosaic. */
function worstFrame(
  geometry: Geometry,
  circle: CircleOnBack,
): (Pick<CircleFacts, 'corners' | 'frame'> & { readonly margin: CircleMargin }) | null {
  const frames = geometry.settings.mosaic?.frames ?? [];
  const looked = frames.map((frame, i) => {
    const alone = freshGeometry(standOfFrame(geometry, frame));
    return { alone, margin: standMargin(alone, circle), frame: { number: i + 1, of: frames.length } };
  });
  const worst = leastBy(looked, ({ margin }) => margin.valueMm);
  return worst && { margin: worst.margin, corners: cornersOutside(worst.alone, circle), frame: worst.frame };
}

/** What is left in a circle, mm of the movement that uses it up. */
export function circleSpare({ margin }: CircleFacts): Margin | null {
  return margin && { value: margin.valueMm, unit: 'mm' };
}

/** A circle check as one sentence; `at` names the aperture where the circle depends on it. */
export function circleSentence(
  { margin, diameterMm, frameDiagonalMm, frame, corners, state }: CircleFacts,
  circle: string,
  at: string,
): string {
  if (margin === null || diameterMm === null) return `Whether the corners stay in the ${circle}${at} is unknown.`;
  if (margin.of === 'diameter') {
    const lacks = `the ${circle}${at} only ${mmWords(diameterMm)}: it is too small by ${lackWords(margin.valueMm)} even when centred.`;
    return `${frame ? 'A' : 'The'} frame is ${mmWords(frameDiagonalMm)} across its corners and ${lacks}`;
  }
  if (state === 'fails') {
    const which = frame ? `Frame ${frame.number} of ${frame.of}: ` : '';
    return `${which}${cornerWords(corners)} the ${circle}${at} by ${lackWords(margin.valueMm)}${controlWords(margin)}.`;
  }
  const all = frame ? `All corners of ${frame.of === 1 ? 'the frame' : manyFrames(frame.of)}` : 'All four corners';
  return `${all} are in the ${circle}${at}, with ${onlyWhen(state === 'tight')}${mmWords(margin.valueMm)}${controlWords(margin)} to spare.`;
}

function controlWords(margin: CircleMargin): string {
  if (margin.of === 'diameter') return '';
  switch (margin.control) {
    case 'rise':
    case 'fall':
      return ` of ${margin.control}`;
    case 'shift right':
      return ' of shift to the right';
    case 'shift left':
      return ' of shift to the left';
    case 'movement':
      return ' of movement in this direction';
  }
}

/** Where the diameter of a sharp circle comes from; `null` when it was given for this aperture. */
export function basisNote(basis: DefinitionBasis): string | null {
  switch (basis.kind) {
    case 'given':
      return null;
    case 'interpolated':
      return `Interpolated in stops between the values for ${apertureWords(basis.between[0])} and ${apertureWords(basis.between[1])}.`;
    case 'held':
      return `No value is entered for this aperture; the one for ${apertureWords(basis.from)} is used.`;
    case 'assumed':
      return `No sharp circle is entered: ${fixed(basis.shareOfLight * 100, 0)} % of the image circle is assumed (common practice).`;
  }
}
