import { apertureScale, stopsOf } from '@gangway/core/coverage/apertures';
import type { Rig } from '@gangway/core/rig/rig';
import type { StandSettings } from '@gangway/core/stand/settings';

/**
 * A stand with another rig under it. Movements stay as they are (whether the
 * new slides reach them is a finding); an aperture that the new ring does not
 * have goes to the nearest it has, a focus inside the focal length to infinity.
 */
export function fittedTo(rig: Rig, settings: StandSettings): StandSettings {
  const ring = apertureScale(rig.lens.widestFNumber, rig.lens.smallestFNumber, rig.lens.stopStep);
  const fNumber = ring.reduce((best, n) =>
    Math.abs(stopsOf(n) - stopsOf(settings.fNumber)) < Math.abs(stopsOf(best) - stopsOf(settings.fNumber)) ? n : best,
  );
  const focusM = settings.focusM !== null && settings.focusM * 1000 <= rig.lens.focalMm ? null : settings.focusM;
  return { ...settings, rig, fNumber, focusM };
}
