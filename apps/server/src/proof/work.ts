import { proofText } from '@gangway/messages/server/proof';
import { say } from '@gangway/messages/say';
import { randomUUID } from 'node:crypto';
import { mkdir, readdir, rm, stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { and, eq, inArray, lt, sql } from 'drizzle-orm';
import type PgBoss from 'pg-boss';
import type { Logger } from 'pino';
import type { AssemblyOptions, Report } from '@gangway/contract/proof';
import type { Db } from '../db/connect';
import { assemblies, frames, frameSets, setups } from '../db/schema';
import { AssemblyTrouble, type FrameFile } from '@gangway/vision/assembly/frames';
import { enqueue, QUEUE, type Queued } from './queue';
import type { Run } from './runInThread';
import { sidecarOf } from './sidecar';
import { storeOwned } from './store/ownedFiles';
import type { Store } from './store/store';

export interface WorkParts {
  readonly db: Db;
  readonly store: Store;
  readonly logger: Logger;
  /** A folder for what is thrown away. */
  readonly scratch: string;
  readonly run: Run;
}

/** How often a job is taken up again after its worker was lost. */
export const ATTEMPTS_MOST = 3;
/** A worker that has not been heard of for so long is lost, ms. */
const LOST_MS = 20_000;
const WATCH_MS = 300;

export const EXTENSIONS = { tiff: 'tif', png: 'png', jpeg: 'jpg' } as const;
/** Where a finished picture is stored: a key for each attempt, so that one that comes too late removes only its own. */
export const resultKey = (id: string, attempt: string, output: AssemblyOptions['output']): string =>
  `assemblies/${id}/${attempt}/picture.${EXTENSIONS[output]}`;
/** The note beside a picture; backups find it the same way (scripts/lib/backup.mjs). */
export const sidecarKey = (storeKey: string): string => storeKey.replace(/picture\.\w+$/u, 'picture.json');
/** The files of the store that are of a picture. */
export const keysOf = ({ storeKey }: Pick<typeof assemblies.$inferSelect, 'storeKey'>): readonly string[] =>
  storeKey === null ? [] : [storeKey, sidecarKey(storeKey)];

/**
 * Takes up one assembly and brings it to its end. A second worker that is sent
 * the same one finds it claimed and leaves it alone; a result is kept only by
 * the claim that made it, under a key of the assembly's own, so that a repeated
 * try replaces and never doubles.
 */
export async function work({ db, store, logger, scratch, run }: WorkParts, id: string): Promise<void> {
  const claim = randomUUID();
  const [row] = await db
    .update(assemblies)
    .set({ state: 'running', claim, attempts: sql`${assemblies.attempts} + 1`, heardAt: sql`now()`, share: 0, step: 'beginning' })
    .where(and(eq(assemblies.id, id), eq(assemblies.state, 'waiting')))
    .returning();
  if (!row) return;
  const mine = and(eq(assemblies.id, id), eq(assemblies.claim, claim), eq(assemblies.state, 'running'));
  const folder = join(scratch, `assembly-${claim}`);
  const stop = new AbortController();
  let now = { share: 0, step: 'beginning' };
  let busy = false;
  const watch = setInterval(() => {
    if (busy) return;
    busy = true;
    db.update(assemblies)
      .set({ ...now, heardAt: sql`now()` })
      .where(mine)
      .returning({ id: assemblies.id })
      .then((still) => {
        // Cancelled, deleted, or taken over: whatever is being done is not wanted any more.
        if (still.length === 0) stop.abort();
      })
      .catch((error: unknown) => logger.warn({ err: error }, 'an assembly cannot say how far it is'))
      .finally(() => (busy = false));
  }, WATCH_MS);
  try {
    await mkdir(folder, { recursive: true });
    const [found] = await db
      .select({ set: frameSets, setup: setups })
      .from(frameSets)
      .innerJoin(setups, eq(setups.id, frameSets.setupId))
      .where(eq(frameSets.id, row.setId));
    if (!found) throw new AssemblyTrouble(proofText.theSeriesWasDeleted);
    const ids = found.set.order.flatMap((each) => (each === null ? [] : [each]));
    const rows = await db.select().from(frames).where(eq(frames.setId, row.setId)).orderBy(frames.createdAt);
    const fileOf = async ({ id: frameId, name, storeKey }: (typeof rows)[number]): Promise<FrameFile> => ({
      id: frameId,
      name,
      path: await store.local(storeKey, folder),
    });
    const files = new Map<string, FrameFile>();
    for (const each of rows) if (ids.includes(each.id) || each.role === 'flatField') files.set(each.id, await fileOf(each));
    const result = join(folder, `picture.${EXTENSIONS[row.options.output]}`);
    const report = await run(
      {
        frames: found.set.order.map((each) => (each === null ? null : (files.get(each) ?? null))),
        flatFields: rows.flatMap(({ id: frameId, role }) =>
          role === 'flatField' ? [files.get(frameId)].filter((file) => file !== undefined) : [],
        ),
        plan: found.set.plan,
        options: row.options,
        scratch: folder,
        result,
        pixelsPerInch: 300,
        onProgress: (share, step) => (now = { share, step }),
      },
      stop.signal,
    );
    if (stop.signal.aborted) return;
    await finish(report, result);
  } catch (error) {
    if (stop.signal.aborted) return;
    const trouble = error instanceof AssemblyTrouble;
    if (!trouble) logger.error({ err: error, assembly: id }, 'an assembly failed');
    await db
      .update(assemblies)
      .set({ state: 'failed', error: trouble ? error.message : wordsOf(error) })
      .where(mine);
  } finally {
    clearInterval(watch);
    await rm(folder, { recursive: true, force: true });
  }

  async function finish(report: Report, result: string): Promise<void> {
    const { size } = await stat(result);
    const room = await store.free();
    if (room !== null && room < size) throw new AssemblyTrouble(proofText.theStoreHasNoRoom);
    now = { share: 0.98, step: proofText.keepingTheFile };
    const key = resultKey(id, claim, row?.options.output ?? 'tiff');
    const sidecar = join(folder, 'picture.json');
    await writeFile(sidecar, `${JSON.stringify(sidecarOf(id, row?.options ?? null, report), null, 2)}\n`);
    const files = [
      { key, path: result },
      { key: sidecarKey(key), path: sidecar },
    ];
    await storeOwned(db, store, files, async (tx) => {
      const kept = await tx
        .update(assemblies)
        .set({ state: 'done', share: 1, step: 'done', report, storeKey: key, bytes: size })
        .where(mine)
        .returning({ id: assemblies.id });
      // Cancelled at the last moment: what was stored is removed again.
      if (kept.length === 0) throw new Unwanted();
    }).catch((error: unknown) => {
      if (!(error instanceof Unwanted)) throw error;
    });
  }
}

/** Nobody wants the result any more. */
class Unwanted extends Error {}

/** What happened, in words that can be shown; a full disk by its name. */
function wordsOf(error: unknown): string {
  const said = typeof error === 'object' && error !== null ? error : {};
  const code = 'code' in said ? said.code : null;
  const message = 'message' in said ? String(said.message) : String(error);
  if (code === 'ENOSPC' || /No space left|write error|unable to write/i.test(message)) return proofText.theDiskBecameFullWhile;
  if (code === 'ENOENT' || ('name' in said && said.name === 'NoSuchKey')) return proofText.aFileOfThisSeries;
  return proofText.puttingThePictureTogetherBroke;
}

/** Finds what lost its worker, and sends it again or ends it cleanly. */
export async function sweep(db: Db, boss: PgBoss): Promise<void> {
  const before = new Date(Date.now() - LOST_MS);
  await db
    .update(assemblies)
    .set({ state: 'failed', error: say(proofText.theWorkerWasLostIn, { attemptsMost: ATTEMPTS_MOST }) })
    .where(and(eq(assemblies.state, 'running'), lt(assemblies.heardAt, before), sql`${assemblies.attempts} >= ${ATTEMPTS_MOST}`));
  const again = await db
    .update(assemblies)
    .set({ state: 'waiting', claim: null, heardAt: sql`now()`, step: proofText.waitingToBeTakenUp })
    .where(
      and(inArray(assemblies.state, ['running', 'waiting']), lt(sql`coalesce(${assemblies.heardAt}, ${assemblies.createdAt})`, before)),
    )
    .returning({ id: assemblies.id });
  for (const { id } of again) await enqueue(boss, id);
}

/** Takes away what workers left behind that ended in the middle: every folder here whose claim nobody holds. */
export async function cleared(db: Db, scratch: string): Promise<void> {
  // Looked at before the claims are: a folder is made only after its claim is written.
  const there = (await readdir(scratch).catch(() => [])).filter((name) => name.startsWith('assembly-'));
  if (there.length === 0) return;
  const held = new Set(
    (await db.select({ claim: assemblies.claim }).from(assemblies).where(eq(assemblies.state, 'running'))).map(
      ({ claim }) => `assembly-${claim ?? ''}`,
    ),
  );
  for (const name of there) if (!held.has(name)) await rm(join(scratch, name), { recursive: true, force: true });
}

/** Works from the queue until it is stopped. */
export async function workFromQueue(parts: WorkParts, boss: PgBoss): Promise<{ readonly stop: () => Promise<void> }> {
  await sweep(parts.db, boss);
  await cleared(parts.db, parts.scratch);
  const sweeping = setInterval(() => {
    sweep(parts.db, boss).catch((error: unknown) => parts.logger.warn({ err: error }, 'looking for lost assemblies failed'));
  }, LOST_MS / 2);
  await boss.work<Queued>(QUEUE, { batchSize: 1, pollingIntervalSeconds: 0.5 }, async ([job]) => {
    if (job) await work(parts, job.data.assemblyId);
  });
  return {
    stop: async () => {
      clearInterval(sweeping);
      await boss.stop({ graceful: false, close: true });
    },
  };
}
