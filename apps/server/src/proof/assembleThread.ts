import { parentPort, workerData } from 'node:worker_threads';
import type { AssemblyJob } from '@gangway/vision/assembly/assemble';
import { AssemblyTrouble } from '@gangway/vision/assembly/frames';
import { makePicture } from '@gangway/vision/assembly/makePicture';
import type { FromThread } from './runInThread';

// Puts one series together in a thread of its own, which can be ended at any moment.
const port = parentPort;
if (port) {
  const say = (message: FromThread) => port.postMessage(message);
  let said = 0;
  makePicture({
    ...(workerData as Omit<AssemblyJob, 'onProgress'>),
    onProgress: (share, step) => {
      if (Date.now() - said < 100) return;
      said = Date.now();
      say({ type: 'progress', share, step });
    },
  }).then(
    (report) => say({ type: 'done', report }),
    (error: unknown) =>
      say({ type: 'failed', trouble: error instanceof AssemblyTrouble, words: error instanceof Error ? error.message : String(error) }),
  );
}
