/** *unknown* is a state of its own: a figure is missing, so nothing was checked. */
export type FindingState = 'fails' | 'unknown' | 'tight' | 'holds';

/** Worst first. */
export const STATE_ORDER: readonly FindingState[] = ['fails', 'unknown', 'tight', 'holds'];

/** The state in one word, as it stands beside its mark. */
export const STATE_WORDS: Readonly<Record<FindingState, string>> = {
  holds: 'holds',
  tight: 'tight',
  fails: 'fails',
  unknown: 'not known',
};

/**
 * The worst state of a stand, for a glance at the whole; *not known* when nothing was checked.
 *
 * @param found states of checks
 *
 * @example
 * worstState([{ state: 'holds' }, { state: 'tight' }]) // => 'tight'
 */
export function worstState(found: readonly { readonly state: FindingState }[]): FindingState {
  return STATE_ORDER.find((state) => found.some((finding) => finding.state === state)) ?? 'unknown';
}
