import { UNSTORED_FROM } from '../../store/outbox/entryStore';
import type { Entry } from '../../store/outbox/write';
import type { OutboxState } from '../../store/outbox/outbox';
import type { AutosaveState } from './state';

/** Whether the setup under edit is safe, in the states that the bench shows in words. */
export type Saving =
  | { readonly phase: 'saved'; readonly at: string }
  /** Changed so lately that it is not in the outbox yet. */
  | { readonly phase: 'changed' }
  | { readonly phase: 'saving' }
  /** The server is away; `onDevice` says whether the change would outlive the page. */
  | { readonly phase: 'waiting'; readonly message: string; readonly onDevice: boolean }
  | { readonly phase: 'refused'; readonly message: string }
  | { readonly phase: 'elsewhere'; readonly entry: Entry; readonly newest: Entry; readonly present: unknown }
  | { readonly phase: 'gone'; readonly message: string };

/** The lane of a setup in the outbox. */
export const laneOfSetup = (setupId: string): string => `setup:${setupId}`;

/** How things stand with the setup under edit. */
export function savingOf({ setupId, stored, savedAt }: AutosaveState, { entries, away }: OutboxState): Saving {
  const lane = entries.filter((entry) => entry.lane === laneOfSetup(setupId));
  const [first] = lane;
  const newest = lane[lane.length - 1];
  if (first?.trouble) {
    const { trouble } = first;
    if (trouble.kind === 'conflict') return { phase: 'elsewhere', entry: first, newest: newest ?? first, present: trouble.present };
    return { phase: trouble.kind === 'gone' ? 'gone' : 'refused', message: trouble.message };
  }
  if (!stored) return { phase: 'changed' };
  if (away !== null && first) return { phase: 'waiting', message: away, onDevice: lane.every(({ seq }) => seq < UNSTORED_FROM) };
  return first ? { phase: 'saving' } : { phase: 'saved', at: savedAt };
}
