import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import type { Report } from '@gangway/contract/proof';
import type { AssemblyJob } from '@gangway/vision/assembly/assemble';
import { AssemblyTrouble } from '@gangway/vision/assembly/frames';

export type FromThread =
  | { readonly type: 'progress'; readonly share: number; readonly step: string }
  | { readonly type: 'done'; readonly report: Report }
  | { readonly type: 'failed'; readonly trouble: boolean; readonly words: string };

/** How a job is run: answers its report, ends at once when the signal says so. */
export type Run = (job: AssemblyJob, signal: AbortSignal) => Promise<Report>;

/** Runs a job in a thread of its own, built beside this file. */
export const runInThread: Run = ({ frames, flatFields, plan, options, scratch, result, pixelsPerInch, onProgress }, signal) =>
  new Promise((done, failed) => {
    // Functions cannot go into a thread: what it has to say comes back as messages.
    const workerData: Omit<AssemblyJob, 'onProgress' | 'freeBytes'> = { frames, flatFields, plan, options, scratch, result, pixelsPerInch };
    const thread = new Worker(fileURLToPath(new URL('./assembleThread.mjs', import.meta.url)), { workerData });
    const end = (then: () => void) => {
      signal.removeEventListener('abort', stop);
      void thread.terminate();
      then();
    };
    const stop = () => end(() => failed(new Error('stopped')));
    signal.addEventListener('abort', stop);
    thread.on('message', (message: FromThread) => {
      if (message.type === 'progress') onProgress(message.share, message.step);
      else if (message.type === 'done') end(() => done(message.report));
      else end(() => failed(message.trouble ? new AssemblyTrouble(message.words) : new Error(message.words)));
    });
    thread.on('error', (error) => end(() => failed(error instanceof Error ? error : new Error(String(error)))));
    thread.on('exit', (code) => end(() => failed(new Error(`the thread ended with ${code}`))));
    if (signal.aborted) stop();
  });
