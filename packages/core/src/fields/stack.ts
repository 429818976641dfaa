import { fieldsText } from '@gangway/messages/core/fields';
import { maybeNumber, number, type GroupValue } from './field';

/** A focus stack: so many shots from the focus that is set to the last one, by even steps on the rail. */
export const STACK_FIELDS = {
  shots: number({ label: fieldsText.shotsOfTheStack, unit: '', min: 2, max: 1000, whole: true, first: 2 }),
  /** Where the last shot is focused, along the lens axis, m; `null` at infinity. */
  lastFocusM: maybeNumber({ label: fieldsText.lastFocus, unit: 'm', min: 0.001, max: 100_000 }),
};
export type Stack = GroupValue<typeof STACK_FIELDS>;
