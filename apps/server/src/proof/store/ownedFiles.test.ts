import { randomUUID } from 'node:crypto';
import { existsSync } from 'node:fs';
import { mkdir, mkdtemp, readdir, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { jobs, looseFiles } from '../../db/schema';
import { testDatabase } from '../../testDatabase.test-support';
import { folderStore } from './folderStore';
import { loosen, removeLoose, storeOwned, sweepLoose } from './ownedFiles';

jest.setTimeout(60_000);

describe('files of the store and the rows that own them', () => {
  let database: Awaited<ReturnType<typeof testDatabase>>;
  let folder = '';
  const db = () => database.connection.db;
  const store = () => folderStore(join(folder, 'store'));
  const newFile = async () => {
    const path = join(folder, 'in');
    await writeFile(path, 'light');
    return { key: `frames/${randomUUID()}/file.png`, path };
  };
  const inStore = (key: string) => existsSync(join(folder, 'store', key));
  const loose = async () => (await db().select().from(looseFiles)).map(({ key }) => key);
  beforeAll(async () => {
    database = await testDatabase();
    folder = await mkdtemp(join(tmpdir(), 'gangway-owned-'));
  });
  afterAll(async () => {
    await database.drop();
    await rm(folder, { recursive: true, force: true });
  });
  beforeEach(() => db().delete(looseFiles));

  test('are stored together: afterwards the file is there and owned', async () => {
    const file = await newFile();
    let during: readonly string[] = [];
    await storeOwned(db(), store(), [file], async (tx) => {
      during = await loose();
      await tx.insert(jobs).values({ name: 'Owner' });
    });
    expect([inStore(file.key), during, await loose()]).toEqual([true, [file.key], []]);
  });

  test('where the row cannot be written, the file goes again with its folder', async () => {
    const file = await newFile();
    await expect(storeOwned(db(), store(), [file], () => Promise.reject(new Error('no row')))).rejects.toThrow('no row');
    expect([inStore(file.key), await loose()]).toEqual([false, []]);
    expect(await readdir(join(folder, 'store', 'frames'))).not.toContain(file.key.split('/')[1]);
  });

  test('of several, one that cannot be made takes the others with it', async () => {
    const [first, second] = [await newFile(), await newFile()];
    const broken = { ...second, path: () => Promise.reject(new Error('damaged')) };
    await expect(storeOwned(db(), store(), [first, broken], () => Promise.resolve())).rejects.toThrow('damaged');
    expect([inStore(first.key), inStore(second.key), await loose()]).toEqual([false, false, []]);
  });

  test('a process that ends between file and row leaves a note, and the next start removes the file, halves included', async () => {
    const file = await newFile();
    await loosen(db(), [file.key]);
    await store().put(file.key, file.path);
    await writeFile(join(folder, 'store', `${file.key}.half.part`), 'li');
    // What may be on its way in is left alone.
    expect(await sweepLoose(db(), store())).toBe(0);
    expect(inStore(file.key)).toBe(true);
    expect(await sweepLoose(db(), store(), -1000)).toBe(1);
    expect([inStore(file.key), inStore(`${file.key}.half.part`), await loose()]).toEqual([false, false, []]);
  });

  test('a process that ends between the deletion of a row and of its file leaves a note too', async () => {
    const file = await newFile();
    await storeOwned(db(), store(), [file], () => Promise.resolve());
    await db().transaction((tx) => loosen(tx, [file.key]));
    expect(await loose()).toEqual([file.key]);
    await removeLoose(db(), store(), [file.key]);
    expect([inStore(file.key), await loose()]).toEqual([false, []]);
    // Once more does no harm.
    await mkdir(join(folder, 'store'), { recursive: true });
    await removeLoose(db(), store(), [file.key]);
  });
});
