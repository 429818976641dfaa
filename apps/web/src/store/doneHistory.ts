import { createAction, type UnknownAction } from '@reduxjs/toolkit';
import undoable, { type StateWithHistory } from 'redux-undo';

/** What was done last and what came before it; what was undone comes after. */
export type Done<D> = StateWithHistory<{ readonly done: D | null }>;

const NOTHING = { done: null };

/** How many steps can be taken back. */
const MOST = 100;

/**
 * What was done in this tab to something that the server keeps, so that it can
 * be undone and redone: each step holds what it takes to go either way, and
 * the one that is sent is the sender's business. One history per name.
 */
export function doneHistory<D>(name: string) {
  const did = createAction<D>(`${name}/did`);
  const wentBack = createAction(`${name}/wentBack`);
  const wentOn = createAction(`${name}/wentOn`);
  const forgotten = createAction(`${name}/forgotten`);
  const last = (before: { readonly done: D | null } = NOTHING, action: UnknownAction): { readonly done: D | null } =>
    did.match(action) ? { done: action.payload as D } : before;
  // The library counts what is present as well.
  const reducer = undoable(last, { limit: MOST + 1, undoType: wentBack.type, redoType: wentOn.type, initTypes: [forgotten.type] });
  return { reducer, did, wentBack, wentOn, forgotten };
}

/** What would be undone; `null` when there is nothing. */
export function toUndo<D>({ past, present }: Done<D>): D | null {
  return past.length > 0 ? present.done : null;
}

/** What would be redone; `null` when there is nothing. */
export function toRedo<D>({ future }: Done<D>): D | null {
  return future[0]?.done ?? null;
}
