import { createReadStream } from 'node:fs';
import { copyFile, mkdir, readdir, rename, rm, rmdir, stat, statfs } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import { randomUUID } from 'node:crypto';
import { checkedKey, type Store } from './store';

/** Files in a folder, which several machines may share. */
export function folderStore(root: string): Store {
  const at = (key: string): string => join(root, checkedKey(key));
  return {
    put: async (key, path) => {
      const to = at(key);
      await mkdir(dirname(to), { recursive: true });
      // Beside it first: nobody ever sees half a file.
      const beside = `${to}.${randomUUID()}.part`;
      try {
        await copyFile(path, beside);
        await rename(beside, to);
      } catch (error) {
        await rm(beside, { force: true });
        throw error;
      }
    },
    local: async (key) => {
      await stat(at(key));
      return at(key);
    },
    stream: async (key) => {
      await stat(at(key));
      return createReadStream(at(key));
    },
    remove: async (key) => {
      const path = at(key);
      const folder = dirname(path);
      await rm(path, { force: true });
      // What was being written beside it when a process ended goes as well, and then a folder with nothing in it.
      const beside = (await readdir(folder).catch(() => [])).filter(
        (name) => name.startsWith(`${basename(path)}.`) && name.endsWith('.part'),
      );
      for (const name of beside) await rm(join(folder, name), { force: true });
      await rmdir(folder).catch(() => undefined);
    },
    free: async () => {
      await mkdir(root, { recursive: true });
      const { bavail, bsize } = await statfs(root);
      return bavail * bsize;
    },
  };
}
