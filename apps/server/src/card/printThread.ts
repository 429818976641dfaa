import { chooseRegion } from '@gangway/messages/language';
import { parentPort } from 'node:worker_threads';
import { printHere } from './print';
import type { FromPrinter, ToPrinter } from './printInThread';

// Makes PDFs beside the server: a job with a thousand setups takes seconds.
let region = 'en-GB';
chooseRegion(() => region);

const port = parentPort;
port?.on('message', (asked: ToPrinter) => {
  ({ region } = asked);
  printHere(asked.print).then(
    (pdf) => port.postMessage({ pdf } satisfies FromPrinter),
    (error: unknown) =>
      port.postMessage({ failed: error instanceof Error ? (error.stack ?? error.message) : String(error) } satisfies FromPrinter),
  );
});
