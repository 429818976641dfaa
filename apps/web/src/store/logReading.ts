import type { Attachment, Log, LogPage } from '@gangway/contract/log';
import { LOG_PAGE_MOST } from '@gangway/contract/logPageMost';
import type { Shot } from '@gangway/core/log/shotFields';

// A log is read in pages once, and after that only what changed since.

/** What is known of a log as the server has it, without the changes that wait. */
export interface KnownLog {
  readonly shots: ReadonlyMap<string, Shot>;
  readonly versions: ReadonlyMap<string, number>;
  readonly attachments: readonly Attachment[];
  /** Where the next page begins. */
  readonly cursor: string;
}

/** A log with one more page of it. */
export function withPage(known: KnownLog | null, { shots, versions, removed, attachments, cursor }: LogPage): KnownLog {
  const all = new Map(known?.shots);
  const allVersions = new Map([...(known?.versions ?? []), ...Object.entries(versions)]);
  for (const shot of shots) all.set(shot.id, shot);
  // A shot that was removed and is there again is not among the removed.
  for (const id of removed) {
    all.delete(id);
    allVersions.delete(id);
  }
  return { shots: all, versions: allVersions, attachments: attachments ?? known?.attachments ?? [], cursor };
}

/** A log in the order of time. */
export function logFrom({ shots, versions, attachments }: KnownLog): Log {
  const byTime = [...shots.values()].sort((a, b) => compared(a.at, b.at) || compared(a.id, b.id));
  return { shots: byTime, versions: Object.fromEntries(versions), attachments };
}

const compared = (a: string, b: string): number => Number(a > b) - Number(a < b);

type Asked<Refusal> = { readonly page: LogPage } | { readonly refusal: Refusal; readonly stale: boolean };

/**
 * Reads a log to its end, beginning where it was read to before.
 *
 * @param ask asks the server for an address below `/api`; `stale` says that the place read to does not hold any more
 */
export function logReader<Refusal>(ask: (path: string) => Promise<Asked<Refusal>>) {
  return async (jobId: string, before: KnownLog | null): Promise<{ readonly known: KnownLog } | { readonly refusal: Refusal }> => {
    let known = before;
    for (;;) {
      const from: string = known === null ? '' : `&cursor=${encodeURIComponent(known.cursor)}`;
      const asked = await ask(`jobs/${jobId}/log?limit=${LOG_PAGE_MOST}${from}`);
      if ('page' in asked) {
        known = withPage(known, asked.page);
        if (!asked.page.more) return { known };
      } else if (asked.stale && known !== null) known = null;
      else return { refusal: asked.refusal };
    }
  };
}
