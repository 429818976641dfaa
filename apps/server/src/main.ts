import type { AddressInfo } from 'node:net';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { createApp } from './app';
import { connect, migrated } from './db/connect';
import { seed, type Seeding } from './seed';

// Reads DATABASE_URL, PORT (0 for any) and GANGWAY_SEED. Says on the parent's
// channel, when it has one, where it listens and what it did with the demo job.
const logger = pino({ level: process.env.LOG_LEVEL ?? 'info', base: { pid: process.pid } });

const url = process.env.DATABASE_URL;
if (url === undefined || url === '') {
  logger.fatal('DATABASE_URL is not set; it must name a PostgreSQL database.');
  process.exit(2);
}

const SEEDINGS: readonly string[] = ['if-empty', 'never', 'reset'] satisfies Seeding[];
const seeding = process.env.GANGWAY_SEED ?? 'if-empty';
if (!isSeeding(seeding)) {
  logger.fatal(`GANGWAY_SEED is ${seeding}; it must be one of ${SEEDINGS.join(', ')}.`);
  process.exit(2);
}
function isSeeding(value: string): value is Seeding {
  return SEEDINGS.includes(value);
}

const beside = (path: string) => fileURLToPath(new URL(path, import.meta.url));
const connection = connect(url, logger);
await migrated(connection, beside('../drizzle'));
const demo = await seed(connection.db, seeding);

const app = createApp({ db: connection.db, logger, webDir: beside('../../web/dist') });
const server = app.listen(Number(process.env.PORT ?? 0), '127.0.0.1', (error?: Error) => {
  if (error) {
    logger.fatal({ err: error }, 'cannot listen');
    process.exit(1);
  }
  const { port } = server.address() as AddressInfo;
  logger.info({ port, demo }, 'listening');
  process.send?.({ listening: `http://127.0.0.1:${port}`, demo });
});

let stopping = false;
/** Finishes what is under way, then lets go of the database; a second signal does not wait. */
function stop(signal: string): void {
  if (stopping) process.exit(1);
  stopping = true;
  logger.info({ signal }, 'stopping');
  const late = setTimeout(() => process.exit(1), 5000);
  late.unref();
  server.close(() => {
    void connection.pool.end().finally(() => process.exit(0));
  });
  server.closeIdleConnections();
}
process.on('SIGTERM', () => stop('SIGTERM'));
process.on('SIGINT', () => stop('SIGINT'));
process.on('disconnect', () => stop('disconnect'));
