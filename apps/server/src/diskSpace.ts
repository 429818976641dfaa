import { mkdir, statfs } from 'node:fs/promises';
import type { DiskSpace, SpaceLevel } from '@gangway/contract/health';
import type { RequestHandler } from 'express';
import { diskFull } from './httpError';

export interface SpaceWatch {
  readonly now: () => DiskSpace;
  readonly look: () => Promise<DiskSpace>;
  readonly stop: () => void;
}

interface Watched {
  readonly folders: readonly string[];
  /** What is never written over: the database needs some to stop in order, bytes. */
  readonly keepFreeBytes: number;
  readonly everyMs?: number;
  /** How much is free in a folder, bytes. */
  readonly freeIn?: (folder: string) => Promise<number>;
}

/** From this much above what is kept free it is said that little is left, bytes. */
const EARLY_BYTES = 2e9;

async function freeOnDisk(folder: string): Promise<number> {
  await mkdir(folder, { recursive: true });
  const { bavail, bsize } = await statfs(folder);
  return bavail * bsize;
}

/** Watches the disks that are written to. Where one cannot be asked, its free space is unknown and nothing is refused for it. */
export function watchSpace({ folders, keepFreeBytes, everyMs = 5000, freeIn = freeOnDisk }: Watched): SpaceWatch {
  let seen: DiskSpace = { level: 'plenty', freeBytes: null };
  const look = async (): Promise<DiskSpace> => {
    const found = await Promise.all(folders.map((folder) => freeIn(folder).catch(() => null)));
    const known = found.filter((bytes) => bytes !== null);
    const freeBytes = known.length === 0 ? null : Math.min(...known);
    seen = { freeBytes, level: levelOf(freeBytes, keepFreeBytes) };
    return seen;
  };
  const timer = setInterval(() => void look(), everyMs);
  timer.unref();
  return { now: () => seen, look, stop: () => clearInterval(timer) };
}

function levelOf(freeBytes: number | null, keepFreeBytes: number): SpaceLevel {
  if (freeBytes === null || freeBytes >= keepFreeBytes + EARLY_BYTES) return 'plenty';
  return freeBytes < keepFreeBytes ? 'full' : 'low';
}

/** What changes nothing although it is sent, and what makes room. */
const HARMLESS = /^\/(?:calc|checks?|settle)(?:\/|$)/u;

/** Refuses what would be written while the disk is full. Reading and deleting go on. */
export const refuseWhenFull =
  (watch: SpaceWatch): RequestHandler =>
  (req, _res, next) => {
    const { level, freeBytes } = watch.now();
    const writes = ['POST', 'PUT', 'PATCH'].includes(req.method) && !HARMLESS.test(req.path);
    if (level === 'full' && writes) throw diskFull(freeBytes);
    next();
  };
