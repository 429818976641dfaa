import { lt, sql } from 'drizzle-orm';
import type { Db, DbOrTx } from './connect';
import { writes } from './schema';

/** A write is repeated within hours, or days where a device was away; after this it is not recognised any more. */
const REMEMBERED = sql`now() - interval '90 days'`;

/**
 * Whether this write is made for the first time; remembers it with the rest of
 * its transaction. One without an id always is.
 */
export async function isFirst(tx: DbOrTx, writeId: string | undefined): Promise<boolean> {
  if (writeId === undefined) return true;
  const rows = await tx.insert(writes).values({ id: writeId }).onConflictDoNothing().returning({ id: writes.id });
  return rows.length > 0;
}

/** Forgets writes that nobody will repeat. */
export async function forgetOldWrites(db: Db): Promise<void> {
  await db.delete(writes).where(lt(writes.at, REMEMBERED));
}
