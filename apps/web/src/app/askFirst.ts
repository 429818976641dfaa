import { api } from '../store/api';
import { store } from '../store/store';
import { whenQuiet } from '../ui/lazyPart';

/** Asks for what the page at an address begins with, while the page itself is still being fetched. */
export function askFirst(path: string): void {
  const [, jobId] = /^\/jobs\/([^/]+)\/?$/u.exec(path) ?? [];
  if (path !== '/' && path !== '/jobs' && jobId === undefined) return;
  store.dispatch(api.util.prefetch('jobs', undefined, {}));
  if (jobId !== undefined) store.dispatch(api.util.prefetch('job', jobId, {}));
  // Both may have come with the page: what has changed since is asked for once nobody waits any more.
  whenQuiet(() => {
    store.dispatch(api.util.invalidateTags(['jobs', 'job']));
  });
}
