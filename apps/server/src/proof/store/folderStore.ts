import { createReadStream } from 'node:fs';
import { copyFile, mkdir, rename, rm, stat, statfs } from 'node:fs/promises';
import { dirname, join } from 'node:path';
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
    remove: (key) => rm(at(key), { force: true }),
    free: async () => {
      await mkdir(root, { recursive: true });
      const { bavail, bsize } = await statfs(root);
      return bavail * bsize;
    },
  };
}
