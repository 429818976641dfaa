import type { StandSettings } from '../stand/settings';
import { check } from './checks';
import { FINDING_KINDS, type Finding } from './finding';
import { remediesFor } from './remedies';
import { frameSpare } from '../scene/inFrame';
import { STATE_ORDER } from '../state';

/** All findings of a stand, worst first, each with the remedies that were tried and cure it. */
export function findings(settings: StandSettings): readonly Finding[] {
  const asked = FINDING_KINDS.filter((kind) => kind !== 'inFrame' || frameSpare(settings) !== null);
  const all = asked.map((kind): Finding => ({ ...check(kind, settings), remedies: remediesFor(kind, settings) }));
  return all.sort((a, b) => STATE_ORDER.indexOf(a.state) - STATE_ORDER.indexOf(b.state));
}
