import { alongAxisMm } from '../geometry/standards';
import type { SetupSettings } from '../model/setup';

/**
 * How far the lens stands out beyond its focal length along its own axis, mm; below zero nearer than at infinity.
 *
 * @param settings rig and focus distance
 *
 * @example
 * extensionMm({ rig, focusM: 0.07 }) // => 35
 */
export function extensionMm(settings: Pick<SetupSettings, 'rig' | 'focusM'>): number {
  const { focalMm } = settings.rig.lens;
  return alongAxisMm(focalMm, settings.focusM) - focalMm;
}
