import type { WriteOf } from '../write';
import type { Sending, WriteKindDefinition } from './kind';

const PATHS = { setup: 'setups', job: 'jobs', attachment: 'attachments', template: 'card-templates' } as const;

function sending({ of, id, back }: WriteOf<'removal'>): Sending {
  const path = `${PATHS[of]}/${id}`;
  return back ? { method: 'POST', path: `${path}/restore`, body: null } : { method: 'DELETE', path, body: null };
}

/** Something deleted, or brought back. */
export const removal: WriteKindDefinition<'removal'> = {
  kind: 'removal',
  // After what was done to it before.
  lane: ({ of, id }) => `${of}:${id}`,
  sending,
  overlays: {
    jobs: (jobs, { of, id, back }) => (of === 'job' && !back ? jobs.filter((each) => each.id !== id) : jobs),
    job: (job, { of, id, back }) =>
      of === 'setup' && !back && job.setups.some((each) => each.id === id)
        ? { ...job, setupCount: job.setupCount - 1, setups: job.setups.filter((each) => each.id !== id) }
        : job,
    log: (log, { of, id, back }) =>
      of === 'attachment' && !back ? { ...log, attachments: log.attachments.filter((each) => each.id !== id) } : log,
  },
  lists: ['jobs', 'job', 'deleted', 'templates'],
};
