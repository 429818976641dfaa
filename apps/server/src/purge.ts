import { purgeText } from '@gangway/messages/server/purge';
import { and, eq, inArray, isNotNull, lt, notInArray, or, sql, type SQL } from 'drizzle-orm';
import { Router } from 'express';
import type { Db, DbOrTx } from './db/connect';
import { assemblies, attachments, frames, frameSets, jobs, lensTestFrames, lensTests, setups, shots } from './db/schema';
import { HttpError, idParam, notThere } from './httpError';
import { nextLogVersion, noteAttachments, noteRemoved } from './log/logPage';
import { isPlannedOn } from './plate/plannedOn';
import { loosen, removeLoose } from './proof/store/ownedFiles';
import type { Store } from './proof/store/store';
import { keysOf } from './proof/work';

/** What was deleted can be brought back for this long. */
const KEPT = sql`now() - interval '30 days'`;

/** The keys of all files that belong to setups. */
async function filesOf(tx: DbOrTx, setupIds: readonly string[]): Promise<readonly string[]> {
  if (setupIds.length === 0) return [];
  const ids = [...setupIds];
  const pictures = await tx.select({ key: attachments.storeKey }).from(attachments).where(inArray(attachments.setupId, ids));
  const inSets = await tx
    .select({ key: frames.storeKey })
    .from(frames)
    .innerJoin(frameSets, eq(frameSets.id, frames.setId))
    .where(inArray(frameSets.setupId, ids));
  const made = await tx
    .select({ storeKey: assemblies.storeKey })
    .from(assemblies)
    .innerJoin(frameSets, eq(frameSets.id, assemblies.setId))
    .where(inArray(frameSets.setupId, ids));
  return [...pictures, ...inSets].map(({ key }) => key).concat(made.flatMap(keysOf));
}

/** Photographs of setups that go, on which others are planned that stay, go over to one of these. */
async function handOver(tx: DbOrTx, setupIds: readonly string[]): Promise<void> {
  if (setupIds.length === 0) return;
  const ids = [...setupIds];
  const kept = await tx
    .update(attachments)
    .set({ setupId: sql`${setups.id}`, jobId: sql`${setups.jobId}`, shotId: null })
    .from(setups)
    .where(and(inArray(attachments.setupId, ids), notInArray(setups.id, ids), isPlannedOn(sql`${attachments.id}::text`)))
    .returning({ jobId: attachments.jobId });
  for (const jobId of new Set(kept.map((each) => each.jobId))) await noteAttachments(tx, jobId);
}

/** Tells the logs of jobs that stay that shots and photographs of setups that go are gone. */
async function noteShotsOf(tx: DbOrTx, setupIds: readonly string[], goingJobs: readonly string[]): Promise<void> {
  if (setupIds.length === 0) return;
  const inJobs = await tx
    .selectDistinct({ jobId: setups.jobId })
    .from(setups)
    .where(inArray(setups.id, [...setupIds]));
  for (const { jobId } of inJobs.filter((each) => !goingJobs.includes(each.jobId))) {
    const logVersion = await nextLogVersion(tx, jobId);
    const gone = await tx
      .select({ id: shots.id })
      .from(shots)
      .where(and(eq(shots.jobId, jobId), inArray(shots.setupId, [...setupIds])));
    await noteRemoved(tx, { jobId, logVersion }, gone);
    await noteAttachments(tx, jobId);
  }
}

/** Deletes jobs and setups for good with all that is theirs; answers how many of both. */
async function purge(db: Db, store: Store, which: { readonly jobs: SQL | undefined; readonly setups: SQL | undefined }): Promise<number> {
  const { keys, count } = await db.transaction(async (tx) => {
    const goingJobs = which.jobs ? (await tx.select({ id: jobs.id }).from(jobs).where(which.jobs).for('update')).map(({ id }) => id) : [];
    const going = [which.setups, goingJobs.length > 0 ? inArray(setups.jobId, goingJobs) : undefined].filter((each) => each !== undefined);
    const goingSetups =
      going.length === 0
        ? []
        : (
            await tx
              .select({ id: setups.id })
              .from(setups)
              .where(or(...going))
          ).map(({ id }) => id);
    await handOver(tx, goingSetups);
    const loose = await filesOf(tx, goingSetups);
    await loosen(tx, loose);
    await noteShotsOf(tx, goingSetups, goingJobs);
    if (goingSetups.length > 0) await tx.delete(setups).where(inArray(setups.id, goingSetups));
    if (goingJobs.length > 0) await tx.delete(jobs).where(inArray(jobs.id, goingJobs));
    return { keys: loose, count: goingJobs.length + goingSetups.length };
  });
  await removeLoose(db, store, keys);
  return count;
}

/** Deletes lens tests for good that were deleted long ago; answers how many. */
async function purgeLensTests(db: Db, store: Store): Promise<number> {
  const { keys, count } = await db.transaction(async (tx) => {
    const going = await tx.select({ id: lensTests.id }).from(lensTests).where(lt(lensTests.deletedAt, KEPT)).for('update');
    const ids = going.map(({ id }) => id);
    if (ids.length === 0) return { keys: [], count: 0 };
    const loose = await tx.select({ key: lensTestFrames.storeKey }).from(lensTestFrames).where(inArray(lensTestFrames.testId, ids));
    await loosen(
      tx,
      loose.map(({ key }) => key),
    );
    await tx.delete(lensTests).where(inArray(lensTests.id, ids));
    return { keys: loose.map(({ key }) => key), count: ids.length };
  });
  await removeLoose(db, store, keys);
  return count;
}

/** Deletes for good what was deleted more than thirty days ago. */
export async function purgeOld(db: Db, store: Store): Promise<number> {
  const inJobs = await purge(db, store, { jobs: lt(jobs.deletedAt, KEPT), setups: lt(setups.deletedAt, KEPT) });
  return inJobs + (await purgeLensTests(db, store));
}

/** Deletion for good, of what was deleted already. */
export function purgeRoutes(db: Db, store: Store): Router {
  const router = Router();
  router.delete('/deleted/jobs/:id', async (req, res) => {
    const id = idParam(req.params.id, 'job');
    const [row] = await db.select({ deletedAt: jobs.deletedAt }).from(jobs).where(eq(jobs.id, id));
    if (!row) throw notThere('job');
    if (row.deletedAt === null) throw new HttpError(409, 'not_deleted', purgeText.onlyWhatWasDeleted);
    await purge(db, store, { jobs: and(eq(jobs.id, id), isNotNull(jobs.deletedAt)), setups: undefined });
    res.json({ id });
  });
  router.delete('/deleted/setups/:id', async (req, res) => {
    const id = idParam(req.params.id, 'setup');
    const [row] = await db.select({ deletedAt: setups.deletedAt }).from(setups).where(eq(setups.id, id));
    if (!row) throw notThere('setup');
    if (row.deletedAt === null) throw new HttpError(409, 'not_deleted', purgeText.onlyWhatWasDeleted);
    await purge(db, store, { jobs: undefined, setups: and(eq(setups.id, id), isNotNull(setups.deletedAt)) });
    res.json({ id });
  });
  return router;
}
