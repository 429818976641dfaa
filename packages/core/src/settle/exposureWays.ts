import { fixesFor } from '../checks/evaluate';
import type { CheckKind, Found } from '../checks/registry';
import { freshGeometry } from '../geometry/geometry';
import type { SetupSettings } from '../model/setup';
import { patched } from '../setup/patch';
import { judged } from './judge';

/** Checks that are answered by how the picture is exposed. */
const OF_EXPOSURE: ReadonlySet<CheckKind> = new Set<CheckKind>(['time', 'reciprocity', 'flash', 'flashPower', 'pops', 'readout', 'film']);
/** One change may ask for another; more rounds than this go in a circle. */
const MOST_ROUNDS = 4;

/** Whether all of these are answered by the exposure. */
export function ofExposure(bad: readonly Found[]): boolean {
  return bad.every(({ kind }) => OF_EXPOSURE.has(kind));
}

/**
 * The setup exposed in another way, so that the checks of its exposure pass;
 * `null` where shutter, speed, filters and flash together do not do it.
 *
 * @param settings a setup of which nothing but the exposure is bad
 * @param bad what is bad
 * @param without checks that are let go
 */
export function exposedAnew(settings: SetupSettings, bad: readonly Found[], without: ReadonlySet<string>): SetupSettings | null {
  let [present, left] = [settings, bad];
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const [first] = left;
    if (first === undefined) return present;
    const fix = fixesFor(first, freshGeometry(present)).find(({ patch }) => Object.keys(patch).every((key) => key === 'exposure'));
    if (!fix) return null;
    present = patched(present, fix.patch);
    left = judged(present, without).bad;
    if (!ofExposure(left)) return null;
  }
  return left.length === 0 ? present : null;
}
