import { createAction, type UnknownAction } from '@reduxjs/toolkit';
import undoable, { ActionTypes, newHistory, type StateWithHistory } from 'redux-undo';
import type { Setup } from '@gangway/contract/storedSetup';
import type { SetupSettings } from '@gangway/core/model/setup';

/** What can be edited of a setup, and what the last change did, in words. */
export interface Edit {
  readonly name: string;
  readonly settings: SetupSettings;
  readonly said: string;
}

/** A change: what it makes of the setup, what it did in words, and the gesture it belongs to (one gesture is one step to undo). */
export interface Change {
  readonly name?: string;
  readonly settings?: SetupSettings;
  readonly said: string;
  readonly gesture?: string;
}

export const opened = createAction<Setup>('edit/opened');
export const closed = createAction('edit/closed');
export const changed = createAction<Change>('edit/changed');

export type EditHistory = StateWithHistory<Edit | null>;

function withChange(edit: Edit | null = null, action: UnknownAction): Edit | null {
  if (!edit || !changed.match(action)) return edit;
  const { name, settings, said } = action.payload;
  return { name: name ?? edit.name, settings: settings ?? edit.settings, said };
}

const undone = undoable(withChange, {
  limit: 200,
  groupBy: (action) => (changed.match(action) ? (action.payload.gesture ?? null) : null),
});

/** The setup under edit with its undo history: one step a gesture, two hundred steps, none beyond its opening. */
export function editReducer(history: EditHistory | undefined, action: UnknownAction): EditHistory {
  if (opened.match(action)) {
    const { name, settings } = action.payload;
    return newHistory<Edit | null>([], { name, settings, said: 'opened' }, []);
  }
  if (closed.match(action)) return newHistory<Edit | null>([], null, []);
  return undone(history, action);
}

/** Whether an action may have changed what is to be kept. */
export function changesEdit(action: { readonly type: string }): boolean {
  return action.type === changed.type || action.type === ActionTypes.UNDO || action.type === ActionTypes.REDO;
}
