import { setupsText } from '@gangway/messages/server/setups';
import { Router } from 'express';
import { and, eq, isNull, sql } from 'drizzle-orm';
import { copyName } from '@gangway/contract/name';
import { newSetupSchema, setupWriteSchema } from '@gangway/contract/setup';
import type { StoredSetup } from '@gangway/contract/storedSetup';
import type { Db, DbOrTx } from './db/connect';
import { settingsIn, setupColumns } from './db/records';
import { jobs, stands } from './db/schema';
import { idParam, notThere, parsed, HttpError } from './httpError';

export function setupAnswer(row: typeof stands.$inferSelect): StoredSetup {
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
    .select({ stand: stands })
    .from(stands)
    .innerJoin(jobs, and(eq(jobs.id, stands.jobId), isNull(jobs.deletedAt)))
    .where(eq(stands.id, id));
  if (!row) throw notThere('setup');
  if (row.stand.deletedAt !== null) {
    throw new HttpError(410, 'deleted', setupsText.thisSetupWasDeletedRestore);
  }
  return setupAnswer(row.stand);
}

function only<T>(rows: readonly T[]): T {
  const [row] = rows;
  if (row === undefined) throw new Error('a statement that returns a row returned none');
  return row;
}

export function setupRoutes(db: Db): Router {
  const router = Router();

  router.post('/jobs/:jobId/stands', async (req, res) => {
    const jobId = idParam(req.params.jobId, 'job');
    const { name, settings } = parsed(newSetupSchema, req.body);
    const stand = await db.transaction(async (tx) => {
      const [job] = await tx
        .select()
        .from(jobs)
        .where(and(eq(jobs.id, jobId), isNull(jobs.deletedAt)))
        .for('share');
      if (!job) throw notThere('job');
      return setupAnswer(
        only(
          await tx
            .insert(stands)
            .values({ jobId, name, ...setupColumns(settings) })
            .returning(),
        ),
      );
    });
    res.status(201).json(stand);
  });

  router.get('/stands/:id', async (req, res) => {
    res.json(await presentSetup(db, idParam(req.params.id, 'setup')));
  });

  router.put('/stands/:id', async (req, res) => {
    const id = idParam(req.params.id, 'setup');
    const { version, writeId, name, settings } = parsed(setupWriteSchema, req.body);
    const [written] = await db
      .update(stands)
      .set({ name, ...setupColumns(settings), version: version + 1, lastWriteId: writeId, updatedAt: sql`now()` })
      .where(
        and(
          eq(stands.id, id),
          eq(stands.version, version),
          isNull(stands.deletedAt),
          sql`exists (select 1 from ${jobs} where ${jobs.id} = ${stands.jobId} and ${jobs.deletedAt} is null)`,
        ),
      )
      .returning();
    if (written) {
      res.json(setupAnswer(written));
      return;
    }
    const present = await presentSetup(db, id);
    // The same write again, its first answer lost on the way: it is kept already.
    if (present.lastWriteId === writeId) {
      res.json(present);
      return;
    }
    throw new HttpError(409, 'changed_elsewhere', setupsText.thisSetupWasChangedSomewhere, {
      path: ['version'],
      more: {
        present,
      },
    });
  });

  router.post('/stands/:id/duplicate', async (req, res) => {
    const id = idParam(req.params.id, 'setup');
    const copy = await db.transaction(async (tx) => {
      const from = await presentSetup(tx, id);
      const names = await tx
        .select({ name: stands.name })
        .from(stands)
        .where(and(eq(stands.jobId, from.jobId), isNull(stands.deletedAt)));
      const name = copyName(
        from.name,
        names.map((row) => row.name),
      );
      return setupAnswer(
        only(
          await tx
            .insert(stands)
            .values({ jobId: from.jobId, name, ...setupColumns(from.settings) })
            .returning(),
        ),
      );
    });
    res.status(201).json(copy);
  });

  router.delete('/stands/:id', async (req, res) => {
    const id = idParam(req.params.id, 'setup');
    const [row] = await db
      .update(stands)
      .set({ deletedAt: sql`coalesce(${stands.deletedAt}, now())` })
      .where(eq(stands.id, id))
      .returning();
    if (!row) throw notThere('setup');
    res.json(setupAnswer(row));
  });

  router.post('/stands/:id/restore', async (req, res) => {
    const id = idParam(req.params.id, 'setup');
    const [row] = await db.update(stands).set({ deletedAt: null }).where(eq(stands.id, id)).returning();
    if (!row) throw notThere('setup');
    res.json(setupAnswer(row));
  });

  return router;
}
