import { inArray, lt, sql } from 'drizzle-orm';
import type { Db, DbOrTx } from '../../db/connect';
import { looseFiles } from '../../db/schema';
import type { Store } from './store';

// Rows and files are in two places, and whatever writes both can end in
// between. The keys of files that no row owns are in the database all the time.

/** A loose file older than this belongs to nothing under way, ms. */
const LOOSE_MS = 3_600_000;

interface NewFile {
  readonly key: string;
  /** The file on this machine's disk, or what makes it when its turn comes. */
  readonly path: string | (() => Promise<string>);
}

/**
 * Stores files together with the rows that own them: all of it, or nothing.
 * @param files what is stored, under keys that nothing else has
 * @param own writes the rows
 * @throws what storing or writing threw, after the files are removed again
 */
export async function storeOwned<T>(db: Db, store: Store, files: readonly NewFile[], own: (tx: DbOrTx) => Promise<T>): Promise<T> {
  const keys = files.map(({ key }) => key);
  await loosen(db, keys);
  try {
    for (const { key, path } of files) await store.put(key, typeof path === 'string' ? path : await path());
    return await db.transaction(async (tx) => {
      const owned = await own(tx);
      await claim(tx, keys);
      return owned;
    });
  } catch (error) {
    // Where this fails too, the files are found at the next start.
    await removeLoose(db, store, keys).catch(() => undefined);
    throw error;
  }
}

/** Notes that no row owns these files. In the transaction that deletes their rows, so that both hold or neither. */
export async function loosen(tx: DbOrTx, keys: readonly string[]): Promise<void> {
  if (keys.length === 0) return;
  await tx
    .insert(looseFiles)
    .values(keys.map((key) => ({ key })))
    .onConflictDoUpdate({ target: looseFiles.key, set: { at: sql`now()` } });
}

/** Notes that rows own these files, in the transaction that writes the rows. */
export async function claim(tx: DbOrTx, keys: readonly string[]): Promise<void> {
  if (keys.length > 0) await tx.delete(looseFiles).where(inArray(looseFiles.key, [...keys]));
}

/** Held by a backup that is being written (the same number stands in scripts/lib/backup.mjs). */
const STORE_LOCK = 7126833;

/**
 * Removes loose files from the store, and then the note that they are loose.
 * While a backup is written they stay, and are removed by a later sweep.
 */
export async function removeLoose(db: Db, store: Store, keys: readonly string[]): Promise<void> {
  await db.transaction(async (tx) => {
    const { rows } = await tx.execute<{ free: boolean }>(sql`select pg_try_advisory_xact_lock_shared(${STORE_LOCK}) as free`);
    if (rows[0]?.free !== true) return;
    for (const key of keys) await store.remove(key);
    await claim(tx, keys);
  });
}

/**
 * Removes what earlier processes left behind.
 * @param olderThanMs what is younger may be on its way in
 * @returns how many files were removed
 */
export async function sweepLoose(db: Db, store: Store, olderThanMs = LOOSE_MS): Promise<number> {
  const rows = await db
    .select({ key: looseFiles.key })
    .from(looseFiles)
    .where(lt(looseFiles.at, new Date(Date.now() - olderThanMs)));
  for (const { key } of rows) await removeLoose(db, store, [key]);
  return rows.length;
}
