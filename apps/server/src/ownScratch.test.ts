import { mkdir, mkdtemp, readdir, rm, utimes, writeFile } from 'node:fs/promises';
import { hostname, tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { ownScratch } from './ownScratch';

test('a server removes what servers of this machine that are gone left in the scratch folder, and nothing else', async () => {
  const folder = await mkdtemp(join(tmpdir(), 'gangway-scratch-'));
  try {
    const machine = hostname().replaceAll(/[^\w.]/gu, '_');
    const long = new Date(Date.now() - 3 * 86_400_000);
    const make = async (name: string, at?: Date) => {
      await mkdir(join(folder, name));
      await writeFile(join(folder, name, 'half'), 'x');
      if (at) await utimes(join(folder, name), at, at);
    };
    // Of a process with our number that began at another time, of one that is gone, of another machine, of a worker.
    await make(`server-${machine}-${process.pid}-1`);
    await make(`server-${machine}-4194300-77`);
    await make('server-elsewhere-4194300-77');
    await make('of-0123456789abcdef', long);
    await make('incoming-now');
    await make('incoming-long-ago', long);
    const own = await ownScratch(folder);
    expect((await readdir(folder)).sort()).toEqual(
      ['incoming-now', 'of-0123456789abcdef', 'server-elsewhere-4194300-77', basename(own)].sort(),
    );
    // It finds its own again, with what is in it.
    await writeFile(join(own, 'kept'), 'x');
    expect(await ownScratch(folder)).toBe(own);
    expect(await readdir(own)).toEqual(['kept']);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
});
