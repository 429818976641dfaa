import { readFileSync } from 'node:fs';
import { mkdir, readdir, rm, stat } from 'node:fs/promises';
import { hostname } from 'node:os';
import { join } from 'node:path';

/** What servers of before this one had a folder of its own left in the common one. */
const EARLIER = /^(?:incoming|attached|archive|opened|look)-|^(?:looked-at|attached)$/u;
const EARLIER_MS = 86_400_000;

/** When a process began, in ticks since the machine did, so that another one with the same number is not taken for it; `null` when there is none. */
function begunAt(pid: number): string | null {
  try {
    return readFileSync(`/proc/${pid}/stat`, 'utf8').split(')').at(-1)?.trim().split(' ')[19] ?? null;
  } catch {
    return null;
  }
}

const machine = (): string => hostname().replaceAll(/[^\w.]/gu, '_');

/**
 * A folder for what this process throws away. Those of processes of this
 * machine that are gone are removed with all that is in them.
 *
 * @param scratch the folder that all processes share
 */
export async function ownScratch(scratch: string): Promise<string> {
  await mkdir(scratch, { recursive: true });
  for (const name of await readdir(scratch)) {
    const [, host, pid, begun] = /^server-(.+)-(\d+)-(\w+)$/u.exec(name) ?? [];
    const left = pid === undefined ? await isEarlier(join(scratch, name), name) : host === machine() && begunAt(Number(pid)) !== begun;
    if (left) await rm(join(scratch, name), { recursive: true, force: true });
  }
  const own = join(scratch, `server-${machine()}-${process.pid}-${begunAt(process.pid) ?? 'unknown'}`);
  await mkdir(own, { recursive: true });
  return own;
}

async function isEarlier(path: string, name: string): Promise<boolean> {
  if (!EARLIER.test(name)) return false;
  const seen = await stat(path).catch(() => null);
  return seen !== null && Date.now() - seen.mtimeMs > EARLIER_MS;
}
