import { and, count, eq, isNull, sql } from 'drizzle-orm';
import { DEMO_JOB_NAME, DEMO_STANDS } from '@gangway/contract/demo';
import type { Db } from './db/connect';
import { jobs } from './db/schema';
import { insertJob } from './jobs';

/** *if-empty* puts the demo job into a database without jobs, *never* leaves it alone, *reset* puts the demo job back as it ships. */
export type Seeding = 'if-empty' | 'never' | 'reset';

/** Puts the demo job in. A demo job that is replaced is deleted in the way that can be undone. */
export async function seed(db: Db, seeding: Seeding): Promise<'seeded' | 'left alone'> {
  if (seeding === 'never') return 'left alone';
  return db.transaction(async (tx) => {
    await tx.execute(sql`select pg_advisory_xact_lock(7126832)`);
    if (seeding === 'if-empty') {
      const [row] = await tx.select({ jobs: count() }).from(jobs);
      if ((row?.jobs ?? 0) > 0) return 'left alone';
    } else {
      await tx.update(jobs).set({ deletedAt: sql`now()` }).where(and(eq(jobs.demo, true), isNull(jobs.deletedAt)));
    }
    await insertJob(tx, { name: DEMO_JOB_NAME, demo: true }, DEMO_STANDS);
    return 'seeded';
  });
}
