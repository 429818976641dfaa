import type { Shot } from '@gangway/core/log/shotFields';

/** Puts shots into the log and removes others as one step to undo, described in words. */
export type Change = (change: { readonly put: readonly Shot[]; readonly remove: readonly string[] }, said: string) => Promise<void>;
