import { and, count, eq, isNull, sql } from 'drizzle-orm';
import { DEMO_DAY, DEMO_JOB_NAME, DEMO_PLACE, DEMO_SETUPS } from '@gangway/contract/demo';
import { DEMO_ITEMS, DEMO_RIGS } from '@gangway/contract/demoKit';
import { storedSettings } from '@gangway/contract/storedSetup';
import type { Db, DbOrTx } from './db/connect';
import { jobs, kitItems } from './db/schema';
import { insertJob } from './jobs';
import { putKit } from './kit';

/** *if-empty* puts the demo job into a database without jobs and the demo kit into one without a kit, *never* leaves it alone, *reset* puts both back as they ship. */
export type Seeding = 'if-empty' | 'never' | 'reset';

/** Puts demo job and demo kit in. A demo job that is replaced is deleted in the way that can be undone. */
export async function seed(db: Db, seeding: Seeding): Promise<'seeded' | 'left alone'> {
  if (seeding === 'never') return 'left alone';
  return db.transaction(async (tx) => {
    await tx.execute(sql`select pg_advisory_xact_lock(7126832)`);
    if (seeding === 'reset' || (await wantsDemoKit(tx))) await putKit(tx, DEMO_ITEMS, DEMO_RIGS);
    if (seeding === 'if-empty') {
      const [row] = await tx.select({ jobs: count() }).from(jobs);
      if ((row?.jobs ?? 0) > 0) return 'left alone';
    } else {
      await tx
        .update(jobs)
        .set({ deletedAt: sql`now()` })
        .where(and(eq(jobs.demo, true), isNull(jobs.deletedAt)));
    }
    await insertJob(
      tx,
      { name: DEMO_JOB_NAME, demo: true, place: DEMO_PLACE, day: DEMO_DAY },
      DEMO_SETUPS.map(({ name, settings }) => ({ name, settings: storedSettings(settings) })),
    );
    return 'seeded';
  });
}

/** An empty kit gets the demo's, unless there are jobs and the demo job is not among them: then nobody wants it. */
async function wantsDemoKit(tx: DbOrTx): Promise<boolean> {
  const [kit] = await tx.select({ items: count() }).from(kitItems);
  if ((kit?.items ?? 0) > 0) return false;
  const present = await tx.select({ demo: jobs.demo }).from(jobs).where(isNull(jobs.deletedAt));
  return present.length === 0 || present.some(({ demo }) => demo);
}
