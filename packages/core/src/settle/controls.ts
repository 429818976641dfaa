import type { ControlGroup } from '../fields/locks';
import type { Exposure } from '../model/exposure';
import type { SetupSettings } from '../model/setup';

/** One control of a setup: where its value stands in the settings, and to which group it belongs. */
interface Control {
  readonly key: string;
  readonly group: ControlGroup;
  readonly valueOf: (settings: SetupSettings) => unknown;
}

const exposed = (key: Exclude<keyof Exposure, 'meter'>): Control => ({
  key: `exposure.${key}`,
  group: 'time',
  valueOf: ({ exposure }) => exposure[key],
});

/** Every control, in the order in which hands set them: the camera on its place, level, the frame, the movements, focus, light. */
const CONTROLS: readonly Control[] = [
  { key: 'rig', group: 'rig', valueOf: ({ rig }) => rig.name },
  { key: 'scene.distanceM', group: 'distance', valueOf: ({ scene }) => scene?.distanceM },
  { key: 'scene.asideM', group: 'distance', valueOf: ({ scene }) => scene?.asideM },
  { key: 'scene.cameraHeightM', group: 'height', valueOf: ({ scene }) => scene?.cameraHeightM },
  { key: 'scene.yawDeg', group: 'turn', valueOf: ({ scene }) => scene?.yawDeg },
  { key: 'scene.pitchDeg', group: 'turn', valueOf: ({ scene }) => scene?.pitchDeg },
  { key: 'scene.rollDeg', group: 'turn', valueOf: ({ scene }) => scene?.rollDeg },
  { key: 'orientation', group: 'orientation', valueOf: ({ orientation }) => orientation },
  { key: 'crop', group: 'crop', valueOf: ({ crop }) => crop },
  { key: 'mosaic', group: 'mosaic', valueOf: ({ mosaic }) => mosaic },
  { key: 'movements.riseMm', group: 'movements', valueOf: ({ movements }) => movements.riseMm },
  { key: 'movements.shiftMm', group: 'movements', valueOf: ({ movements }) => movements.shiftMm },
  { key: 'rear.tiltDeg', group: 'tilt', valueOf: ({ rear }) => rear.tiltDeg },
  { key: 'rear.swingDeg', group: 'tilt', valueOf: ({ rear }) => rear.swingDeg },
  { key: 'front.tiltDeg', group: 'tilt', valueOf: ({ front }) => front.tiltDeg },
  { key: 'front.swingDeg', group: 'tilt', valueOf: ({ front }) => front.swingDeg },
  { key: 'focusM', group: 'focus', valueOf: ({ focusM }) => focusM },
  { key: 'stack', group: 'stack', valueOf: ({ stack }) => stack },
  { key: 'fNumber', group: 'aperture', valueOf: ({ fNumber }) => fNumber },
  exposed('shutter'),
  exposed('iso'),
  exposed('filters'),
  exposed('brackets'),
  exposed('release'),
  exposed('mirrorUp'),
  exposed('flashLight'),
  exposed('reciprocity'),
  { key: 'scene.light.shaded', group: 'shade', valueOf: ({ scene }) => scene?.light?.shaded },
];

/** One control that is set to another value. */
export interface Change {
  /** Where the value stands in the settings, as `movements.riseMm`. */
  readonly key: string;
  readonly group: ControlGroup;
  readonly from: unknown;
  readonly to: unknown;
}

/** Whether two values say the same; a filter or a mosaic made anew from the same numbers is the same. */
function same(a: unknown, b: unknown): boolean {
  if (Object.is(a, b) || (a === 0 && b === 0)) return true;
  return typeof a === 'object' && typeof b === 'object' && JSON.stringify(a) === JSON.stringify(b);
}

/**
 * What has to be set to come from one setup to another, in the order in which hands do it.
 *
 * @param from settings of a setup
 * @param to the same setup, set in another way
 *
 * @example
 * changesBetween(front, { ...front, fNumber: 11 }).map(({ key }) => key) // => ['fNumber']
 */
export function changesBetween(from: SetupSettings, to: SetupSettings): readonly Change[] {
  return CONTROLS.flatMap(({ key, group, valueOf }) => {
    const [a, b] = [valueOf(from), valueOf(to)];
    return same(a, b) ? [] : [{ key, group, from: a, to: b }];
  });
}
