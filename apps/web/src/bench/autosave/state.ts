import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Setup } from '@gangway/contract/storedSetup';

/** Whether the setup under edit is safe with the server, in the states that the bench shows in words. */
export type Keeping =
  | { readonly phase: 'kept'; readonly at: string }
  | { readonly phase: 'changed' }
  | { readonly phase: 'keeping' }
  | { readonly phase: 'waiting'; readonly message: string }
  | { readonly phase: 'refused'; readonly message: string }
  | { readonly phase: 'elsewhere'; readonly theirs: Setup }
  | { readonly phase: 'gone'; readonly message: string };

export interface KeepState {
  readonly standId: string;
  readonly jobId: string;
  /** The version that the next write changes. */
  readonly version: number;
  readonly keeping: Keeping;
}

const slice = createSlice({
  name: 'keep',
  initialState: null as KeepState | null,
  reducers: {
    keepStarted: (_state, { payload }: PayloadAction<Setup>): KeepState => ({
      standId: payload.id,
      jobId: payload.jobId,
      version: payload.version,
      keeping: { phase: 'kept', at: payload.updatedAt },
    }),
    keepStopped: () => null,
    keepTold: (state, { payload }: PayloadAction<Keeping>): KeepState | null => state && { ...(state as KeepState), keeping: payload },
    versionTold: (state, { payload }: PayloadAction<number>) => {
      if (state) state.version = payload;
    },
  },
});

export const { keepStarted, keepStopped, keepTold, versionTold } = slice.actions;
export const keepReducer = slice.reducer;
