import { proofText } from '@gangway/messages/server/proof';
import { say } from '@gangway/messages/say';
import { geometryOf } from '@gangway/core/geometry/geometry';
import { existsSync } from 'node:fs';
import { mkdir, rm, stat } from 'node:fs/promises';
import { randomUUID } from 'node:crypto';
import { basename, join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import express, { Router, type RequestHandler, type Response } from 'express';
import { and, asc, desc, eq, inArray, isNull } from 'drizzle-orm';
import type PgBoss from 'pg-boss';
import {
  assemblyOptionsSchema,
  newSetSchema,
  ROLES,
  setChangeSchema,
  type Assembly,
  type Frame,
  type FrameSet,
  type Role,
} from '@gangway/contract/proof';
import { exportAsked, exportSchema } from '@gangway/contract/pictureExport';
import { openedSettings } from '@gangway/contract/storedSetup';
import { assemblyPlan } from '@gangway/core/assembly/plan';
import type { Db } from '../db/connect';
import { settingsIn } from '../db/records';
import { assemblies, frames, frameSets, jobs, setups } from '../db/schema';
import { idParam, notThere, parsed, HttpError } from '../httpError';
import { acceptedFrame } from './acceptFrame';
import { arrivedExposure, arrivedFile } from './arrival';
import { exported } from './exported';
import { answerLook } from './look';
import { answerTile } from './tiles';
import { enqueue } from './queue';
import { loosen, removeLoose, storeOwned } from './store/ownedFiles';
import type { Store } from './store/store';
import { EXTENSIONS, keysOf, sidecarKey } from './work';

export interface ProofParts {
  readonly store: Store;
  readonly boss: PgBoss;
  readonly scratch: string;
  /** How many bytes all files together may have; `null` for as many as there is room. */
  readonly quotaBytes: number | null;
  /** Ends the answers that go on for as long as a picture is made. */
  readonly ending?: AbortSignal | undefined;
}

/** A name without what file systems do not take. */
const asFileName = (name: string): string => name.replaceAll(/[/\\?%*:|"<>\p{Cc}]+/gu, ' ').trim();

/** Sends a file under a name. Length, ranges and whether it has changed are answered by Express. */
const sent = (res: Response, path: string, name: string): Promise<void> =>
  new Promise((done, failed) => {
    // A browser that breaks off, as one does that asks for parts, is no failure.
    res.download(path, name, (error) => (error && !res.headersSent ? failed(error) : done()));
  });

type AssemblyRow = typeof assemblies.$inferSelect;

function assemblyAnswer({ id, setId, state, share, step, options, report, bytes, error, createdAt }: AssemblyRow): Assembly {
  return { id, setId, state, share, step, options, report, bytes, error, createdAt: createdAt.toISOString() };
}

function frameAnswer({ id, name, role, bytes, seen }: typeof frames.$inferSelect): Frame {
  return { id, name, role, bytes, ...seen };
}

async function setsOf(db: Db, where: { readonly setupId: string } | { readonly setId: string }): Promise<readonly FrameSet[]> {
  const sets = await db
    .select()
    .from(frameSets)
    .where('setupId' in where ? eq(frameSets.setupId, where.setupId) : eq(frameSets.id, where.setId))
    .orderBy(asc(frameSets.createdAt));
  if (sets.length === 0) return [];
  const ids = sets.map(({ id }) => id);
  const inside = await db.select().from(frames).where(inArray(frames.setId, ids)).orderBy(asc(frames.createdAt));
  const made = await db.select().from(assemblies).where(inArray(assemblies.setId, ids)).orderBy(desc(assemblies.createdAt));
  const byId = new Map(inside.map((row) => [row.id, frameAnswer(row)]));
  return sets.map(({ id, setupId, name, origin, plan, order, createdAt }) => ({
    id,
    setupId,
    name,
    origin,
    plan,
    frames: order.map((each) => (each === null ? null : (byId.get(each) ?? null))),
    flatFields: inside.filter(({ setId, role }) => setId === id && role === 'flatField').map(frameAnswer),
    assemblies: made.filter(({ setId }) => setId === id).map(assemblyAnswer),
    createdAt: createdAt.toISOString(),
  }));
}

/** Frames come in as they are, not as JSON: before the rule that takes JSON alone. */
export function frameUpload(db: Db, parts: ProofParts): Router {
  const { store } = parts;
  const router = Router();
  router.post('/frame-sets/:id/frames', async (req, res) => {
    const setId = await knownSet(req.params.id);
    const { role } = req.query;
    if (typeof role !== 'string' || !(role in ROLES)) throw new HttpError(400, 'no_role', proofText.aFrameIsAFrame, { path: ['role'] });
    await arrivedFile({ db, ...parts }, req, async (name, path) => {
      res.status(201).json(await takenIn(setId, name, role as Role, path));
    });
  });

  router.post('/frame-sets/:id/exposures', async (req, res) => {
    const setId = await knownSet(req.params.id);
    await arrivedExposure({ db, ...parts }, req, async (name, path) => {
      res.status(201).json(await takenIn(setId, name, 'frame', path));
    });
  });

  async function knownSet(id: string): Promise<string> {
    const setId = idParam(id, 'series');
    const [set] = await db.select({ id: frameSets.id }).from(frameSets).where(eq(frameSets.id, setId));
    if (!set) throw notThere('series');
    return setId;
  }

  async function takenIn(setId: string, name: string, role: Role, path: string): Promise<Frame> {
    const { sha256, ...seen } = await acceptedFrame(path, name);
    const [twin] = await db
      .select({ name: frames.name })
      .from(frames)
      .where(and(eq(frames.setId, setId), eq(frames.sha256, sha256), eq(frames.role, role)));
    if (twin) throw new HttpError(409, 'doubled', say(proofText.isTheSameFileAs, { name, name2: twin.name }), { path: ['file'] });
    const { size } = await stat(path);
    const id = randomUUID();
    const storeKey = `frames/${id}/file.${seen.format}`;
    const row = await storeOwned(db, store, [{ key: storeKey, path }], async (tx) => {
      const [kept] = await tx.insert(frames).values({ id, setId, name, role, storeKey, bytes: size, sha256, seen }).returning();
      if (role === 'frame') {
        const [held] = await tx.select({ order: frameSets.order }).from(frameSets).where(eq(frameSets.id, setId)).for('update');
        const order = held?.order ?? [];
        // The first empty place, else the end.
        const gap = order.indexOf(null);
        await tx
          .update(frameSets)
          .set({ order: gap >= 0 ? order.map((each, i) => (i === gap ? id : each)) : [...order, id] })
          .where(eq(frameSets.id, setId));
      }
      return kept;
    });
    if (!row) throw new Error('a frame that was kept is not there');
    return frameAnswer(row);
  }
  return router;
}

export function proofRoutes(db: Db, { store, boss, scratch, ending }: ProofParts): Router {
  const router = Router();
  router.use(['/frame-sets', '/assemblies'], express.json({ limit: '256kb' }));

  /** All that is kept of a picture, and what was fetched to look at it. */
  const forgotten = async (rows: readonly AssemblyRow[]): Promise<void> => {
    await Promise.all(rows.map(({ id }) => rm(join(scratch, 'looked-at', id), { recursive: true, force: true })));
  };

  const oneSet = async (id: string): Promise<FrameSet> => {
    const [set] = await setsOf(db, { setId: id });
    if (!set) throw notThere('series');
    return set;
  };

  router.get('/setups/:id/frame-sets', async (req, res) => {
    res.json({ sets: await setsOf(db, { setupId: idParam(req.params.id, 'setup') }) });
  });

  router.post('/setups/:id/frame-sets', express.json({ limit: '16kb' }), async (req, res) => {
    const setupId = idParam(req.params.id, 'setup');
    const { name, origin, planned } = parsed(newSetSchema, req.body);
    const [setup] = await db
      .select()
      .from(setups)
      .where(and(eq(setups.id, setupId), isNull(setups.deletedAt)));
    if (!setup) throw notThere('setup');
    const plan = planned ? assemblyPlan(geometryOf(openedSettings(settingsIn(setup)))) : null;
    if (planned && plan === null)
      throw new HttpError(409, 'no_plan', proofText.theBackOfThisSetup, {
        path: ['planned'],
      });
    const [set] = await db
      .insert(frameSets)
      .values({ setupId, name, origin, plan, order: plan ? plan.frames.map(() => null) : [] })
      .returning();
    if (!set) throw new Error('a series that was begun is not there');
    res.status(201).json(await oneSet(set.id));
  });

  router.patch('/frame-sets/:id', async (req, res) => {
    const id = idParam(req.params.id, 'series');
    const { name, order } = parsed(setChangeSchema, req.body);
    if (order) {
      const known = new Set(
        (
          await db
            .select({ id: frames.id })
            .from(frames)
            .where(and(eq(frames.setId, id), eq(frames.role, 'frame')))
        ).map((row) => row.id),
      );
      const named = order.flatMap((each) => (each === null ? [] : [each]));
      if (named.some((each) => !known.has(each)) || new Set(named).size !== named.length || named.length !== known.size)
        throw new HttpError(400, 'bad_order', proofText.theOrderMustNameEvery, { path: ['order'] });
    }
    const changes = { ...(name === undefined ? {} : { name }), ...(order === undefined ? {} : { order }) };
    if (Object.keys(changes).length === 0) throw new HttpError(400, 'nothing_to_change', proofText.sayWhatShallChangeName);
    await db.update(frameSets).set(changes).where(eq(frameSets.id, id));
    res.json(await oneSet(id));
  });

  router.delete('/frame-sets/:id', async (req, res) => {
    const id = idParam(req.params.id, 'series');
    const { keys, made } = await db.transaction(async (tx) => {
      const rows = await tx.select({ key: frames.storeKey }).from(frames).where(eq(frames.setId, id));
      const pictures = await tx.select().from(assemblies).where(eq(assemblies.setId, id));
      const gone = await tx.delete(frameSets).where(eq(frameSets.id, id)).returning({ id: frameSets.id });
      if (gone.length === 0) throw notThere('series');
      const loose = [...rows.map(({ key }) => key), ...pictures.flatMap(keysOf)];
      await loosen(tx, loose);
      return { keys: loose, made: pictures };
    });
    await removeLoose(db, store, keys);
    await forgotten(made);
    res.json({ id });
  });

  router.delete('/frames/:id', async (req, res) => {
    const id = idParam(req.params.id, 'frame');
    const set = await db.transaction(async (tx) => {
      const [row] = await tx.delete(frames).where(eq(frames.id, id)).returning();
      if (!row) throw notThere('frame');
      const [held] = await tx.select().from(frameSets).where(eq(frameSets.id, row.setId)).for('update');
      const order = held?.order ?? [];
      // A planned place stays, empty.
      await tx
        .update(frameSets)
        .set({
          order:
            held?.plan && order.length <= held.plan.frames.length
              ? order.map((each) => (each === id ? null : each))
              : order.filter((each) => each !== id),
        })
        .where(eq(frameSets.id, row.setId));
      await loosen(tx, [row.storeKey]);
      return row;
    });
    await removeLoose(db, store, [set.storeKey]);
    res.json(await oneSet(set.setId));
  });

  router.get('/frames/:id/file', async (req, res) => {
    const id = idParam(req.params.id, 'frame');
    const [row] = await db.select().from(frames).where(eq(frames.id, id));
    if (!row) throw notThere('frame');
    res.set({
      'Content-Type': 'application/octet-stream',
      'Content-Length': String(row.bytes),
      'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(row.name)}`,
    });
    await pipeline(await store.stream(row.storeKey), res);
  });

  router.get('/frames/:id/look', async (req, res) => {
    const [row] = await db
      .select()
      .from(frames)
      .where(eq(frames.id, idParam(req.params.id, 'frame')));
    if (!row) throw notThere('frame');
    await answerLook(res, { store, scratch }, row.storeKey);
  });

  router.post('/frame-sets/:id/assemblies', async (req, res) => {
    const setId = idParam(req.params.id, 'series');
    const options = parsed(assemblyOptionsSchema, req.body);
    const set = await oneSet(setId);
    if (set.frames.every((frame) => frame === null)) throw new HttpError(409, 'no_frames', proofText.thisSeriesHasNoFrame);
    const [row] = await db.insert(assemblies).values({ setId, options, step: proofText.waitingForAWorker }).returning();
    if (!row) throw new Error('an assembly that was begun is not there');
    await enqueue(boss, row.id);
    res.status(201).json(assemblyAnswer(row));
  });

  const oneAssembly = async (id: string): Promise<AssemblyRow> => {
    const [row] = await db.select().from(assemblies).where(eq(assemblies.id, id));
    if (!row) throw notThere('assembly');
    return row;
  };

  router.get('/assemblies/:id', async (req, res) => {
    res.json(assemblyAnswer(await oneAssembly(idParam(req.params.id, 'assembly'))));
  });

  router.post('/assemblies/:id/cancel', async (req, res) => {
    const id = idParam(req.params.id, 'assembly');
    await db
      .update(assemblies)
      .set({ state: 'cancelled', step: 'cancelled' })
      .where(and(eq(assemblies.id, id), inArray(assemblies.state, ['waiting', 'running'])));
    res.json(assemblyAnswer(await oneAssembly(id)));
  });

  router.delete('/assemblies/:id', async (req, res) => {
    const row = await db.transaction(async (tx) => {
      const [gone] = await tx
        .delete(assemblies)
        .where(eq(assemblies.id, idParam(req.params.id, 'assembly')))
        .returning();
      if (!gone) throw notThere('assembly');
      await loosen(tx, keysOf(gone));
      return gone;
    });
    await removeLoose(db, store, keysOf(row));
    await forgotten([row]);
    res.json({ id: row.id });
  });

  // How far it is, as server-sent events until it has come to an end.
  router.get('/assemblies/:id/events', async (req, res) => {
    const id = idParam(req.params.id, 'assembly');
    await oneAssembly(id);
    res.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', Connection: 'keep-alive' });
    res.flushHeaders();
    const gone = new AbortController();
    req.on('close', () => gone.abort());
    let last = '';
    while (!gone.signal.aborted && ending?.aborted !== true) {
      const row = await oneAssembly(id).catch(() => null);
      if (!row) {
        res.write('event: gone\ndata: {}\n\n');
        break;
      }
      const data = JSON.stringify(assemblyAnswer(row));
      if (data !== last) res.write(`data: ${data}\n\n`);
      last = data;
      if (row.state !== 'waiting' && row.state !== 'running') break;
      await new Promise((next) => setTimeout(next, 300));
    }
    res.end();
  });

  const done = async (req: {
    readonly params: Record<string, string | string[] | undefined>;
  }): Promise<AssemblyRow & { storeKey: string }> => {
    const row = await oneAssembly(idParam(req.params.id, 'assembly'));
    if (row.state !== 'done' || row.storeKey === null) throw new HttpError(409, 'not_done', proofText.thisPictureIsNotFinished);
    return { ...row, storeKey: row.storeKey };
  };

  /** A file of an assembly on the disk of this server. */
  const fetched = async (id: string, key: string): Promise<string> => {
    const folder = join(scratch, 'looked-at', id);
    await mkdir(folder, { recursive: true });
    const path = join(folder, basename(key));
    return existsSync(path) ? path : await store.local(key, folder);
  };

  /** What a file of an assembly is called outside: by job, setup and series. */
  const outsideName = async (setId: string): Promise<string> => {
    const [named] = await db
      .select({ job: jobs.name, setup: setups.name, series: frameSets.name })
      .from(frameSets)
      .innerJoin(setups, eq(setups.id, frameSets.setupId))
      .innerJoin(jobs, eq(jobs.id, setups.jobId))
      .where(eq(frameSets.id, setId));
    return asFileName([named?.job, named?.setup, named?.series].filter((each) => each !== undefined).join(' – '));
  };

  const download =
    (key: (row: AssemblyRow & { storeKey: string }) => string): RequestHandler =>
    async (req, res) => {
      const row = await done(req);
      const from = key(row);
      const path = await fetched(row.id, from);
      await sent(res, path, `${await outsideName(row.setId)}.${from.split('.').pop() ?? ''}`);
    };
  router.get(
    '/assemblies/:id/picture',
    download(({ storeKey }) => storeKey),
  );
  router.get(
    '/assemblies/:id/sidecar',
    download(({ storeKey }) => sidecarKey(storeKey)),
  );

  router.get('/assemblies/:id/export', async (req, res) => {
    const row = await done(req);
    const asked = parsed(exportSchema, exportAsked(req.query));
    if (row.report?.bits === 32) throw new HttpError(409, 'linear_light', proofText.linearLightIsNotExported);
    const folder = join(scratch, `export-${randomUUID()}`);
    await mkdir(folder, { recursive: true });
    try {
      const to = join(folder, `picture.${EXTENSIONS[asked.output]}`);
      const { width, height } = await exported(await fetched(row.id, row.storeKey), to, asked);
      await sent(res, to, `${await outsideName(row.setId)}, ${width} × ${height}.${EXTENSIONS[asked.output]}`);
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  });

  router.get('/assemblies/:id/tiles/:level/:x/:y', async (req, res) => {
    const row = await done(req);
    const { width = 0, height = 0 } = row.report ?? {};
    const path = await fetched(row.id, row.storeKey);
    await answerTile(res, { path, width, height, isPyramid: row.options.output === 'tiff' && row.report?.bits !== 32 }, req.params);
  });
  return router;
}
