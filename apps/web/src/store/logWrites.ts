import { SHOT_RECORD } from '@gangway/contract/record/shotRecord';
import { presentVersion } from '@gangway/contract/record/versions';
import type { Shot } from '@gangway/core/log/shotFields';
import { api } from './api';
import './outbox/caches';
import { outbox } from './outbox/page';
import { store } from './store';

/** The log of a job as it is shown. */
const logNow = (jobId: string) => api.endpoints.log.select(jobId)(store.getState()).data;

/** Puts shots into the log and takes others out, against the versions that are shown. */
export async function changeLog(jobId: string, put: readonly Shot[], remove: readonly string[]): Promise<void> {
  const log = logNow(jobId);
  const touched = new Set([...put.map(({ id }) => id), ...remove]);
  await outbox.submit({
    kind: 'log',
    schema: presentVersion(SHOT_RECORD),
    jobId,
    put,
    remove,
    was: log?.shots.filter(({ id }) => touched.has(id)) ?? [],
    versions: Object.fromEntries([...touched].map((id) => [id, log?.versions[id] ?? 0])),
  });
}

/** Attaches a photograph to a setup or to one of its shots; answers the id that it has. */
export async function attach(
  to: { readonly jobId: string; readonly setupId: string; readonly shotId: string | null },
  file: File,
): Promise<string> {
  // What a file is chosen from may be gone when it is sent: its contents are stored.
  const contents = new Blob([await file.arrayBuffer()], { type: file.type });
  const attachmentId = crypto.randomUUID();
  await outbox.submit({ kind: 'attachment', ...to, attachmentId, name: file.name, file: contents });
  return attachmentId;
}
