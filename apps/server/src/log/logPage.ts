import { randomUUID } from 'node:crypto';
import { logText } from '@gangway/messages/server/log';
import type { LogPage } from '@gangway/contract/log';
import { and, asc, eq, gt, inArray, sql } from 'drizzle-orm';
import type { Db, DbOrTx } from '../db/connect';
import { attachments, jobs, removedShots, shots } from '../db/schema';
import { HttpError, notThere } from '../httpError';
import { attachmentAnswer, shotAnswer } from './answers';

// A log is read in pages, in the order in which its shots were changed last. Who
// has read it to the end goes on from there: the next page is what changed since.

/** Cursors of another run of the server do not hold: its database may have been put back from a backup. */
const RUN = randomUUID().slice(0, 8);
const LAST_ID = 'ffffffff-ffff-ffff-ffff-ffffffffffff';
const FIRST_ID = '00000000-0000-0000-0000-000000000000';

/** Up to where a log was read: the version of the last change, and the shot in it. */
interface Place {
  readonly logVersion: number;
  readonly id: string;
}

const cursorAt = ({ logVersion, id }: Place): string => `${RUN}.${logVersion}.${id}`;

/** Where a cursor points; refuses one that does not hold any more. */
function placeOf(cursor: string, present: number): Place {
  const [, run, version, id] = /^([0-9a-f]{8})\.(\d{1,10})\.([0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12})$/u.exec(cursor) ?? [];
  const logVersion = Number(version);
  if (run !== RUN || id === undefined || logVersion > present)
    throw new HttpError(410, 'stale_cursor', logText.theLogWasReadFromAnother, { path: ['cursor'] });
  return { logVersion, id };
}

/** One page of a log: the shots changed after the cursor, the ids removed since, and the photographs where they changed. */
export async function logPage(
  db: Db,
  jobId: string,
  { limit, cursor }: { readonly limit: number; readonly cursor?: string | undefined },
): Promise<LogPage> {
  // Read before the shots: what changes meanwhile has a later version, and comes with the next page.
  const [job] = await db
    .select({ logVersion: jobs.logVersion, attachmentsVersion: jobs.attachmentsVersion })
    .from(jobs)
    .where(eq(jobs.id, jobId));
  if (!job) throw notThere('job');
  const from = cursor === undefined ? null : placeOf(cursor, job.logVersion);
  const { logVersion, id } = from ?? { logVersion: -1, id: FIRST_ID };
  const rows = await db
    .select()
    .from(shots)
    .where(and(eq(shots.jobId, jobId), sql`(${shots.logVersion}, ${shots.id}) > (${logVersion}::int, ${id}::uuid)`))
    .orderBy(asc(shots.logVersion), asc(shots.id))
    .limit(limit + 1);
  const page = rows.slice(0, limit);
  const last = page.at(-1);
  const more = rows.length > limit && last !== undefined;
  const gone = from
    ? await db
        .select({ id: removedShots.id })
        .from(removedShots)
        .where(and(eq(removedShots.jobId, jobId), gt(removedShots.logVersion, logVersion)))
    : [];
  const pictures =
    from && job.attachmentsVersion <= logVersion
      ? null
      : await db.select().from(attachments).where(eq(attachments.jobId, jobId)).orderBy(asc(attachments.createdAt));
  const end = { logVersion: job.logVersion, id: LAST_ID };
  return {
    shots: page.map(shotAnswer),
    versions: Object.fromEntries(page.map((row) => [row.id, row.version])),
    removed: gone.map((row) => row.id),
    attachments: pictures && pictures.map(attachmentAnswer),
    cursor: cursorAt(more ? { logVersion: last.logVersion, id: last.id } : end),
    more,
  };
}

/** The version of a log that the change of this transaction makes. Whoever changes the same log waits for its end. */
export async function nextLogVersion(tx: DbOrTx, jobId: string): Promise<number> {
  const [row] = await tx
    .update(jobs)
    .set({ logVersion: sql`${jobs.logVersion} + 1` })
    .where(eq(jobs.id, jobId))
    .returning({ logVersion: jobs.logVersion });
  if (!row) throw notThere('job');
  return row.logVersion;
}

/** Notes that shots are gone, and that photographs of them are of the setup alone now. */
export async function noteRemoved(
  tx: DbOrTx,
  { jobId, logVersion }: { readonly jobId: string; readonly logVersion: number },
  removed: readonly { readonly id: string }[],
): Promise<void> {
  if (removed.length === 0) return;
  await tx
    .insert(removedShots)
    .values(removed.map(({ id }) => ({ id, jobId, logVersion })))
    .onConflictDoUpdate({ target: removedShots.id, set: { logVersion, jobId } });
  await tx.update(jobs).set({ attachmentsVersion: logVersion }).where(eq(jobs.id, jobId));
}

/** Notes that shots which were removed are there again. */
export async function noteBack(tx: DbOrTx, put: readonly { readonly id: string }[]): Promise<void> {
  const ids = put.map(({ id }) => id);
  if (ids.length > 0) await tx.delete(removedShots).where(inArray(removedShots.id, ids));
}

/** Notes that a photograph came or went. */
export async function noteAttachments(tx: DbOrTx, jobId: string): Promise<void> {
  const attachmentsVersion = await nextLogVersion(tx, jobId);
  await tx.update(jobs).set({ attachmentsVersion }).where(eq(jobs.id, jobId));
}
