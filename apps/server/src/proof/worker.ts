import { createHash } from 'node:crypto';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { connect } from '../db/connect';
import { logError } from '../logError';
import { openQueue } from './queue';
import { runInThread } from './runInThread';
import { openStore } from './store/openStore';
import { workFromQueue } from './work';

// One worker. Reads DATABASE_URL, GANGWAY_STORE and GANGWAY_SCRATCH; any number
// of them, on any machines, share one database and one store.
// The server that started it may be gone before there is anything to stop.
let stop = (): void => process.exit(0);
for (const signal of ['SIGTERM', 'SIGINT', 'disconnect'] as const) process.on(signal, () => stop());
if (process.send && !process.connected) process.exit(0);

const logger = pino({ level: process.env.LOG_LEVEL ?? 'info', base: { pid: process.pid }, serializers: { err: logError } });
const { DATABASE_URL: url, GANGWAY_STORE: place } = process.env;
if (!url || !place) {
  logger.fatal('A worker needs DATABASE_URL and GANGWAY_STORE.');
  process.exit(2);
}
const connection = connect(url, logger);
// Workers clear away what was left by others on the same database: each database has a folder of its own.
const scratch = join(
  process.env.GANGWAY_SCRATCH ?? join(tmpdir(), 'gangway-scratch'),
  `of-${createHash('sha256').update(url).digest('hex').slice(0, 16)}`,
);
const boss = await openQueue(url, logger).catch((error: unknown) => {
  logger.fatal({ err: error }, 'the queue cannot be opened');
  process.exit(1);
});
const working = await workFromQueue({ db: connection.db, store: await openStore(place), logger, scratch, run: runInThread }, boss).catch(
  (error: unknown) => {
    logger.fatal({ err: error }, 'the queue cannot be worked from');
    process.exit(1);
  },
);
logger.info('worker ready');
// A parent that is gone meanwhile is told nothing; the worker ends by itself then.
process.send?.('ready', undefined, undefined, () => undefined);

let stopping = false;
stop = () => {
  if (stopping) process.exit(1);
  stopping = true;
  setTimeout(() => process.exit(1), 4000).unref();
  void working
    .stop()
    .then(() => connection.pool.end())
    .finally(() => process.exit(0));
};
