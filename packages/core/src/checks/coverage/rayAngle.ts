import { checkNamesText } from '@gangway/messages/core/checkNames';
import { assumptionsText } from '@gangway/messages/core/checks/assumptions';
import { pivotsText } from '@gangway/messages/core/checks/pivots';
import { coverageText } from '@gangway/messages/core/checks/coverage';
import { say } from '@gangway/messages/say';
import { degrees } from '../../angles';
import { cornerPoints } from '../../coverage/frame';
import type { Geometry } from '../../geometry/geometry';
import { ask } from '../../rig/missing';
import { fixed } from '../../words';
import { defineCheck, type Facts } from '../check';
import { mosaicFixes } from '../mosaicFix';
import { lessOfBoth, lessRise, lessShift } from '../movementFix';
import { stateOf } from '../tight';

interface RayAngleFacts extends Facts {
  /** The largest angle off the sensor’s normal at which light meets it, degrees; `null` where the pupil ratio of the lens is not known. */
  readonly largestDeg: number | null;
  readonly mostDeg: number;
}

/** This near to its limit a sensor may already show a cast, degrees. */
const TIGHT_BELOW_DEG = 2;

/** Does light meet the sensor too obliquely for its colour? Asked only where a limit of the body is known. */
export const rayAngle = defineCheck<'rayAngle', RayAngleFacts>({
  kind: 'rayAngle',
  name: checkNamesText.rayAngle,
  step: 'coverage',
  assumes: assumptionsText.rayAngle,
  weight: 'counts',
  onPivots: { whether: pivotsText.whetherLightMeetsTheSensor },
  evaluate: (geometry) => {
    const { back } = geometry.settings.rig.parts;
    const mostDeg = back.kind === 'body' ? back.specs.mostRayDeg : null;
    if (mostDeg === null) return null;
    const largestDeg = largestRayDeg(geometry);
    return { largestDeg, mostDeg, state: largestDeg === null ? 'unknown' : stateOf(mostDeg - largestDeg, TIGHT_BELOW_DEG) };
  },
  margin: ({ largestDeg, mostDeg }) => (largestDeg === null ? null : { value: mostDeg - largestDeg, unit: '°' }),
  message: ({ state, largestDeg, mostDeg }) => {
    if (largestDeg === null) return coverageText.rayAngleUnknown;
    const at = { largestDeg: fixed(largestDeg, 1), mostDeg: fixed(mostDeg, 1) };
    return say(state === 'fails' ? coverageText.rayAngleTooLarge : coverageText.rayAngleWithin, at);
  },
  note: ({ state }) => (state === 'fails' ? coverageText.flatFieldTakesTheCastOut : null),
  missing: (parts) => ask(parts.lens, 'pupilRatio'),
  *fixes({ geometry, trial }) {
    if (geometry.settings.mosaic) {
      yield* mosaicFixes(geometry, trial, ['asWhole', 'together']);
      return;
    }
    yield lessRise(geometry, trial);
    yield lessShift(geometry, trial);
    yield lessOfBoth(geometry, trial);
  },
});

/** The largest angle off the normal at which the ray through the middle of the exit pupil meets a corner of a frame, degrees. */
function largestRayDeg({ settings: { rig }, axis, focus, laid, frame, position }: Geometry): number | null {
  const { pupilRatio } = rig.parts.lens.specs;
  if (pupilRatio === null) return null;
  // The exit pupil stands f(p − 1) before the lens centre on its axis; upright, as the picture is.
  const ahead = focus.focalMm * (pupilRatio - 1);
  const corners: readonly (readonly [number, number])[] = laid
    ? laid.inCircle.flatMap(({ left, right, lower, upper }) => [
        [left, lower],
        [left, upper],
        [right, lower],
        [right, upper],
      ])
    : cornerPoints(frame).map(([x, y]) => [x + position.shiftMm, y + position.riseMm]);
  return Math.max(
    ...corners.map(([x, y]) => degrees(Math.atan2(Math.hypot(x + ahead * axis[0], y + ahead * axis[1]), focus.imageMm + ahead * axis[2]))),
  );
}
