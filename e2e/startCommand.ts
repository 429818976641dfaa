import { spawn, type ChildProcess } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { resolve } from 'node:path';

// The start command as a person runs it, on a data folder of its own.

export interface Started {
  readonly child: ChildProcess;
  readonly url: string;
  readonly printed: () => string;
}

export function start(folder: string, ...options: string[]): Promise<Started> {
  return startWith({}, folder, ...options);
}

export function startWith(more: Readonly<Record<string, string>>, folder: string, ...options: string[]): Promise<Started> {
  const env: NodeJS.ProcessEnv = { ...process.env, ...more, GANGWAY_DATA: folder };
  delete env.DATABASE_URL;
  const child = spawn('node', [resolve('scripts/start.mjs'), ...options], { env, stdio: ['ignore', 'pipe', 'pipe'] });
  let text = '';
  running.add(child);
  child.once('exit', () => running.delete(child));
  return new Promise((done, failed) => {
    const shot = (chunk: Buffer) => {
      text += chunk.toString();
      const ready = /ready at (\S+)\s+\((\d+\.\d) s\)/.exec(text);
      if (ready?.[1] !== undefined) done({ child, url: ready[1], printed: () => text });
    };
    child.stdout.on('data', shot);
    child.stderr.on('data', shot);
    child.on('exit', (code) => failed(new Error(`ended with ${code}: ${text}`)));
  });
}

/** What a failed test left running would hold its port. */
const running = new Set<ChildProcess>();
export async function stopped(signal: NodeJS.Signals = 'SIGKILL'): Promise<void> {
  await Promise.all([...running].map((child) => new Promise((done) => child.once('exit', done).kill(signal))));
}

export function ended(child: ChildProcess): Promise<number | null> {
  return new Promise((done) => child.once('exit', done));
}

/** Every process that was started for a data folder. */
export const processesOf = (folder: string): readonly string[] =>
  readdirSync('/proc')
    .filter((name) => /^\d+$/u.test(name) && Number(name) !== process.pid)
    .filter((pid) => commandOf(pid).includes(folder) || environmentOf(pid).includes(`GANGWAY_DATA=${folder}\0`));

function environmentOf(pid: string): string {
  try {
    return readFileSync(`/proc/${pid}/environ`, 'utf8');
  } catch {
    return '';
  }
}

export function commandOf(pid: string): string {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8');
  } catch {
    return '';
  }
}

export function parentOf(pid: string): number {
  try {
    return Number(readFileSync(`/proc/${pid}/stat`, 'utf8').split(')').at(-1)?.trim().split(' ')[1]);
  } catch {
    return 0;
  }
}
