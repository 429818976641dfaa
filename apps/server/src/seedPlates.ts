import { createHash, randomUUID } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { demoPlates } from '@gangway/contract/demoPlates';
import { and, desc, eq, isNull } from 'drizzle-orm';
import type { Db } from './db/connect';
import { setupColumns } from './db/records';
import { attachments, jobs, setups } from './db/schema';
import { pictureIn } from './log/picture';
import { storeOwned } from './proof/store/ownedFiles';
import type { Store } from './proof/store/store';

/**
 * Puts the setups that are planned on photographs into the demo job, after its others.
 * @param folder where the photographs and what is said of them lie
 */
export async function seedPlates(db: Db, store: Store, folder: string): Promise<void> {
  const [job] = await db
    .select({ id: jobs.id })
    .from(jobs)
    .where(and(eq(jobs.demo, true), isNull(jobs.deletedAt)))
    .orderBy(desc(jobs.createdAt))
    .limit(1);
  if (!job) return;
  const said: unknown = JSON.parse(await readFile(join(folder, 'plates.json'), 'utf8'));
  const now = Date.now();
  for (const [order, { name, file, taken, settings }] of demoPlates(said).entries()) {
    const [plate, frame] = [await pictureOf(folder, file), taken === null ? null : await pictureOf(folder, taken)];
    const setupId = randomUUID();
    const pictures = frame ? [plate, frame] : [plate];
    await storeOwned(
      db,
      store,
      pictures.map(({ row: { storeKey }, path }) => ({ key: storeKey, path })),
      async (tx) => {
        const createdAt = new Date(now + order);
        await tx.insert(setups).values({ id: setupId, jobId: job.id, name, ...setupColumns(settings(plate.row.id)), createdAt });
        await tx.insert(attachments).values(pictures.map(({ row }) => ({ ...row, jobId: job.id, setupId, shotId: null })));
      },
    );
  }
}

/** A photograph of the demo, and what is stored of it. */
async function pictureOf(folder: string, name: string) {
  const path = join(folder, name);
  const picture = await pictureIn(path);
  if (!picture) throw new Error(`${name} is not a picture`);
  const id = randomUUID();
  const bytes = await readFile(path);
  const { mime, extension, width, height } = picture;
  const sha256 = createHash('sha256').update(bytes).digest('hex');
  return { path, row: { id, name, mime, bytes: bytes.length, sha256, width, height, storeKey: `attachments/${id}/file.${extension}` } };
}
