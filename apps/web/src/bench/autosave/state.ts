import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Setup } from '@gangway/contract/storedSetup';

/** Whether the setup under edit is safe with the server, in the states that the bench shows in words. */
export type Saving =
  | { readonly phase: 'saved'; readonly at: string }
  | { readonly phase: 'changed' }
  | { readonly phase: 'saving' }
  | { readonly phase: 'waiting'; readonly message: string }
  | { readonly phase: 'refused'; readonly message: string }
  | { readonly phase: 'elsewhere'; readonly theirs: Setup }
  | { readonly phase: 'gone'; readonly message: string };

export interface AutosaveState {
  readonly setupId: string;
  readonly jobId: string;
  /** The version that the next write changes. */
  readonly version: number;
  readonly saving: Saving;
}

const slice = createSlice({
  name: 'autosave',
  initialState: null as AutosaveState | null,
  reducers: {
    autosaveStarted: (_state, { payload }: PayloadAction<Setup>): AutosaveState => ({
      setupId: payload.id,
      jobId: payload.jobId,
      version: payload.version,
      saving: { phase: 'saved', at: payload.updatedAt },
    }),
    autosaveStopped: () => null,
    autosaveTold: (state, { payload }: PayloadAction<Saving>): AutosaveState | null =>
      state && { ...(state as AutosaveState), saving: payload },
    versionTold: (state, { payload }: PayloadAction<number>) => {
      if (state) state.version = payload;
    },
  },
});

export const { autosaveStarted, autosaveStopped, autosaveTold, versionTold } = slice.actions;
export const autosaveReducer = slice.reducer;
