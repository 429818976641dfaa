import { fixedNumber } from '@gangway/messages/number';
import { CoreError } from '@gangway/core/errors';
import { logText } from '@gangway/messages/server/log';
import { say } from '@gangway/messages/say';
import { randomUUID, createHash } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { mkdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import express, { Router } from 'express';
import { and, asc, eq, inArray, isNull, sql } from 'drizzle-orm';
import { z } from 'zod';
import { ATTACHMENT_BYTES_MOST } from '@gangway/contract/attachmentBytes';
import { templateSchema, type CardTemplate } from '@gangway/contract/card';
import { LOG_PAGE_MOST } from '@gangway/contract/logPageMost';
import { logChangeSchema, TAKES_MOST, type Log } from '@gangway/contract/log';
import type { Db, DbOrTx } from '../db/connect';
import { shotColumns, templateColumns, templateIn } from '../db/records';
import { attachments, cardTemplates, jobs, setups, shots } from '../db/schema';
import { isFirst } from '../db/writes';
import { fileNameIn, idParam, notThere, parsed, HttpError } from '../httpError';
import { isPlannedOn } from '../plate/plannedOn';
import { loosen, removeLoose, storeOwned } from '../proof/store/ownedFiles';
import type { Store } from '../proof/store/store';
import { attachmentAnswer, shotAnswer } from './answers';
import { logPage, nextLogVersion, noteAttachments, noteBack, noteRemoved } from './logPage';
import { keptPicture } from './keptPicture';
import { pictureIn } from './picture';

export interface LogParts {
  readonly store: Store;
  readonly scratch: string;
}

const ATTACHMENTS_MOST = 2000;
/** The same photograph came in by another request meanwhile. */
class SentTwice extends Error {}

async function presentJob(db: DbOrTx, id: string): Promise<void> {
  const [row] = await db
    .select({ id: jobs.id })
    .from(jobs)
    .where(and(eq(jobs.id, id), isNull(jobs.deletedAt)));
  if (!row) throw notThere('job');
}

/** The log of a job: every shot in the order of time, and what is attached. */
export async function logOf(db: DbOrTx, jobId: string): Promise<Log> {
  const rows = await db.select().from(shots).where(eq(shots.jobId, jobId)).orderBy(asc(shots.at), asc(shots.id));
  const pictures = await db.select().from(attachments).where(eq(attachments.jobId, jobId)).orderBy(asc(attachments.createdAt));
  return {
    shots: rows.map(shotAnswer),
    versions: Object.fromEntries(rows.map(({ id, version }) => [id, version])),
    attachments: pictures.map(attachmentAnswer),
  };
}

/** Photographs come in as they are: before the rule that takes JSON alone. */
export function attachmentUpload(db: Db, { store, scratch }: LogParts): Router {
  const router = Router();
  router.post('/jobs/:id/attachments', async (req, res) => {
    const jobId = idParam(req.params.id, 'job');
    await presentJob(db, jobId);
    const name = fileNameIn(req.query.name, 255);
    if (name === '') throw new HttpError(400, 'no_name', logText.aPhotographNeedsTheName, { path: ['name'] });
    if (!req.is('application/octet-stream')) throw new HttpError(415, 'not_a_file', logText.aPhotographIsSentUnchanged);
    const announced = Number(req.headers['content-length']);
    if (!Number.isFinite(announced) || announced <= 0) throw new HttpError(411, 'no_length', logText.sayHowLongTheFile);
    if (announced > ATTACHMENT_BYTES_MOST)
      throw new HttpError(
        413,
        'too_large',
        say(logText.hasMbAtMostMb, { name, announced: fixedNumber(announced / 1e6, 0), attachmentBytesMost: ATTACHMENT_BYTES_MOST / 1e6 }),
        { path: ['file'] },
      );
    const id = req.query.id === undefined ? randomUUID() : idParam(req.query.id, 'photograph');
    const [sent] = await db.select().from(attachments).where(eq(attachments.id, id));
    if (sent && sent.jobId !== jobId) throw new HttpError(409, 'other_job', logText.aPhotographWithThisId, { path: ['id'] });
    // Under an id that is there already it is the same photograph, sent again.
    if (sent) {
      req.resume();
      res.status(201).json(attachmentAnswer(sent));
      return;
    }
    const setupId = idParam(req.query.setupId, 'setup');
    const [setup] = await db
      .select({ id: setups.id })
      .from(setups)
      .where(and(eq(setups.id, setupId), eq(setups.jobId, jobId)));
    if (!setup)
      throw new HttpError(400, 'no_setup', logText.aPhotographIsAttachedTo, {
        path: ['setupId'],
      });
    const shotId = req.query.shotId === undefined ? null : idParam(req.query.shotId, 'shot');
    if (shotId !== null) {
      const [shot] = await db
        .select({ id: shots.id })
        .from(shots)
        .where(and(eq(shots.id, shotId), eq(shots.setupId, setupId)));
      if (!shot) throw new HttpError(400, 'no_shot', logText.thereIsNoSuchShot, { path: ['shotId'] });
    }
    const free = await store.free();
    if (free !== null && free < announced * 2)
      throw new HttpError(507, 'no_room', say(logText.thereIsNoRoomFor2, { name }), { path: ['file'] });
    const held = await db.$count(attachments, eq(attachments.jobId, jobId));
    if (held >= ATTACHMENTS_MOST)
      throw new HttpError(409, 'too_many', say(logText.aJobMayHaveAt, { attachmentsMost: ATTACHMENTS_MOST }), { path: ['file'] });
    await mkdir(scratch, { recursive: true });
    const path = join(scratch, `attached-${randomUUID()}`);
    try {
      const hash = createHash('sha256');
      await pipeline(
        req,
        async function* (chunks: AsyncIterable<Buffer>) {
          for await (const chunk of chunks) {
            hash.update(chunk);
            yield chunk;
          }
        },
        createWriteStream(path),
      );
      const { size } = await stat(path);
      if (size !== announced) throw new HttpError(400, 'aborted', say(logText.wasInterruptedBeforeItHad, { name }), { path: ['file'] });
      const kept = await keptPicture(path, { name, bytes: size, sha256: hash.digest('hex') }).catch((error: unknown) => {
        throw error instanceof CoreError ? new HttpError(422, error.code, `${name}: ${error.message}`, { path: ['file'] }) : error;
      });
      const picture = await pictureIn(path);
      if (!picture)
        throw new HttpError(422, 'not_a_picture', say(logText.isNotAPictureThat, { name }), {
          path: ['file'],
        });
      const { mime, extension, width, height } = picture;
      // A key of this request’s own: the same photograph sent twice at once must not share a file that one of both removes.
      const storeKey = `attachments/${id}/${randomUUID()}.${extension}`;
      const values = { id, jobId, setupId, shotId, ...kept, mime, width, height, storeKey };
      const [row] = await storeOwned(db, store, [{ key: storeKey, path }], async (tx) => {
        await noteAttachments(tx, jobId);
        const written = await tx.insert(attachments).values(values).onConflictDoNothing().returning();
        if (written.length === 0) throw new SentTwice();
        return written;
      }).catch(async (error: unknown) => {
        if (!(error instanceof SentTwice)) throw error;
        return db
          .select()
          .from(attachments)
          .where(and(eq(attachments.id, id), eq(attachments.jobId, jobId)));
      });
      if (!row) throw new HttpError(409, 'other_job', logText.aPhotographWithThisId, { path: ['id'] });
      res.status(201).json(attachmentAnswer(row));
    } finally {
      await rm(path, { force: true });
    }
  });
  return router;
}

/** Refuses a change that was made against other versions of its shots than those that are there, and says what they are now. */
async function refuseStale(tx: DbOrTx, jobId: string, versions: Readonly<Record<string, number>>): Promise<void> {
  const meant = Object.entries(versions);
  if (meant.length === 0) return;
  const rows = await tx
    .select()
    .from(shots)
    .where(and(eq(shots.jobId, jobId), inArray(shots.id, Object.keys(versions))))
    .for('update');
  const present = new Map(rows.map((row) => [row.id, row]));
  const stale = meant.filter(([id, version]) => (present.get(id)?.version ?? 0) !== version);
  if (stale.length === 0) return;
  const changed = stale.flatMap(([id]) => present.get(id) ?? []);
  throw new HttpError(409, 'changed_elsewhere', say(logText.shotsWereChangedElsewhere, { n: stale.length }), {
    path: ['versions', stale[0]?.[0] ?? ''],
    more: {
      present: { shots: changed.map(shotAnswer), versions: Object.fromEntries(stale.map(([id]) => [id, present.get(id)?.version ?? 0])) },
    },
  });
}

/** Which part of a log is asked for; without a limit it is the whole. */
const pageQuery = z.object({
  limit: z.coerce.number().int().min(1).max(LOG_PAGE_MOST).optional(),
  cursor: z.string().max(120).optional(),
});

export function logRoutes(db: Db, { store, scratch }: LogParts): Router {
  const router = Router();

  router.get('/jobs/:id/log', async (req, res) => {
    const jobId = idParam(req.params.id, 'job');
    await presentJob(db, jobId);
    const { limit, cursor } = parsed(pageQuery, req.query);
    res.json(limit === undefined ? await logOf(db, jobId) : await logPage(db, jobId, { limit, cursor }));
  });

  router.post('/jobs/:id/log/changes', express.json({ limit: '12mb' }), async (req, res) => {
    const jobId = idParam(req.params.id, 'job');
    const { writeId, versions, put, remove } = parsed(logChangeSchema, req.body);
    await db.transaction(async (tx) => {
      await presentJob(tx, jobId);
      if (!(await isFirst(tx, writeId))) return;
      const own = new Set((await tx.select({ id: setups.id }).from(setups).where(eq(setups.jobId, jobId))).map(({ id }) => id));
      const strange = put.findIndex(({ setupId }) => !own.has(setupId));
      if (strange >= 0)
        throw new HttpError(400, 'no_setup', say(logText.putStandidTheSetupOf, { strange }), { path: ['put', strange, 'setupId'] });
      await refuseStale(tx, jobId, versions);
      const logVersion = await nextLogVersion(tx, jobId);
      const going = and(eq(shots.jobId, jobId), inArray(shots.id, remove));
      if (remove.length > 0) await noteRemoved(tx, { jobId, logVersion }, await tx.delete(shots).where(going).returning({ id: shots.id }));
      await noteBack(tx, put);
      for (let from = 0; from < put.length; from += 500) {
        const written = await tx
          .insert(shots)
          .values(
            put
              .slice(from, from + 500)
              .map(({ id, setupId, at, ...values }) => ({ id, jobId, setupId, at: new Date(at), logVersion, ...shotColumns(values) })),
          )
          .onConflictDoUpdate({
            target: shots.id,
            set: {
              setupId: sql`excluded.setup_id`,
              at: sql`excluded.at`,
              values: sql`excluded."values"`,
              schemaVersion: sql`excluded.schema_version`,
              version: sql`${shots.version} + 1`,
              logVersion,
            },
            setWhere: eq(shots.jobId, jobId),
          })
          .returning({ id: shots.id });
        if (written.length < Math.min(500, put.length - from))
          throw new HttpError(409, 'other_job', logText.aShotWithThisId, { path: ['put'] });
      }
      const held = await tx.$count(shots, eq(shots.jobId, jobId));
      if (held > TAKES_MOST)
        throw new HttpError(409, 'too_many', say(logText.aJobMayHaveAtMost, { takesMost: TAKES_MOST, held }), {
          path: ['put'],
        });
    });
    res.json({ put: put.length, removed: remove.length });
  });

  router.get('/attachments/:id/file', async (req, res) => {
    const id = idParam(req.params.id, 'photograph');
    const [row] = await db.select().from(attachments).where(eq(attachments.id, id));
    if (!row) throw notThere('photograph');
    const folder = join(scratch, 'attached', id);
    await mkdir(folder, { recursive: true });
    const path = await store.local(row.storeKey, folder);
    res.type(row.mime).set({
      'Content-Disposition': 'inline',
      'X-Content-Type-Options': 'nosniff',
      'Content-Security-Policy': "default-src 'none'; form-action 'none'; sandbox",
    });
    await pipeline(createReadStream(path), res).finally(() => rm(folder, { recursive: true, force: true }));
  });

  router.delete('/attachments/:id', async (req, res) => {
    const id = idParam(req.params.id, 'photograph');
    const row = await db.transaction(async (tx) => {
      const [planned] = await tx
        .select({ name: setups.name })
        .from(setups)
        .where(and(isPlannedOn(sql`${id}::text`), isNull(setups.deletedAt)))
        .limit(1);
      if (planned) throw new HttpError(409, 'in_use', say(logText.photographIsPlannedOn, { setup: planned.name }), { path: ['id'] });
      const [gone] = await tx.delete(attachments).where(eq(attachments.id, id)).returning();
      if (!gone) throw notThere('photograph');
      await noteAttachments(tx, gone.jobId);
      await loosen(tx, [gone.storeKey]);
      return gone;
    });
    await removeLoose(db, store, [row.storeKey]);
    res.json({ id });
  });

  router.get('/card-templates', async (_req, res) => {
    const rows = await db.select().from(cardTemplates).orderBy(asc(cardTemplates.createdAt));
    res.json(rows.map((row): CardTemplate => ({ id: row.id, name: row.name, card: templateIn(row) })));
  });

  router.put('/card-templates/:id', express.json({ limit: '256kb' }), async (req, res) => {
    const id = idParam(req.params.id, 'template');
    const said: unknown = req.body;
    const template = parsed(templateSchema, typeof said === 'object' && said !== null ? { ...said, id } : said);
    await db
      .insert(cardTemplates)
      .values({ id, name: template.name, ...templateColumns(template.card) })
      .onConflictDoUpdate({ target: cardTemplates.id, set: { name: template.name, ...templateColumns(template.card) } });
    res.json(template);
  });

  router.delete('/card-templates/:id', async (req, res) => {
    const id = idParam(req.params.id, 'template');
    await db.delete(cardTemplates).where(eq(cardTemplates.id, id));
    res.json({ id });
  });

  return router;
}
