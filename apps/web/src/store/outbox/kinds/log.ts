import type { Log } from '@gangway/contract/log';
import type { WriteOf } from '../write';
import type { WriteKindDefinition } from './kind';

/** A log with a change laid over it, in the order of time. */
export function changedLog(log: Log, { put, remove, versions }: Pick<WriteOf<'log'>, 'put' | 'remove' | 'versions'>): Log {
  const gone = new Set([...remove, ...put.map(({ id }) => id)]);
  const shots = [...log.shots.filter(({ id }) => !gone.has(id)), ...put].sort((a, b) => {
    if (a.at < b.at) return -1;
    if (a.at > b.at) return 1;
    if (a.id < b.id) return -1;
    return 1;
  });
  const after = {
    ...Object.fromEntries(Object.entries(log.versions).filter(([id]) => !gone.has(id))),
    ...Object.fromEntries(put.map(({ id }) => [id, (versions[id] ?? log.versions[id] ?? 0) + 1])),
  };
  return { ...log, shots, versions: after };
}

export const log: WriteKindDefinition<'log'> = {
  kind: 'log',
  lane: ({ jobId }) => `log:${jobId}`,
  sending: ({ jobId, put, remove, versions }, writeId) => ({
    method: 'POST',
    path: `jobs/${jobId}/log/changes`,
    body: { writeId, versions, put, remove },
  }),
  overlays: { log: changedLog },
  // The page has it already, and a long log is not fetched again for each shot.
  lists: [],
};

export const attachment: WriteKindDefinition<'attachment'> = {
  kind: 'attachment',
  lane: ({ attachmentId }) => `attachment:${attachmentId}`,
  sending: ({ jobId, setupId, shotId, attachmentId, name, file }) => ({
    method: 'POST',
    path: `jobs/${jobId}/attachments?${new URLSearchParams({ id: attachmentId, name, setupId, ...(shotId !== null && { shotId }) })}`,
    body: file,
  }),
  overlays: {
    log: (each, { attachmentId: id, setupId, shotId, name, file }) =>
      each.attachments.some((attached) => attached.id === id)
        ? each
        : {
            ...each,
            attachments: [
              ...each.attachments,
              // How large the picture is, and its checksum, come with the server’s answer.
              {
                id,
                setupId,
                shotId,
                name,
                mime: file.type,
                bytes: file.size,
                sha256: '',
                width: 0,
                height: 0,
                at: new Date().toISOString(),
              },
            ],
          },
  },
  lists: [],
};
