import { jobsText } from '@gangway/messages/server/jobs';
import { Router } from 'express';
import { and, asc, count, desc, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import { newJobSchema, jobPatchSchema, type StoredDeleted, type StoredJob, type JobSummary } from '@gangway/contract/job';
import { copyName } from '@gangway/contract/freeName';
import type { StoredSettings } from '@gangway/contract/storedSetup';
import type { Db, DbOrTx } from './db/connect';
import { setupColumns } from './db/records';
import { jobs, setups } from './db/schema';
import { isFirst } from './db/writes';
import { idParam, notThere, parsed, HttpError } from './httpError';
import { setupAnswer } from './setups';

type JobRow = typeof jobs.$inferSelect;

function summary(row: JobRow, setupCount: number): JobSummary {
  const { id, name, version, demo, dismissedCautions, place, day, updatedAt, deletedAt } = row;
  return {
    id,
    name,
    version,
    demo,
    dismissedCautions,
    place,
    day,
    setupCount,
    updatedAt: updatedAt.toISOString(),
    deletedAt: deletedAt?.toISOString() ?? null,
  };
}

async function summaries(db: Db, deleted: boolean): Promise<JobSummary[]> {
  const rows = await db
    .select({ job: jobs, setupCount: count(setups.id) })
    .from(jobs)
    .leftJoin(setups, and(eq(setups.jobId, jobs.id), isNull(setups.deletedAt)))
    .where(deleted ? isNotNull(jobs.deletedAt) : isNull(jobs.deletedAt))
    .groupBy(jobs.id)
    .orderBy(deleted ? desc(jobs.deletedAt) : asc(jobs.createdAt));
  return rows.map(({ job, setupCount }) => summary(job, setupCount));
}

export async function wholeJob(db: DbOrTx, id: string): Promise<StoredJob> {
  const [row] = await db
    .select()
    .from(jobs)
    .where(and(eq(jobs.id, id), isNull(jobs.deletedAt)));
  if (!row) throw notThere('job');
  const inside = await db
    .select()
    .from(setups)
    .where(and(eq(setups.jobId, id), isNull(setups.deletedAt)))
    .orderBy(asc(setups.createdAt), asc(setups.id));
  const rank = new Map(row.setupOrder.map((setupId, i) => [setupId, i]));
  const ordered = [...inside].sort((a, b) => (rank.get(a.id) ?? Infinity) - (rank.get(b.id) ?? Infinity) || 0);
  return { ...summary(row, inside.length), setups: ordered.map(setupAnswer) };
}

const JOBS_PAGE = /^\/(?:jobs(?:\/(?<id>[0-9a-f-]{36}))?\/?)?$/u;

/** What the page of jobs asks for first, by address below /api/: the list, and the job that it opens where that is known. */
export async function firstAnswers(db: Db, path: string): Promise<Readonly<Record<string, unknown>>> {
  const page = JOBS_PAGE.exec(path);
  if (!page) return {};
  const list = await summaries(db, false);
  const wanted = page.groups?.id ?? (list.length === 1 ? list[0]?.id : undefined);
  const opened = list.find(({ id }) => id === wanted);
  return { jobs: list, ...(opened && { [`jobs/${opened.id}`]: await wholeJob(db, opened.id) }) };
}

/** A new job with the setups given, in their order; answers its id. */
export async function insertJob(
  db: DbOrTx,
  job: Pick<typeof jobs.$inferInsert, 'id' | 'name' | 'demo' | 'dismissedCautions' | 'place' | 'day'>,
  inside: readonly { readonly name: string; readonly settings: StoredSettings }[],
): Promise<string> {
  const [row] = await db.insert(jobs).values(job).returning();
  if (!row) throw new Error('the job was not inserted');
  const now = Date.now();
  if (inside.length > 0) {
    await db
      .insert(setups)
      .values(
        inside.map(({ name, settings }, order) => ({ jobId: row.id, name, ...setupColumns(settings), createdAt: new Date(now + order) })),
      );
  }
  return row.id;
}

export function jobRoutes(db: Db): Router {
  const router = Router();

  router.get('/jobs', async (_req, res) => {
    res.json(await summaries(db, false));
  });

  router.get('/deleted', async (_req, res) => {
    const gone = await db
      .select({ setup: setups })
      .from(setups)
      .innerJoin(jobs, and(eq(jobs.id, setups.jobId), isNull(jobs.deletedAt)))
      .where(isNotNull(setups.deletedAt))
      .orderBy(desc(setups.deletedAt));
    const answer: StoredDeleted = { jobs: await summaries(db, true), setups: gone.map(({ setup }) => setupAnswer(setup)) };
    res.json(answer);
  });

  router.post('/jobs', async (req, res) => {
    const { id, name } = parsed(newJobSchema, req.body);
    const [present] = id === undefined ? [] : await db.select({ id: jobs.id }).from(jobs).where(eq(jobs.id, id));
    res
      .status(201)
      .json(await wholeJob(db, present?.id ?? (await insertJob(db, { ...(id !== undefined && { id }), name, demo: false }, []))));
  });

  router.get('/jobs/:id', async (req, res) => {
    res.json(await wholeJob(db, idParam(req.params.id, 'job')));
  });

  router.patch('/jobs/:id', async (req, res) => {
    const id = idParam(req.params.id, 'job');
    const { version, writeId, name, dismissedCautions, place, day, setupOrder } = parsed(jobPatchSchema, req.body);
    await db.transaction(async (tx) => {
      const [present] = await tx
        .select()
        .from(jobs)
        .where(and(eq(jobs.id, id), isNull(jobs.deletedAt)))
        .for('update');
      if (!present) throw notThere('job');
      if (!(await isFirst(tx, writeId))) return;
      if (version !== undefined && version !== present.version)
        throw new HttpError(409, 'changed_elsewhere', jobsText.thisJobWasChangedElsewhere, {
          path: ['version'],
          more: { present: summary(present, await tx.$count(setups, and(eq(setups.jobId, id), isNull(setups.deletedAt)))) },
        });
      await tx
        .update(jobs)
        .set({
          ...(name !== undefined && { name }),
          ...(dismissedCautions && { dismissedCautions }),
          ...(place !== undefined && { place }),
          ...(day !== undefined && { day }),
          ...(setupOrder && { setupOrder }),
          version: present.version + 1,
          updatedAt: sql`now()`,
        })
        .where(eq(jobs.id, id));
    });
    res.json(await wholeJob(db, id));
  });

  router.post('/jobs/:id/duplicate', async (req, res) => {
    const id = idParam(req.params.id, 'job');
    const copy = await db.transaction(async (tx) => {
      const from = await wholeJob(tx, id);
      const names = await tx.select({ name: jobs.name }).from(jobs).where(isNull(jobs.deletedAt));
      const name = copyName(
        from.name,
        names.map((row) => row.name),
      );
      return wholeJob(
        tx,
        await insertJob(
          tx,
          { name, demo: false, dismissedCautions: from.dismissedCautions, place: from.place, day: from.day },
          from.setups,
        ),
      );
    });
    res.status(201).json(copy);
  });

  router.delete('/jobs/:id', async (req, res) => {
    const id = idParam(req.params.id, 'job');
    const rows = await db
      .update(jobs)
      .set({ deletedAt: sql`coalesce(${jobs.deletedAt}, now())` })
      .where(eq(jobs.id, id))
      .returning({ id: jobs.id });
    if (rows.length === 0) throw notThere('job');
    res.json({ id });
  });

  router.post('/jobs/:id/restore', async (req, res) => {
    const id = idParam(req.params.id, 'job');
    await db.update(jobs).set({ deletedAt: null }).where(eq(jobs.id, id));
    res.json(await wholeJob(db, id));
  });

  return router;
}
