import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import S3rver from 's3rver';
import { folderStore } from './folderStore';
import { openStore } from './openStore';
import type { Store } from './store';

let folder = '';
let bucket: S3rver;
const stores: { folder?: Store; bucket?: Store } = {};

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'gangway-store-'));
  // A setup-in for a store that speaks S3, from the registry.
  bucket = new S3rver({
    address: '127.0.0.1',
    port: 0,
    silent: true,
    directory: join(folder, 'bucket'),
    configureBuckets: [{ name: 'proofs', configs: [] }],
  });
  const { port } = await bucket.run();
  stores.folder = folderStore(join(folder, 'folder'));
  stores.bucket = await openStore(`s3://proofs?region=us-east-1&endpoint=http://127.0.0.1:${port}`, {
    AWS_ACCESS_KEY_ID: 'S3RVER',
    AWS_SECRET_ACCESS_KEY: 'S3RVER',
  });
});
afterAll(async () => {
  await bucket.close();
  await rm(folder, { recursive: true, force: true });
});

describe.each(['folder', 'bucket'] as const)('a store in a %s keeps files whole', (make) => {
  const store = (): Store => {
    const found = stores[make];
    if (!found) throw new Error(make);
    return found;
  };
  const put = async (key: string, words: string) => {
    const path = join(folder, 'in');
    await writeFile(path, words);
    await store().put(key, path);
  };

  test('keeps a file, gives it back as file and as stream, replaces it whole and takes it away', async () => {
    await put('frames/a/file.png', 'one');
    expect(await readFile(await store().local('frames/a/file.png', folder), 'utf8')).toBe('one');
    await put('frames/a/file.png', 'another');
    let read = '';
    for await (const chunk of await store().stream('frames/a/file.png')) read += chunk.toString();
    expect(read).toBe('another');
    await store().remove('frames/a/file.png');
    await expect(store().local('frames/a/file.png', folder)).rejects.toThrow();
    // What is gone already is not missed.
    await store().remove('frames/a/file.png');
  });

  test('refuses keys that climb out', async () => {
    for (const key of ['../a', 'a/../../b', '/etc/passwd', 'a//b', 'a']) await expect(async () => put(key, 'x')).rejects.toThrow(/no key/);
  });
});

test('the place is a folder or a bucket, and anything else is refused with the reason', async () => {
  await expect(openStore('ftp://somewhere', {})).rejects.toThrow(/must be a folder, or s3:/);
  await expect(openStore('s3://bucket', {})).rejects.toThrow(/AWS_ACCESS_KEY_ID/);
});
