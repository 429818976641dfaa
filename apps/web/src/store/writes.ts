import type { JobPatch } from '@gangway/contract/job';
import type { CardTemplate } from '@gangway/contract/card';
import { api } from './api';
import './outbox/caches';
import { outbox } from './outbox/page';
import type { RemovalWrite } from './outbox/write';
import { store } from './store';

// What the pages change of jobs, setups and templates. Each change is stored on
// this device when its promise resolves; the outbox brings it to the server.

/** A job as it is shown. */
function jobNow(jobId: string) {
  const state = store.getState();
  return (
    api.endpoints.job.select(jobId)(state).data ??
    api.endpoints.jobs
      .select(undefined)(state)
      .data?.find(({ id }) => id === jobId)
  );
}

export async function changeJob(jobId: string, patch: JobPatch): Promise<void> {
  const job = jobNow(jobId);
  const { name, place, day, dismissedCautions } = job ?? {};
  const was = Object.fromEntries(Object.entries({ name, place, day, dismissedCautions }).filter(([key]) => key in patch)) as JobPatch;
  await outbox.submit({ kind: 'job', jobId, version: job?.version ?? 1, patch, was });
}

/** Makes a job; answers its id. */
export async function addJob(name: string): Promise<string> {
  const jobId = crypto.randomUUID();
  await outbox.submit({ kind: 'newJob', jobId, name });
  return jobId;
}

type Removed = Pick<RemovalWrite, 'of' | 'id' | 'name'>;

export async function remove(removed: Removed): Promise<void> {
  await outbox.submit({ kind: 'removal', back: false, ...removed });
}

export async function restore(removed: Removed): Promise<void> {
  await outbox.submit({ kind: 'removal', back: true, ...removed });
}

export async function putTemplate(template: CardTemplate): Promise<void> {
  await outbox.submit({ kind: 'template', template });
}
