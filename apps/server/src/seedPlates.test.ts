import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { demoPlates } from '@gangway/contract/demoPlates';
import { takenReadingSchema } from '@gangway/contract/plate';
import { setupSettingsSchema } from '@gangway/contract/setup';
import { openedSettings } from '@gangway/contract/storedSetup';
import { freshGeometry } from '@gangway/core/geometry/geometry';
import { awayFromPlate } from '@gangway/core/plate/asFront';
import { foundCamera, type CameraUnknown } from '@gangway/core/plate/foundCamera';
import { plateInView } from '@gangway/core/plate/inView';
import { knownPlate } from '@gangway/core/plate/known';
import { levelledPhotograph } from '@gangway/vision/photograph';
import { eq } from 'drizzle-orm';
import request from 'supertest';
import { attachments, jobs, setups } from './db/schema';
import { folderStore } from './proof/store/folderStore';
import { seed } from './seed';
import { seedPlates } from './seedPlates';
import { wholeServer } from './wholeServer.test-support';

jest.setTimeout(60_000);

const FOLDER = join(import.meta.dirname, '../demo');
const ID = '2b7f9a70-3a52-4a1f-9d0e-5b7a4c1d2e3f';
const shipped = async () => demoPlates(JSON.parse(await readFile(join(FOLDER, 'plates.json'), 'utf8')));

describe('the demo setups that are planned on photographs', () => {
  /** How the demo’s phone was held, and how high what it photographed is, as `scripts/demoPlates.mjs` has them. */
  const DRAWN: Readonly<Record<string, readonly [pitchDeg: number, rollDeg: number, heightM: number]>> = {
    'hydraulic-tower.jpg': [12.4, -0.9, 31],
    'ropewalk-front.jpg': [3.6, 1.2, 11],
  };

  test('are levelled to a tenth of a degree of how their scenes were drawn, and measured to 1 %', async () => {
    let measured = 0;
    for (const { file, settings } of await shipped()) {
      const { plate, scene } = openedSettings(setupSettingsSchema.parse(settings(ID)));
      if (!plate || !scene) throw new Error(`${file} has no plate`);
      expect(awayFromPlate(plate, scene)).toBeLessThan(1e-9);
      const truth = DRAWN[file];
      if (!truth) {
        expect(plate.kind).toBe('sphere');
        continue;
      }
      const { level } = knownPlate(plate);
      expect(Math.abs((level?.pitchDeg ?? NaN) - truth[0])).toBeLessThan(0.1);
      expect(Math.abs((level?.rollDeg ?? NaN) - truth[1])).toBeLessThan(0.1);
      if (scene.subject.kind !== 'front') throw new Error(`${file} has no front`);
      expect(Math.abs(scene.subject.heightM / truth[2] - 1)).toBeLessThan(0.01);
      measured++;
    }
    expect(measured).toBe(2);
  });

  test('are levelled by themselves to a tenth of a degree, and are sure of it', async () => {
    for (const [file, [pitchDeg, rollDeg]] of Object.entries(DRAWN)) {
      const { found } = await levelledPhotograph(join(FOLDER, file), null);
      expect(found?.sure).toBe(true);
      expect(Math.abs((found?.pitchDeg ?? NaN) - pitchDeg)).toBeLessThan(0.1);
      expect(Math.abs((found?.rollDeg ?? NaN) - rollDeg)).toBeLessThan(0.1);
    }
  });

  test('come into the demo job with their photographs', async () => {
    const server = await wholeServer();
    try {
      const { db } = server.database.connection;
      await seed(db, 'reset');
      await seedPlates(db, folderStore(join(server.folder, 'store')), FOLDER);
      const [job] = await db.select().from(jobs).where(eq(jobs.demo, true));
      const rows = await db
        .select()
        .from(attachments)
        .where(eq(attachments.jobId, job?.id ?? ''));
      const taken = (await shipped()).flatMap(({ taken: frame }) => frame ?? []);
      expect(rows).toHaveLength((await shipped()).length + taken.length);
      for (const { id, setupId, bytes, name } of rows) {
        expect(bytes).toBeGreaterThan(50_000);
        await request(server.base).get(`/api/attachments/${id}/view?px=400`).expect(200);
        const [setup] = await db.select().from(setups).where(eq(setups.id, setupId));
        const { plate } = setup?.settings as { readonly plate: { readonly pictureId: string } };
        expect(plate.pictureId === id).toBe(!taken.includes(name));
      }
      // The frame that was taken tells how it was: as `scripts/demoPlates.mjs` has drawn it.
      const frame = rows.find(({ name }) => name === taken[0]);
      const answer = await request(server.base)
        .get(`/api/setups/${frame?.setupId ?? ''}/taken/${frame?.id ?? ''}`)
        .expect(200);
      const { widthPx, heightPx, matches } = takenReadingSchema.parse(answer.body);
      const [setup] = await db
        .select()
        .from(setups)
        .where(eq(setups.id, frame?.setupId ?? ''));
      const geometry = freshGeometry(openedSettings(setupSettingsSchema.parse(setup?.settings)));
      const seen = plateInView(geometry);
      if (!seen?.place || !geometry.back) throw new Error('the tower has no plate');
      const { projection: plate, held, place } = seen;
      const { widthMm, heightMm } = geometry.wholeFrame;
      const found = foundCamera(
        { plate, held, place },
        { from: geometry.back, imageMm: geometry.imageMm, ...geometry.position },
        matches.map(([u, v, x, y]) => ({
          platePx: [u, v],
          onBack: [(x / widthPx - 0.5) * widthMm, (0.5 - y / heightPx) * heightMm],
        })),
        0.2,
      );
      const off: readonly (readonly [CameraUnknown, number])[] = [
        ['aheadM', 0.45],
        ['asideM', -0.3],
        ['upM', 0.06],
        ['yawDeg', 0.8],
        ['pitchDeg', 0.6],
        ['rollDeg', -0.4],
      ];
      for (const [name, by] of off) {
        const difference = found?.differences[name];
        expect(Math.abs((difference?.by ?? NaN) - by)).toBeLessThan(3 * (difference?.doubt ?? NaN));
      }
      // Nobody is helped by a doubt that allows everything.
      expect(found?.differences.pitchDeg.doubt).toBeLessThan(0.25);
      expect(found?.differences.aheadM.doubt).toBeLessThan(0.5);
    } finally {
      await server.close();
    }
  });
});
