import { WORKER_NAME } from '../store/language';
import { useEffect, useState } from 'react';
import type { FileToMatch, Matching, ShotToMatch } from '@gangway/core/log/matching';

/** What is matched off the page. */
export interface AskedMatching {
  readonly shots: readonly ShotToMatch[];
  readonly files: readonly FileToMatch[];
  readonly clocks: ReadonlyMap<string, number>;
}

/** The matching of what is asked, sought in a worker that ends when something else is asked. While the same files are matched anew the last answer stays. */
export function useMatching(asked: AskedMatching | null): {
  readonly found: Matching | null;
  readonly busy: boolean;
  readonly failed: boolean;
} {
  const [answer, setAnswer] = useState<{ readonly of: AskedMatching; readonly found: Matching | null } | null>(null);
  useEffect(() => {
    if (!asked) return;
    const worker = new Worker(new URL('./matchWorker.ts', import.meta.url), { type: 'module', name: WORKER_NAME });
    worker.addEventListener('message', ({ data }: MessageEvent<Matching>) => setAnswer({ of: asked, found: data }));
    worker.addEventListener('error', () => setAnswer({ of: asked, found: null }));
    worker.postMessage(asked);
    return () => worker.terminate();
  }, [asked]);
  if (!asked) return { found: null, busy: false, failed: false };
  const fresh = answer?.of === asked;
  return { found: answer?.of.files === asked.files ? answer.found : null, busy: !fresh, failed: fresh && answer.found === null };
}
