import { STATE_ORDER } from '../state';
import { check } from './checks';
import { FINDING_KINDS, type Finding } from './finding';
import type { SetupSettings } from '../model/setup';

/** All findings of a stand, worst first, without their remedies: what a drag can ask for at every step. */
export function quickFindings(settings: SetupSettings): readonly Finding[] {
  return FINDING_KINDS.flatMap((kind): readonly Finding[] => {
    const found = check(kind, settings);
    return found ? [{ ...found, remedies: [] }] : [];
  }).sort((a, b) => STATE_ORDER.indexOf(a.state) - STATE_ORDER.indexOf(b.state));
}
