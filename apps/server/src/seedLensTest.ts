import { randomUUID } from 'node:crypto';
import { mkdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { demoFrameName, demoLensTest } from '@gangway/contract/demoLensTest';
import { encodedSamples } from '@gangway/core/assembly/refine';
import { simulatedWall } from '@gangway/core/lensTests/simulatedWall';
import { eq } from 'drizzle-orm';
import sharp from 'sharp';
import type { Db } from './db/connect';
import { lensTestColumns } from './db/records';
import { kitItems, lensTestFrames, lensTests } from './db/schema';
import { readFrame } from './lensTests/readFrame';
import { acceptedFrame } from './proof/acceptFrame';
import { loosen, removeLoose, storeOwned } from './proof/store/ownedFiles';
import type { Store } from './proof/store/store';

/** Its frames are small: the light of a wall needs few pixels. */
const LONGER_PX = 160;
const EXPOSURE = 0.62;
const NOISE = 0.01;
/** The wall is a little lighter on one side, stops per mm of the picture. */
const SLOPE = [0.002, -0.001] as const;

/**
 * Puts the lens test of the demo in, in the place of an earlier one, where the kit has its lens.
 *
 * @param scratch a folder for its frames on their way to the store
 */
export async function seedLensTest(db: Db, store: Store, scratch: string): Promise<void> {
  const { id: testId, settings, copy } = demoLensTest();
  const [lens] = await db.select({ id: kitItems.id }).from(kitItems).where(eq(kitItems.id, settings.lensId));
  if (!lens) return;
  const folder = join(scratch, `lens-test-${randomUUID()}`);
  await mkdir(folder, { recursive: true });
  try {
    const { widthMm, heightMm } = settings;
    const perMm = LONGER_PX / Math.max(widthMm, heightMm);
    const frame = { widthMm, heightMm, widthPx: Math.round(perMm * widthMm), heightPx: Math.round(perMm * heightMm) };
    const { widthPx: width, heightPx: height } = frame;
    const rows: { readonly path: string; readonly id: string; readonly row: typeof lensTestFrames.$inferInsert }[] = [];
    for (const [i, { fNumber, riseMm, shiftMm }] of settings.shots.entries()) {
      const shot = { fNumber, riseMm, shiftMm, exposure: EXPOSURE, slope: SLOPE, noise: NOISE, seed: i + 1 };
      const samples = encodedSamples(simulatedWall(copy, shot, frame).values);
      const name = demoFrameName(i);
      const path = join(folder, name);
      await sharp(samples, { raw: { width, height, channels: 3 } })
        .pipelineColourspace('rgb16')
        .toColourspace('rgb16')
        .png()
        .toFile(path);
      const { sha256, ...seen } = await acceptedFrame(path, name);
      const id = randomUUID();
      const { size: bytes } = await stat(path);
      const reading = await readFrame(path, name, settings);
      rows.push({ path, id, row: { id, testId, name, storeKey: `lens-tests/${id}/file.png`, bytes, sha256, seen, ...reading } });
    }
    const earlier = await db.select({ key: lensTestFrames.storeKey }).from(lensTestFrames).where(eq(lensTestFrames.testId, testId));
    const leaving = earlier.map(({ key }) => key);
    await storeOwned(
      db,
      store,
      rows.map(({ path, row: { storeKey } }) => ({ key: storeKey, path })),
      async (tx) => {
        await loosen(tx, leaving);
        await tx.delete(lensTests).where(eq(lensTests.id, testId));
        const shots = settings.shots.map((shot, i) => ({ ...shot, frameId: rows[i]?.id ?? null }));
        await tx.insert(lensTests).values({ id: testId, ...lensTestColumns({ ...settings, shots }) });
        await tx.insert(lensTestFrames).values(rows.map(({ row }) => row));
      },
    );
    await removeLoose(db, store, leaving);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
