import type { StoredSetup } from '@gangway/contract/storedSetup';
import type { WriteOf } from '../write';
import type { WriteKindDefinition } from './kind';

function numberIn(answer: unknown, key: string): number | null {
  if (typeof answer !== 'object' || answer === null || !(key in answer)) return null;
  const value: unknown = Object.entries(answer).find(([each]) => each === key)?.[1];
  return typeof value === 'number' ? value : null;
}

function textIn(answer: unknown, key: string): string | null {
  if (typeof answer !== 'object' || answer === null) return null;
  const value: unknown = Object.entries(answer).find(([each]) => each === key)?.[1];
  return typeof value === 'string' ? value : null;
}

function changed(each: StoredSetup, { setupId, version, name, settings }: WriteOf<'setup'>): StoredSetup {
  return each.id === setupId ? { ...each, name, settings, version: version + 1 } : each;
}

export const setup: WriteKindDefinition<'setup'> = {
  kind: 'setup',
  lane: ({ setupId }) => `setup:${setupId}`,
  sending: ({ setupId, version, name, settings }, writeId) => ({
    method: 'PUT',
    path: `setups/${setupId}`,
    body: { version, writeId, name, settings },
  }),
  overlays: {
    setup: changed,
    job: (job, write) => ({ ...job, setups: job.setups.map((each) => changed(each, write)) }),
  },
  lists: ['job', 'jobs'],
  versionAfter: (answer) => numberIn(answer, 'version'),
  overtaken: (answer, { id }) => textIn(answer, 'lastWriteId') !== id,
};

export const newSetup: WriteKindDefinition<'newSetup'> = {
  kind: 'newSetup',
  lane: ({ setupId }) => `setup:${setupId}`,
  sending: ({ jobId, setupId, name, settings }) => ({
    method: 'POST',
    path: `jobs/${jobId}/setups`,
    body: { id: setupId, name, settings },
  }),
  overlays: {
    job: (job, { jobId, setupId, name, settings }) =>
      job.id !== jobId || job.setups.some(({ id }) => id === setupId)
        ? job
        : {
            ...job,
            setupCount: job.setupCount + 1,
            setups: [...job.setups, firstState({ jobId, setupId, name, settings })],
          },
  },
  lists: ['jobs', 'job'],
};

/** A setup as it is made. */
export function firstState({ jobId, setupId, name, settings }: Omit<WriteOf<'newSetup'>, 'kind' | 'schema'>): StoredSetup {
  const updatedAt = new Date().toISOString();
  return { id: setupId, jobId, name, settings, version: 1, lastWriteId: null, updatedAt, deletedAt: null };
}
