import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { DEMO_SETUPS } from '@gangway/contract/demo';
import { jobSchema } from '@gangway/contract/job';
import { attachmentSchema, logSchema } from '@gangway/contract/log';
import { setSchema } from '@gangway/contract/proof';
import { setupSchema } from '@gangway/contract/setup';
import { storedSettings } from '@gangway/contract/storedSetup';
import { eq, sql } from 'drizzle-orm';
import sharp from 'sharp';
import request from 'supertest';
import { jobs, looseFiles, setups } from './db/schema';
import { folderStore } from './proof/store/folderStore';
import { purgeOld } from './purge';
import { wholeServer } from './wholeServer.test-support';

jest.setTimeout(60_000);

let server: Awaited<ReturnType<typeof wholeServer>>;
const api = () => request(server.base);
const db = () => server.database.connection.db;
const inStore = (key: string) => existsSync(join(server.folder, 'store', key));
beforeAll(async () => (server = await wholeServer()));
afterAll(() => server.close());

/** A job with two setups, each with a photograph and a series of one frame; answers the folders of their files. */
async function fullJob(name: string) {
  const { id } = jobSchema.parse((await api().post('/api/jobs').send({ name }).expect(201)).body);
  const made: { readonly setupId: string; readonly files: readonly string[] }[] = [];
  for (const { name: called, settings } of DEMO_SETUPS.slice(0, 2)) {
    const setup = setupSchema.parse(
      (
        await api()
          .post(`/api/jobs/${id}/setups`)
          .send({ name: called, settings: storedSettings(settings) })
          .expect(201)
      ).body,
    );
    const picture = await sharp({
      create: { width: 64, height: 48, channels: 3, background: '#456', noise: { type: 'gaussian', mean: 100, sigma: 40 } },
    })
      .png()
      .toBuffer();
    const send = (path: string) => api().post(path).set('Content-Type', 'application/octet-stream').send(picture).expect(201);
    const note = attachmentSchema.parse((await send(`/api/jobs/${id}/attachments?name=a.png&setupId=${setup.id}`)).body);
    const set = setSchema.parse(
      (await api().post(`/api/setups/${setup.id}/frame-sets`).send({ name: 'Series', origin: 'files', planned: false }).expect(201)).body,
    );
    const frame = (await send(`/api/frame-sets/${set.id}/frames?name=a.png&role=frame`)).body as { id: string };
    made.push({ setupId: setup.id, files: [`attachments/${note.id}`, `frames/${frame.id}`] });
  }
  return { id, setups: made, files: made.flatMap(({ files }) => files) };
}

describe('deleted for good', () => {
  test('a job goes with its setups, log, photographs and frames, and another one stays whole', async () => {
    const [job, other] = [await fullJob('Going'), await fullJob('Staying')];
    expect([...job.files, ...other.files].every(inStore)).toBe(true);
    await api().delete(`/api/deleted/jobs/${job.id}`).expect(409);
    await api().delete(`/api/jobs/${job.id}`).expect(200);
    await api().delete(`/api/deleted/jobs/${job.id}`).expect(200);
    await api().get(`/api/jobs/${job.id}`).expect(404);
    await api().post(`/api/jobs/${job.id}/restore`).expect(404);
    expect(job.files.filter(inStore)).toEqual([]);
    expect(other.files.every(inStore)).toBe(true);
    expect(jobSchema.parse((await api().get(`/api/jobs/${other.id}`).expect(200)).body).setups).toHaveLength(2);
    expect(await db().select().from(looseFiles)).toEqual([]);
  });

  test('a setup goes alone', async () => {
    const job = await fullJob('Half');
    const [going, staying] = job.setups;
    await api().delete(`/api/deleted/setups/${going?.setupId}`).expect(409);
    await api().delete(`/api/setups/${going?.setupId}`).expect(200);
    await api().delete(`/api/deleted/setups/${going?.setupId}`).expect(200);
    expect([going?.files.some(inStore), staying?.files.every(inStore)]).toEqual([false, true]);
    expect(logSchema.parse((await api().get(`/api/jobs/${job.id}/log`).expect(200)).body).attachments).toHaveLength(1);
  });

  test('after thirty days what was deleted goes by itself, not before', async () => {
    const [old, young, half] = [await fullJob('Old'), await fullJob('Young'), await fullJob('Half old')];
    const days = (n: number) => ({ deletedAt: sql`now() - make_interval(days => ${n})` });
    await db().update(jobs).set(days(31)).where(eq(jobs.id, old.id));
    await db().update(jobs).set(days(29)).where(eq(jobs.id, young.id));
    const [first, second] = half.setups;
    await db()
      .update(setups)
      .set(days(31))
      .where(eq(setups.id, first?.setupId ?? ''));
    // A job with its two setups, and a setup.
    expect(await purgeOld(db(), folderStore(join(server.folder, 'store')))).toBe(4);
    expect([old.files.some(inStore), young.files.every(inStore)]).toEqual([false, true]);
    expect([first?.files.some(inStore), second?.files.every(inStore)]).toEqual([false, true]);
    await api().post(`/api/jobs/${young.id}/restore`).expect(200);
  });
});
