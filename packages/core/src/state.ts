import { stateText } from '@gangway/messages/core/state';

/** *unknown* is a state of its own: a value is missing, so nothing was checked. */
export type CheckState = 'fails' | 'unknown' | 'tight' | 'passes';

/** Worst first. */
export const STATE_ORDER: readonly CheckState[] = ['fails', 'unknown', 'tight', 'passes'];

/** The state in one word, as it stands beside its mark. */
export const STATE_LABELS: Readonly<Record<CheckState, string>> = {
  passes: stateText.passes,
  tight: stateText.tight,
  fails: stateText.fails,
  unknown: stateText.unknown,
};

/**
 * The worst state of a setup, for a glance at the whole; *not known* when nothing was checked.
 *
 * @param found states of checks
 *
 * @example
 * worstState([{ state: 'passes' }, { state: 'tight' }]) // => 'tight'
 */
export function worstState(found: readonly { readonly state: CheckState }[]): CheckState {
  return STATE_ORDER.find((state) => found.some((check) => check.state === state)) ?? 'unknown';
}
