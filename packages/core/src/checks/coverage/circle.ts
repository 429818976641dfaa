import { coverageText } from '@gangway/messages/core/checks/coverage';
import { say } from '@gangway/messages/say';
import type { DefinitionBasis } from '../../coverage/circle';
import { diagonalMm, type Corner } from '../../coverage/frame';
import { cornersOutside, setupMargin, type CircleMargin, type CircleOnBack, type Travel } from '../../geometry/circles';
import { freshGeometry, type Geometry } from '../../geometry/geometry';
import { setupOfFrame } from '../../geometry/laidMosaic';
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
  const margin = setupMargin(geometry, circle);
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
    const alone = freshGeometry(setupOfFrame(geometry, frame));
    return { alone, margin: setupMargin(alone, circle), frame: { number: i + 1, of: frames.length } };
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
  if (margin === null || diameterMm === null) return say(coverageText.whetherTheCornersStayIn, { circle, at });
  if (margin.of === 'diameter') {
    if (margin.tilted) return say(coverageText.theFrameFitsNowhere, { circle, at, lackMm: lackWords(margin.valueMm) });
    const lacks = say(coverageText.theOnlyItIsToo, { circle, at, diameterMm: mmWords(diameterMm), valueMm: lackWords(margin.valueMm) });
    return say(coverageText.aFrameIsAcrossIts, { frame: frame ? 'yes' : 'no', frameDiagonalMm: mmWords(frameDiagonalMm), lacks });
  }
  if (state === 'fails') {
    const which = frame ? say(coverageText.frameOf, { number: frame.number, of: frame.of }) : '';
    return say(coverageText.theBy, {
      which,
      corners: cornerWords(corners),
      circle,
      at,
      valueMm: lackWords(margin.valueMm),
      travel: lessTravel(margin.travel),
    });
  }
  const all = frame
    ? say(coverageText.allCornersOf, { of: frame.of === 1 ? coverageText.theFrame : manyFrames(frame.of) })
    : coverageText.allFourCorners;
  return say(coverageText.areInTheFromIts, {
    all,
    circle,
    at,
    state: onlyWhen(state === 'tight'),
    valueMm: mmWords(margin.valueMm),
    travel: moreTravel(margin.travel),
  });
}

/** How much more of the movement that is set would reach the edge. */
function moreTravel(travel: Travel | null): string {
  if (travel === null || travel.valueMm === null) return '';
  return say(coverageText.moreWouldReachIt, { mm: mmWords(travel.valueMm), control: travel.control });
}

/** How much less, or more, of the movement that is set brings the corners in. */
function lessTravel(travel: Travel | null): string {
  if (travel === null) return '';
  if (travel.valueMm === null || travel.valueMm >= 0) return say(coverageText.noAmountIsEnough, { control: travel.control });
  return say(coverageText.changeIsEnough, { mm: lackWords(travel.valueMm), change: travel.change, control: travel.control });
}

/** Where the diameter of a sharp circle comes from; `null` when it was given for this aperture. */
export function basisNote(basis: DefinitionBasis): string | null {
  switch (basis.kind) {
    case 'given':
      return null;
    case 'interpolated':
      return say(coverageText.interpolatedInStopsBetweenThe, {
        between: apertureWords(basis.between[0]),
        between2: apertureWords(basis.between[1]),
      });
    case 'held':
      return say(coverageText.noValueIsEnteredFor, { from: apertureWords(basis.from) });
    case 'assumed':
      return say(coverageText.noSharpCircleIsEntered, { shareOfLight: fixed(basis.shareOfLight * 100, 0) });
  }
}
