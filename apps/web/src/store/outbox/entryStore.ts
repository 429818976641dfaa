import { placing } from './placing';
import type { Draft, Entry, Head } from './write';

/** Where the changes wait. */
export interface EntryStore {
  /** All that wait, in order. */
  readonly all: () => Promise<readonly Entry[]>;
  /** Puts a change in; it is stored when this resolves, and rejects when it could not be. */
  readonly add: (draft: Draft) => Promise<Entry>;
  /** Changes an entry as it is at that moment; answers what it became, `null` when it does not wait any more. */
  readonly change: (seq: number, changed: (entry: Entry) => Entry) => Promise<Entry | null>;
  /** Takes out what reached the server, and remembers what its lane came to. */
  readonly remove: (seqs: readonly number[], head: Head | null) => Promise<void>;
}

/** Places from here on are of changes that could not be stored; they come after all that are. */
export const UNSTORED_FROM = 1e12;

/**
 * A store behind which memory stands: a change that cannot be stored waits
 * there, as long as the page is open.
 *
 * @param onTrouble told why a change could not be stored, and `null` when the next one could
 */
export function guarded(store: EntryStore, onTrouble: (error: unknown) => void): EntryStore {
  let unstored: readonly Entry[] = [];
  let seq = UNSTORED_FROM;
  const all = async (): Promise<readonly Entry[]> => [
    ...(await store.all().catch((error: unknown) => (onTrouble(error), []))),
    ...unstored,
  ];
  return {
    all,
    add: async (draft) => {
      try {
        // What follows a change that is not stored waits beside it, or their order would be lost.
        if (!unstored.some(({ lane }) => lane === draft.lane)) {
          const entry = await store.add(draft);
          onTrouble(null);
          return entry;
        }
      } catch (error) {
        onTrouble(error);
      }
      const lane = (await all()).filter((each) => each.lane === draft.lane);
      // A stored change cannot be written over.
      const { over, draft: placed } = placing(
        draft,
        lane.map((each) => (each.seq < UNSTORED_FROM ? { ...each, attempts: each.attempts + 1 } : each)),
        null,
      );
      const entry: Entry = { ...placed, seq: over ?? ++seq, attempts: 0, failures: 0, trouble: null };
      unstored = [...unstored.filter((each) => each.seq !== over), entry].sort((a, b) => a.seq - b.seq);
      return entry;
    },
    change: async (at, changed) => {
      if (at < UNSTORED_FROM) return store.change(at, changed);
      unstored = unstored.map((each) => (each.seq === at ? changed(each) : each));
      return unstored.find((each) => each.seq === at) ?? null;
    },
    remove: async (seqs, head) => {
      unstored = unstored.filter((each) => !seqs.includes(each.seq));
      const stored = seqs.filter((each) => each < UNSTORED_FROM);
      if (stored.length > 0 || head) await store.remove(stored, head);
    },
  };
}
