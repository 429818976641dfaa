import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Setup } from '@gangway/contract/storedSetup';

/** The setup under edit, and whether what is on the bench is in the outbox. */
export interface AutosaveState {
  readonly setupId: string;
  readonly jobId: string;
  /** Whether all that was changed is in the outbox, or with the server already. */
  readonly stored: boolean;
  /** When the server saved it last. */
  readonly savedAt: string;
}

const slice = createSlice({
  name: 'autosave',
  initialState: null as AutosaveState | null,
  reducers: {
    autosaveStarted: (_state, { payload }: PayloadAction<Setup>): AutosaveState => ({
      setupId: payload.id,
      jobId: payload.jobId,
      stored: true,
      savedAt: payload.updatedAt,
    }),
    autosaveStopped: () => null,
    autosaveTold: (state, { payload }: PayloadAction<Partial<Pick<AutosaveState, 'stored' | 'savedAt'>>>) =>
      state && { ...state, ...payload },
  },
});

export const { autosaveStarted, autosaveStopped, autosaveTold } = slice.actions;
export const autosaveReducer = slice.reducer;
