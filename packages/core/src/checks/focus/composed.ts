import { checkNamesText } from '@gangway/messages/core/checkNames';
import { assumptionsText } from '@gangway/messages/core/checks/assumptions';
import { pivotsText } from '@gangway/messages/core/checks/pivots';
import { listed } from '@gangway/messages/list';
import { focusText } from '@gangway/messages/core/checks/focus';
import { say } from '@gangway/messages/say';
import { degrees } from '../../angles';
import type { Geometry } from '../../geometry/geometry';
import type { ShiftPosition } from '../../model/movements';
import { keepingCentre } from '../../planning/keepCentre';
import { mmWords } from '../../words';
import { defineCheck, type Facts } from '../check';
import { offer, type Fix, type Trial } from '../fix';
import { givenBack, movedSinceComposed } from '../../planning/givenBack';

interface ComposedFacts extends Facts, ShiftPosition {}

/** A picture that moved less than this has not moved, mm: half of what a scale is read to. */
const MOVED_MM = 0.25;

/** Is the picture still composed as it was before the lens was tilted? */
export const composed = defineCheck<'composed', ComposedFacts>({
  kind: 'composed',
  name: checkNamesText.composed,
  step: 'focus',
  assumes: assumptionsText.composed,
  weight: 'advice',
  onPivots: { whether: pivotsText.howFarTheTiltMovedThePicture, byAmount: true },
  evaluate: (geometry) => {
    const moved = movedSinceComposed(geometry);
    return Math.hypot(moved.riseMm, moved.shiftMm) < MOVED_MM ? null : { state: 'tight', ...moved };
  },
  margin: ({ riseMm, shiftMm }) => ({ value: -Math.hypot(riseMm, shiftMm), unit: 'mm' }),
  message: ({ riseMm, shiftMm }) => {
    const parts = [
      Math.abs(riseMm) < 0.05 ? '' : say(focusText.up, { riseMm: mmWords(Math.abs(riseMm)), riseMm2: riseMm > 0 ? 'yes' : 'no' }),
      Math.abs(shiftMm) < 0.05
        ? ''
        : say(focusText.toTheRight, { shiftMm: mmWords(Math.abs(shiftMm)), shiftMm2: shiftMm > 0 ? 'yes' : 'no' }),
    ].filter(Boolean);
    return say(focusText.tiltingMovedTheLensAnd, { parts: listed(parts) });
  },
  note: () => focusText.itsPivotIsBehindThe,
  missing: () => null,
  *fixes({ geometry, trial }) {
    const movements = givenBack(geometry);
    yield movements && offer('both', { movements, composed: true }, trial);
    yield turnedBack(geometry, trial);
    yield offer('choice', { composed: true }, trial);
  },
});

/** The camera turned until the centre of the picture is what it was. */
function turnedBack(geometry: Geometry, trial: Trial): Fix | null {
  const { scene, rig } = geometry.settings;
  if (scene === null) return null;
  const moved = movedSinceComposed(geometry);
  const angleOf = (mm: number): number => degrees(Math.atan(mm / rig.lens.focalMm));
  const placing = { yawDeg: tenth(scene.yawDeg - angleOf(moved.shiftMm)), pitchDeg: tenth(scene.pitchDeg - angleOf(moved.riseMm)) };
  return keepingCentre(geometry, placing) && offer('turn', { placing, composed: true }, trial);
}

function tenth(value: number): number {
  return Math.round(value * 10) / 10 + 0;
}
