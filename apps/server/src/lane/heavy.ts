import { and, eq, isNull } from 'drizzle-orm';
import type { Request } from 'express';
import { z } from 'zod';
import type { Db } from '../db/connect';
import { setups } from '../db/schema';

/** A body that takes longer to read and check than others should wait, bytes. */
const LARGE_BODY = 64_000;
/** A change of the kit that is larger than this is about more than an item or two, bytes. */
const LARGE_KIT_CHANGES = 4_000;
/** More setups than others should wait for while they are gathered. */
const MANY_SETUPS = 60;

const LONG: readonly (readonly [method: string, path: RegExp])[] = [
  ['GET', /^\/jobs\/[^/]+\/(?:archive|cards\.pdf)$/u],
  ['GET', /^\/attachments\/[^/]+\/plate$/u],
  ['GET', /^\/setups\/[^/]+\/taken\/[^/]+$/u],
  ['POST', /^\/settle$/u],
];

/** Whether answering a request may take so long that others would notice. */
export async function isHeavy(db: Db, req: Request): Promise<boolean> {
  const most = req.path === '/kit/changes' ? LARGE_KIT_CHANGES : LARGE_BODY;
  if (Number(req.headers['content-length'] ?? 0) > most || req.headers['transfer-encoding'] !== undefined) return true;
  if (LONG.some(([method, path]) => req.method === method && path.test(req.path))) return true;
  const [, jobId, rest] = /^\/jobs\/([^/]+)(\/log|\/duplicate)?$/u.exec(req.path) ?? [];
  if (jobId === undefined || !z.uuid().safeParse(jobId).success) return false;
  if (rest === '/log') return req.method === 'GET' && req.query.limit === undefined;
  return (await db.$count(setups, and(eq(setups.jobId, jobId), isNull(setups.deletedAt)))) > MANY_SETUPS;
}
