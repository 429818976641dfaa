import type { StandSettings } from '../stand/settings';
import { check } from './checks';
import { FINDING_KINDS, STATE_ORDER, type Finding, type FindingState } from './finding';
import { remediesFor } from './remedies';

/** All findings of a stand, worst first, each with the remedies that were tried and cure it. */
export function findings(settings: StandSettings): readonly Finding[] {
  const all = FINDING_KINDS.map((kind): Finding => ({ ...check(kind, settings), remedies: remediesFor(kind, settings) }));
  return all.sort((a, b) => STATE_ORDER.indexOf(a.state) - STATE_ORDER.indexOf(b.state));
}

/** The worst state of a stand, for a glance at the whole; *not known* when nothing was checked. */
export function worstState(found: readonly { readonly state: FindingState }[]): FindingState {
  return STATE_ORDER.find((state) => found.some((finding) => finding.state === state)) ?? 'unknown';
}
