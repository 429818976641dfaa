import { presentRegion } from '@gangway/messages/language';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import pLimit from 'p-limit';
import type { Print, Printer } from './print';

export interface ToPrinter {
  readonly print: Print;
  readonly region: string;
}
export type FromPrinter = { readonly pdf: Uint8Array } | { readonly failed: string };

/** A printer that works in a thread of its own, one PDF after the other. The thread is started with the first one, and anew where it ended. */
export function printInThread(): Printer {
  const next = pLimit(1);
  let thread: Worker | null = null;
  const begun = (): Worker => {
    const fresh = new Worker(fileURLToPath(new URL('./printThread.mjs', import.meta.url)));
    // It waits for the next one, and keeps no server from ending.
    fresh.unref();
    fresh.on('error', () => undefined);
    fresh.once('exit', () => (thread = thread === fresh ? null : thread));
    return fresh;
  };
  return (print) => {
    const asked: ToPrinter = { print, region: presentRegion() };
    return next(() => answered((thread ??= begun()), asked));
  };
}

function answered(thread: Worker, asked: ToPrinter): Promise<Buffer> {
  return new Promise((done, failed) => {
    const end = (then: () => void) => {
      thread.off('message', heard).off('error', broke).off('exit', gone);
      then();
    };
    const heard = (message: FromPrinter) =>
      end(() => ('pdf' in message ? done(Buffer.from(message.pdf)) : failed(new Error(`the PDF could not be made: ${message.failed}`))));
    const broke = (error: unknown) => end(() => failed(error instanceof Error ? error : new Error(String(error))));
    const gone = (code: number) => end(() => failed(new Error(`the printing thread ended with ${code}`)));
    thread.on('message', heard).on('error', broke).on('exit', gone);
    thread.postMessage(asked);
  });
}
