import { checkNamesText } from '@gangway/messages/core/checkNames';
import { assumptionsText } from '@gangway/messages/core/checks/assumptions';
import { focusText } from '@gangway/messages/core/checks/focus';
import { say } from '@gangway/messages/say';
import { leastBlurWith } from '../../planning/tiltAllowance';
import { lensTilt } from '../../rig/tilt';
import { fixed } from '../../words';
import { nearestAperture } from '../apertureFix';
import { defineCheck, type Facts } from '../check';

interface TiltScaleFacts extends Facts {
  readonly stepDeg: number;
  /** How exactly it can be read, and how exactly it has to be set for the pins to hold, degrees. */
  readonly readDeg: number;
  readonly allowedDeg: number;
}

/** An engraved scale is read to a quarter of its step (common practice). */
const READ_SHARE = 0.25;

/** Is the scale of the tilt fine enough for what it has to be set to? A scale that is too coarse fails nothing: the picture itself can be read instead. */
export const tiltScale = defineCheck<'tiltScale', TiltScaleFacts>({
  kind: 'tiltScale',
  name: checkNamesText.tiltScale,
  step: 'focus',
  assumes: assumptionsText.tiltScale,
  weight: 'advice',
  evaluate: (geometry) => {
    const { front, rig, pins } = geometry.settings;
    const tilt = lensTilt(rig.parts);
    if (tilt.kind !== 'mount' || tilt.stepDeg === null) return null;
    if ((front.tiltDeg === 0 && front.swingDeg === 0) || !pins.some(({ role }) => role === 'sharp')) return null;
    const allowedDeg = leastBlurWith(geometry);
    if (allowedDeg === null) return null;
    const readDeg = tilt.stepDeg * READ_SHARE;
    return { state: allowedDeg < readDeg ? 'tight' : 'passes', stepDeg: tilt.stepDeg, readDeg, allowedDeg };
  },
  margin: ({ allowedDeg, readDeg }) => ({ value: allowedDeg - readDeg, unit: '°' }),
  message: ({ state, stepDeg, readDeg, allowedDeg }) => {
    const scale = say(focusText.theTiltScaleIsMarked, { stepDeg: fixed(stepDeg, stepDeg < 1 ? 1 : 0), readDeg: fixed(readDeg, 2) });
    if (state !== 'passes') return say(focusText.thePinsStaySharpOnly, { scale, allowedDeg: fixed(allowedDeg, 2) });
    return say(focusText.fineEnoughThePinsStay, { scale, allowedDeg: fixed(allowedDeg, 2) });
  },
  note: ({ state }) => (state === 'passes' ? null : focusText.setItOnTheMagnified),
  missing: () => null,
  *fixes({ geometry, trial }) {
    yield nearestAperture(geometry, trial, { toward: 'smaller' });
  },
});
