import { lensTestsText } from '@gangway/messages/server/lensTests';
import { proofText } from '@gangway/messages/server/proof';
import { say } from '@gangway/messages/say';
import { randomUUID } from 'node:crypto';
import { stat } from 'node:fs/promises';
import {
  lensTestChangeSchema,
  lensTestSettingsSchema,
  type LensTest,
  type LensTestFrame,
  type LensTestSummary,
} from '@gangway/contract/lensTest';
import { lensTestFileSchema, lensTestReportSchema, reportPages } from '@gangway/contract/lensTestFile';
import { CHART_SIZES, chartPages, type ChartSize } from '@gangway/core/lensTests/chart';
import { and, asc, count, desc, eq, isNull, sql } from 'drizzle-orm';
import express, { Router } from 'express';
import { z } from 'zod';
import type { DbOrTx } from '../db/connect';
import { lensTestColumns, lensTestIn } from '../db/records';
import { lensTestFrames, lensTests } from '../db/schema';
import { HttpError, idParam, notThere, parsed } from '../httpError';
import { acceptedFrame } from '../proof/acceptFrame';
import { arrivedExposure, arrivedFile, type Arrival } from '../proof/arrival';
import { answerLook } from '../proof/look';
import { answerTile } from '../proof/tiles';
import { loosen, removeLoose, storeOwned } from '../proof/store/ownedFiles';
import { closeLook } from './closeLook';
import { flatShots, writeFlatFields } from './flatFields';
import { readFrame } from './readFrame';

type Row = typeof lensTests.$inferSelect;
type FrameRow = typeof lensTestFrames.$inferSelect;

const frameAnswer = ({ id, name, bytes, seen, grid, chart, texture }: FrameRow): LensTestFrame => ({
  id,
  name,
  bytes,
  ...seen,
  grid,
  chart,
  texture,
});

async function presentRow(db: DbOrTx, id: string): Promise<Row> {
  const [row] = await db
    .select()
    .from(lensTests)
    .where(and(eq(lensTests.id, id), isNull(lensTests.deletedAt)));
  if (!row) throw notThere(lensTestsText.lensTest);
  return row;
}

async function answerOf(db: DbOrTx, row: Row): Promise<LensTest> {
  const frames = await db.select().from(lensTestFrames).where(eq(lensTestFrames.testId, row.id)).orderBy(asc(lensTestFrames.createdAt));
  return {
    id: row.id,
    version: row.version,
    createdAt: row.createdAt.toISOString(),
    settings: lensTestIn(row),
    frames: frames.map(frameAnswer),
  };
}

/** Frames of lens tests come in by the same door as those of proofs. */
export function lensTestUpload(arrival: Arrival): Router {
  const { db, store } = arrival;
  const router = Router();
  router.post('/lens-tests/:id/frames', async (req, res) => {
    const { id } = await presentRow(db, idParam(req.params.id, lensTestsText.lensTest));
    await arrivedFile(arrival, req, async (name, path) => {
      res.status(201).json(await takenIn(id, name, path));
    });
  });
  router.post('/lens-tests/:id/exposures', async (req, res) => {
    const { id } = await presentRow(db, idParam(req.params.id, lensTestsText.lensTest));
    await arrivedExposure(arrival, req, async (name, path) => {
      res.status(201).json(await takenIn(id, name, path));
    });
  });

  async function takenIn(
    testId: string,
    name: string,
    path: string,
  ): Promise<Pick<LensTest, 'version' | 'settings'> & { frame: LensTestFrame }> {
    const { sha256, remarks, ...rest } = await acceptedFrame(path, name);
    // A wall is meant to be the same all over.
    const seen = { ...rest, remarks: remarks.filter((remark) => remark !== proofText.theSameAllOverNothing) };
    const [twin] = await db
      .select({ name: lensTestFrames.name })
      .from(lensTestFrames)
      .where(and(eq(lensTestFrames.testId, testId), eq(lensTestFrames.sha256, sha256)));
    if (twin) throw new HttpError(409, 'doubled', say(proofText.isTheSameFileAs, { name, name2: twin.name }), { path: ['file'] });
    const reading = await readFrame(path, name, lensTestIn(await presentRow(db, testId)));
    const { size } = await stat(path);
    const id = randomUUID();
    const storeKey = `lens-tests/${id}/file.${seen.format}`;
    return storeOwned(db, store, [{ key: storeKey, path }], async (tx) => {
      const [row] = await tx.select().from(lensTests).where(eq(lensTests.id, testId)).for('update');
      if (!row) throw notThere(lensTestsText.lensTest);
      const [frame] = await tx
        .insert(lensTestFrames)
        .values({ id, testId, name, storeKey, bytes: size, sha256, seen, ...reading })
        .returning();
      const settings = lensTestIn(row);
      // The first empty place; a frame too many stays without one.
      const empty = settings.shots.findIndex(({ frameId }) => frameId === null);
      const placed = { ...settings, shots: settings.shots.map((shot, i) => (i === empty ? { ...shot, frameId: id } : shot)) };
      const version = row.version + 1;
      await tx
        .update(lensTests)
        .set({ ...lensTestColumns(placed), version, updatedAt: sql`now()` })
        .where(eq(lensTests.id, testId));
      if (!frame) throw new Error('a frame that was kept is not there');
      return { version, settings: placed, frame: frameAnswer(frame) };
    });
  }
  return router;
}

/** Tests of lenses: planned, filled with frames, put in order, deleted and brought back. What is measured follows from the frames. */
export function lensTestRoutes({ db, store, scratch }: Arrival): Router {
  const router = Router();
  const closely = closeLook(store, scratch);
  router.use(['/lens-tests', '/lens-test-frames', '/lens-test-report.pdf', '/lens-test-flat-fields.zip'], express.json({ limit: '4mb' }));

  router.get('/lens-tests', async (_req, res) => {
    const rows = await db
      .select({ row: lensTests, frames: count(lensTestFrames.id) })
      .from(lensTests)
      .leftJoin(lensTestFrames, eq(lensTestFrames.testId, lensTests.id))
      .where(isNull(lensTests.deletedAt))
      .groupBy(lensTests.id)
      .orderBy(desc(lensTests.createdAt));
    const tests = rows.map(({ row, frames }): LensTestSummary => {
      const { name, lensId, rigName, target, otherCopy, shots, appliedAt } = lensTestIn(row);
      const { id, version, createdAt } = row;
      return {
        id,
        version,
        createdAt: createdAt.toISOString(),
        name,
        lensId,
        rigName,
        target,
        isOtherCopy: otherCopy !== null,
        shots: shots.length,
        frames,
        appliedAt,
      };
    });
    res.json({ tests });
  });

  router.post('/lens-tests', async (req, res) => {
    const settings = parsed(lensTestSettingsSchema, req.body);
    if (settings.shots.some(({ frameId }) => frameId !== null)) throw strange();
    const [row] = await db.insert(lensTests).values(lensTestColumns(settings)).returning();
    if (!row) throw new Error('a lens test that was begun is not there');
    res.status(201).json(await answerOf(db, row));
  });

  router.get('/lens-test-chart.pdf', async (req, res) => {
    const { size, paper } = parsed(chartQuerySchema, req.query);
    const { drawingPdf } = await import('../card/pdf');
    res
      .type('application/pdf')
      .attachment(`test-chart-${size}${paper && paper !== size ? `-on-${paper}` : ''}.pdf`)
      .send(await drawingPdf(chartPages(size, paper ?? size)));
  });

  router.post('/lens-test-report.pdf', async (req, res) => {
    const report = parsed(lensTestReportSchema, req.body);
    const { drawingPdf } = await import('../card/pdf');
    res.type('application/pdf').send(await drawingPdf(reportPages(report)));
  });

  router.post('/lens-test-flat-fields.zip', async (req, res) => {
    const { result, frame, frames, name } = parsed(lensTestFileSchema, req.body);
    if (result.kind !== 'wall')
      throw new HttpError(400, 'not_a_wall', say(lensTestsText.flatsOfWall, { name }), { path: ['result', 'kind'] });
    const shots = flatShots(result.light, frame, frames);
    if (shots.length === 0) throw new HttpError(422, 'no_flat_fields', say(lensTestsText.noFlats, { name }), { path: ['frames'] });
    res.type('application/zip');
    await writeFlatFields(result.light, frame, shots, res);
  });

  router.get('/lens-test-file/schema', (_req, res) => {
    res.json(z.toJSONSchema(lensTestFileSchema, { io: 'input' }));
  });

  router.get('/lens-tests/:id', async (req, res) => {
    res.json(await answerOf(db, await presentRow(db, idParam(req.params.id, lensTestsText.lensTest))));
  });

  router.put('/lens-tests/:id', async (req, res) => {
    const id = idParam(req.params.id, lensTestsText.lensTest);
    const { version, settings } = parsed(lensTestChangeSchema, req.body);
    const changed = await db.transaction(async (tx) => {
      const own = await tx.select({ id: lensTestFrames.id }).from(lensTestFrames).where(eq(lensTestFrames.testId, id));
      const ids = new Set(own.map((frame) => frame.id));
      if (settings.shots.some(({ frameId }) => frameId !== null && !ids.has(frameId))) throw strange();
      const [row] = await tx
        .update(lensTests)
        .set({ ...lensTestColumns(settings), version: version + 1, updatedAt: sql`now()` })
        .where(and(eq(lensTests.id, id), eq(lensTests.version, version), isNull(lensTests.deletedAt)))
        .returning();
      if (row) return row;
      await presentRow(tx, id);
      throw new HttpError(409, 'changed_elsewhere', say(lensTestsText.changedElsewhere, { name: settings.name }), { path: ['version'] });
    });
    res.json({ version: changed.version, settings: lensTestIn(changed) });
  });

  router.delete('/lens-tests/:id', async (req, res) => {
    const { id } = await presentRow(db, idParam(req.params.id, lensTestsText.lensTest));
    await db
      .update(lensTests)
      .set({ deletedAt: sql`now()` })
      .where(eq(lensTests.id, id));
    res.json({ id });
  });

  router.post('/lens-tests/:id/restore', async (req, res) => {
    const id = idParam(req.params.id, lensTestsText.lensTest);
    await db.update(lensTests).set({ deletedAt: null }).where(eq(lensTests.id, id));
    res.json(await answerOf(db, await presentRow(db, id)));
  });

  const frameOf = async (param: unknown): Promise<FrameRow> => {
    const [row] = await db
      .select()
      .from(lensTestFrames)
      .where(eq(lensTestFrames.id, idParam(param, 'frame')));
    if (!row) throw notThere('frame');
    return row;
  };

  router.get('/lens-test-frames/:id/look', async (req, res) => {
    await answerLook(res, { store, scratch }, (await frameOf(req.params.id)).storeKey);
  });

  // At its own pixels, for the eye: in tiles, and parts of it.
  router.get('/lens-test-frames/:id/tiles/:level/:x/:y', async (req, res) => {
    const frame = await frameOf(req.params.id);
    const { width, height } = frame.seen;
    await answerTile(res, { path: await closely.tiled(frame), width, height, isPyramid: true }, req.params);
  });

  router.get('/lens-test-frames/:id/part', async (req, res) => {
    const frame = await frameOf(req.params.id);
    const { width: wide, height: high } = frame.seen;
    const { left, top, width, height } = parsed(partSchema, req.query);
    if (left + width > wide || top + height > high)
      throw new HttpError(400, 'out_of_range', say(lensTestsText.partOutside, { wide, high }), { path: ['left'] });
    const part = await closely.part(frame, { left, top, width, height });
    res.set('Cache-Control', 'private, max-age=86400').type('png').send(part);
  });

  router.delete('/lens-test-frames/:id', async (req, res) => {
    const { id, testId, storeKey } = await frameOf(req.params.id);
    const test = await db.transaction(async (tx) => {
      const [row] = await tx.select().from(lensTests).where(eq(lensTests.id, testId)).for('update');
      if (!row) throw notThere(lensTestsText.lensTest);
      await tx.delete(lensTestFrames).where(eq(lensTestFrames.id, id));
      const settings = lensTestIn(row);
      const shots = settings.shots.map((shot) => (shot.frameId === id ? { ...shot, frameId: null } : shot));
      const marks = settings.marks.filter(({ frameId }) => frameId !== id);
      const [changed] = await tx
        .update(lensTests)
        .set({ ...lensTestColumns({ ...settings, shots, marks }), version: row.version + 1, updatedAt: sql`now()` })
        .where(eq(lensTests.id, testId))
        .returning();
      await loosen(tx, [storeKey]);
      return changed ?? row;
    });
    await removeLoose(db, store, [storeKey]);
    await closely.forget(id);
    res.json({ version: test.version, settings: lensTestIn(test) });
  });
  return router;
}

const sizeSchema = z.enum(Object.keys(CHART_SIZES) as [ChartSize, ...ChartSize[]], {
  error: say(lensTestsText.chartSize, { sizes: Object.keys(CHART_SIZES).join(', ') }),
});
/** Which chart on which paper, its own where none is given. */
const chartQuerySchema = z.object({ size: sizeSchema, paper: sizeSchema.optional() });

const wholeSchema = z.coerce.number().int().min(0);
/** A part of a frame, px; no larger than a screen shows. */
const partSchema = z.object({
  left: wholeSchema,
  top: wholeSchema,
  width: wholeSchema.min(1).max(2048),
  height: wholeSchema.min(1).max(2048),
});

const strange = (): HttpError => new HttpError(400, 'no_such_frame', lensTestsText.noSuchFrame, { path: ['shots'] });
