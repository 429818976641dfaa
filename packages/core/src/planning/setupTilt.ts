import type { TiltMechanism } from '../focus/tiltMechanism';
import { heldTiltDeg } from '../rig/heldLens';
import { tiltMechanism } from '../rig/tilt';
import type { SetupSettings } from '../model/setup';

/**
 * What the lens of a setup can be tilted, where its slides stand; `null` when that is not known.
 *
 * @param settings what of the settings it depends on
 *
 * @example
 * setupTiltMechanism(front) // => {kind: 'cone', maxDeg: 8}
 */
export function setupTiltMechanism({ rig, movements }: Pick<SetupSettings, 'rig' | 'movements'>): TiltMechanism | null {
  return tiltMechanism(rig.parts, movements, heldTiltDeg(rig.parts));
}
