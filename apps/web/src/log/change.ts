import type { Shot } from '@gangway/core/log/shotFields';

/** Puts takes into the log and removes others as one step to undo, said in words; resolves to why not, or `null`. */
export type Change = (
  change: { readonly put: readonly Shot[]; readonly remove: readonly string[] },
  said: string,
) => Promise<string | null>;
