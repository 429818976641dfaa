import { setupsText } from '@gangway/messages/server/setups';
import { Router } from 'express';
import { and, eq, isNull, sql } from 'drizzle-orm';
import { copyName } from '@gangway/contract/freeName';
import { newSetupSchema, setupWriteSchema } from '@gangway/contract/setup';
import type { StoredSetup } from '@gangway/contract/storedSetup';
import type { Db, DbOrTx } from './db/connect';
import { settingsIn, setupColumns } from './db/records';
import { jobs, setups } from './db/schema';
import { isFirst } from './db/writes';
import { idParam, notThere, parsed, HttpError } from './httpError';

export function setupAnswer(row: typeof setups.$inferSelect): StoredSetup {
  const { id, jobId, name, version, lastWriteId, updatedAt, deletedAt } = row;
  return {
    id,
    jobId,
    name,
    settings: settingsIn(row),
    version,
    lastWriteId,
    updatedAt: updatedAt.toISOString(),
    deletedAt: deletedAt?.toISOString() ?? null,
  };
}

export async function presentSetup(db: DbOrTx, id: string): Promise<StoredSetup> {
  const [row] = await db
    .select({ setup: setups })
    .from(setups)
    .innerJoin(jobs, and(eq(jobs.id, setups.jobId), isNull(jobs.deletedAt)))
    .where(eq(setups.id, id));
  if (!row) throw notThere('setup');
  if (row.setup.deletedAt !== null) {
    throw new HttpError(410, 'deleted', setupsText.thisSetupWasDeletedRestore);
  }
  return setupAnswer(row.setup);
}

function only<T>(rows: readonly T[]): T {
  const [row] = rows;
  if (row === undefined) throw new Error('a statement that returns a row returned none');
  return row;
}

export function setupRoutes(db: Db): Router {
  const router = Router();

  router.post('/jobs/:jobId/setups', async (req, res) => {
    const jobId = idParam(req.params.jobId, 'job');
    const { id, name, settings } = parsed(newSetupSchema, req.body);
    const setup = await db.transaction(async (tx) => {
      const [job] = await tx
        .select()
        .from(jobs)
        .where(and(eq(jobs.id, jobId), isNull(jobs.deletedAt)))
        .for('share');
      if (!job) throw notThere('job');
      const [made] = await tx
        .insert(setups)
        .values({ ...(id !== undefined && { id }), jobId, name, ...setupColumns(settings) })
        .onConflictDoNothing()
        .returning();
      if (made) return setupAnswer(made);
      // Under an id that is there already it is the same setup, sent again.
      const present = await presentSetup(tx, id ?? '');
      if (present.jobId !== jobId) throw new HttpError(409, 'other_job', setupsText.aSetupWithThisId, { path: ['id'] });
      return present;
    });
    res.status(201).json(setup);
  });

  router.get('/setups/:id', async (req, res) => {
    res.json(await presentSetup(db, idParam(req.params.id, 'setup')));
  });

  router.put('/setups/:id', async (req, res) => {
    const id = idParam(req.params.id, 'setup');
    const { version, writeId, name, settings } = parsed(setupWriteSchema, req.body);
    const written = await db.transaction(async (tx) => {
      // The same write again, its first answer lost on the way: it is kept already.
      if (!(await isFirst(tx, writeId))) return presentSetup(tx, id);
      const [row] = await tx
        .update(setups)
        .set({ name, ...setupColumns(settings), version: version + 1, lastWriteId: writeId, updatedAt: sql`now()` })
        .where(
          and(
            eq(setups.id, id),
            eq(setups.version, version),
            isNull(setups.deletedAt),
            sql`exists (select 1 from ${jobs} where ${jobs.id} = ${setups.jobId} and ${jobs.deletedAt} is null)`,
          ),
        )
        .returning();
      if (row) return setupAnswer(row);
      throw new HttpError(409, 'changed_elsewhere', setupsText.thisSetupWasChangedSomewhere, {
        path: ['version'],
        more: { present: await presentSetup(tx, id) },
      });
    });
    res.json(written);
  });

  router.post('/setups/:id/duplicate', async (req, res) => {
    const id = idParam(req.params.id, 'setup');
    const copy = await db.transaction(async (tx) => {
      const from = await presentSetup(tx, id);
      const names = await tx
        .select({ name: setups.name })
        .from(setups)
        .where(and(eq(setups.jobId, from.jobId), isNull(setups.deletedAt)));
      const name = copyName(
        from.name,
        names.map((row) => row.name),
      );
      return setupAnswer(
        only(
          await tx
            .insert(setups)
            .values({ jobId: from.jobId, name, ...setupColumns(from.settings) })
            .returning(),
        ),
      );
    });
    res.status(201).json(copy);
  });

  router.delete('/setups/:id', async (req, res) => {
    const id = idParam(req.params.id, 'setup');
    const [row] = await db
      .update(setups)
      .set({ deletedAt: sql`coalesce(${setups.deletedAt}, now())` })
      .where(eq(setups.id, id))
      .returning();
    if (!row) throw notThere('setup');
    res.json(setupAnswer(row));
  });

  router.post('/setups/:id/restore', async (req, res) => {
    const id = idParam(req.params.id, 'setup');
    const [row] = await db.update(setups).set({ deletedAt: null }).where(eq(setups.id, id)).returning();
    if (!row) throw notThere('setup');
    res.json(setupAnswer(row));
  });

  return router;
}
