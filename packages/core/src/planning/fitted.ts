import { apertureScale, stopsOf } from '../coverage/apertures';
import { rearMost } from '../rig/moves';
import { nearestTilt } from '../focus/tiltMechanism';
import type { Rig } from '../model/rig';
import type { SetupSettings } from '../model/setup';
import { UNTURNED } from '../setup/defaults';
import { setupTiltMechanism } from './setupTilt';

const within = (deg: number, most: number): number => Math.min(most, Math.max(-most, deg));

/**
 * A setup with another rig under it. Movements stay as they are (whether the
 * new slides reach them is a check); an aperture that the new ring does not
 * have goes to the nearest it has, a focus inside the focal length to infinity,
 * a back turned farther than the new one can to its end.
 *
 * @param rig the other rig
 * @param settings the settings of a setup
 *
 * @example
 * fittedTo(rig, front).rig.name === rig.name // => true
 */
export function fittedTo(rig: Rig, settings: SetupSettings): SetupSettings {
  const ring = apertureScale(rig.lens.widestFNumber, rig.lens.smallestFNumber, rig.lens.stopStep);
  const fNumber = ring.reduce((best, n) =>
    Math.abs(stopsOf(n) - stopsOf(settings.fNumber)) < Math.abs(stopsOf(best) - stopsOf(settings.fNumber)) ? n : best,
  );
  const focusM = settings.focusM !== null && settings.focusM > 0 && settings.focusM * 1000 <= rig.lens.focalMm ? null : settings.focusM;
  const most = rearMost(rig.parts);
  const rear = most
    ? { tiltDeg: within(settings.rear.tiltDeg, most.tiltDeg), swingDeg: within(settings.rear.swingDeg, most.swingDeg) }
    : UNTURNED;
  // A lens tilted farther than the new mechanism can is set to the nearest that it can; what is not known is left to the check.
  const mechanism = setupTiltMechanism({ rig, movements: settings.movements });
  const front = mechanism ? nearestTilt(mechanism, settings.front) : settings.front;
  const straight = front.tiltDeg === 0 && front.swingDeg === 0 && rear.tiltDeg === 0 && rear.swingDeg === 0;
  return { ...settings, rig, fNumber, focusM: focusM !== null && focusM < 0 && straight ? null : focusM, front, rear };
}
