import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { EntryStore } from './entryStore';
import { placing } from './placing';
import type { Entry, Head } from './write';

interface OutboxSchema extends DBSchema {
  entries: { key: number; value: Entry; indexes: { lane: string } };
  heads: { key: string; value: Head };
}

const NAME = 'gangway-outbox';

/** Stored by the time it is said to be, not some time after. */
const DURABLE = { durability: 'strict' } as const;

/**
 * The changes in the browser’s own database: they outlive reloads, closed
 * tabs and a browser that is killed.
 *
 * @throws what the browser says where it allows no database
 */
export async function indexedStore(name: string = NAME): Promise<EntryStore> {
  const db: IDBPDatabase<OutboxSchema> = await openDB<OutboxSchema>(name, 1, {
    upgrade: (fresh) => {
      fresh.createObjectStore('entries', { keyPath: 'seq', autoIncrement: true }).createIndex('lane', 'lane');
      fresh.createObjectStore('heads', { keyPath: 'lane' });
    },
    // A newer Gangway in another tab brings its database up to date.
    blocking: () => db.close(),
  });
  return {
    all: () => db.getAll('entries'),
    add: async (draft) => {
      const tx = db.transaction(['entries', 'heads'], 'readwrite', DURABLE);
      // When the transaction fails, that is what is said; the single requests need not say it again.
      tx.done.catch(() => undefined);
      const entries = tx.objectStore('entries');
      const lane = await entries.index('lane').getAll(draft.lane);
      const { over, draft: placed } = placing(draft, lane, (await tx.objectStore('heads').get(draft.lane)) ?? null);
      const open = { ...placed, attempts: 0, failures: 0, trouble: null };
      // The database gives the number when there is none.
      const seq = await entries.put((over === null ? open : { ...open, seq: over }) as Entry);
      await tx.done;
      return { ...open, seq };
    },
    change: async (seq, changed) => {
      const tx = db.transaction('entries', 'readwrite', DURABLE);
      const entry = await tx.store.get(seq);
      const after = entry === undefined ? null : changed(entry);
      if (after) await tx.store.put(after);
      await tx.done;
      return after;
    },
    remove: async (seqs, head) => {
      const tx = db.transaction(['entries', 'heads'], 'readwrite', DURABLE);
      for (const seq of seqs) await tx.objectStore('entries').delete(seq);
      if (head) await tx.objectStore('heads').put(head);
      await tx.done;
    },
  };
}
