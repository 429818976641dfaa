import type { MissingValue } from '../missing';
import { type CheckState, STATE_ORDER } from '../../state';

/** What a verdict on a rig is about; at most one of each. */
export const VERDICT_KINDS = [
  'figures',
  'fit',
  'thickness',
  'infinity',
  'nearest',
  'circle',
  'movements',
  'throat',
  'front',
  'recording',
] as const;
export type VerdictKind = (typeof VERDICT_KINDS)[number];

/** What Gangway has to say about one side of a rig: a sentence with its margin, its state, and what would have to be known. */
export interface Verdict {
  readonly kind: VerdictKind;
  readonly state: CheckState;
  readonly sentence: string;
  readonly note: string | null;
  readonly asks: readonly MissingValue[];
}

export function verdict(kind: VerdictKind, state: CheckState, sentence: string, note: string | null = null): Verdict {
  return { kind, state, sentence, note, asks: [] };
}

/** A verdict that cannot be given: what it would need. */
export function notKnown(kind: VerdictKind, sentence: string, asks: readonly MissingValue[]): Verdict {
  return { kind, state: 'unknown', sentence, note: null, asks: unique(asks) };
}

function unique(asks: readonly MissingValue[]): readonly MissingValue[] {
  return asks.filter((one, i) => asks.findIndex(({ itemId, figure }) => itemId === one.itemId && figure === one.figure) === i);
}

/** Worst first, and of the same state in the order of the chain. */
export function worstFirst(verdicts: readonly Verdict[]): readonly Verdict[] {
  const rank = ({ state, kind }: Verdict): number => STATE_ORDER.indexOf(state) * 100 + VERDICT_KINDS.indexOf(kind);
  return [...verdicts].sort((a, b) => rank(a) - rank(b));
}
