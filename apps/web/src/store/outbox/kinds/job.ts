import type { JobSummary } from '@gangway/contract/job';
import type { WriteOf } from '../write';
import type { WriteKindDefinition } from './kind';

function changed<J extends JobSummary>(job: J, { jobId, version, patch }: WriteOf<'job'>): J {
  if (job.id !== jobId) return job;
  const { name, place, day, dismissedCautions } = patch;
  return {
    ...job,
    version: version + 1,
    ...(name !== undefined && { name }),
    ...(place !== undefined && { place }),
    ...(day !== undefined && { day }),
    ...(dismissedCautions && { dismissedCautions: [...dismissedCautions] }),
  };
}

export const job: WriteKindDefinition<'job'> = {
  kind: 'job',
  lane: ({ jobId }) => `job:${jobId}`,
  sending: ({ jobId, version, patch }, writeId) => ({ method: 'PATCH', path: `jobs/${jobId}`, body: { version, writeId, ...patch } }),
  overlays: {
    jobs: (jobs, write) => jobs.map((each) => changed(each, write)),
    job: (each, write) => {
      const { setupOrder } = write.patch;
      const after = changed(each, write);
      if (!setupOrder || each.id !== write.jobId) return after;
      const rank = new Map(setupOrder.map((id, i) => [id, i]));
      return { ...after, setups: [...after.setups].sort((a, b) => (rank.get(a.id) ?? Infinity) - (rank.get(b.id) ?? Infinity) || 0) };
    },
  },
  lists: ['jobs', 'job'],
};

export const newJob: WriteKindDefinition<'newJob'> = {
  kind: 'newJob',
  lane: ({ jobId }) => `job:${jobId}`,
  sending: ({ jobId, name }) => ({ method: 'POST', path: 'jobs', body: { id: jobId, name } }),
  overlays: {
    jobs: (jobs, { jobId, name }) => (jobs.some(({ id }) => id === jobId) ? jobs : [...jobs, emptyJob(jobId, name)]),
  },
  lists: ['jobs', 'job'],
};

/** A job in which there is nothing yet. */
export function emptyJob(id: string, name: string): JobSummary {
  const updatedAt = new Date().toISOString();
  return { id, name, version: 1, demo: false, dismissedCautions: [], place: null, day: null, setupCount: 0, updatedAt, deletedAt: null };
}
