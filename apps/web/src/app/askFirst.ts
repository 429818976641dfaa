import { api } from '../store/api';
import { store } from '../store/store';
import { whenQuiet } from '../ui/lazyPart';

/**
 * Asks for what the page at an address begins with, while the page itself is still being fetched.
 * Done when it is there, or is known not to come.
 */
export async function askFirst(path: string): Promise<void> {
  const [, jobId] = /^\/jobs\/([^/]+)\/?$/u.exec(path) ?? [];
  if (path !== '/' && path !== '/jobs' && jobId === undefined) return;
  const asked = [
    store.dispatch(api.endpoints.jobs.initiate(undefined, { subscribe: false })),
    ...(jobId === undefined ? [] : [store.dispatch(api.endpoints.job.initiate(jobId, { subscribe: false }))]),
  ];
  // Both may have come with the page: what has changed since is asked for once nobody waits any more.
  whenQuiet(() => {
    store.dispatch(api.util.invalidateTags(['jobs', 'job']));
  });
  await Promise.all(asked);
}
