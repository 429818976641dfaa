import { readdir } from 'node:fs/promises';
import { join } from 'node:path';

/** When the last nightly backup in a data folder was made, as an ISO moment; `null` where there is none yet. */
export async function lastBackup(folder: string): Promise<string | null> {
  const names = await readdir(join(folder, 'backups')).catch(() => []);
  const [newest] = names
    .filter((name) => /^\d{4}-\d\d-\d\dT\d\d-\d\d-\d\dZ$/u.test(name))
    .sort()
    .reverse();
  return newest?.replace(/T(\d\d)-(\d\d)-(\d\d)Z$/u, 'T$1:$2:$3Z') ?? null;
}
