import { fork, type ChildProcess } from 'node:child_process';
import { rm } from 'node:fs/promises';
import type { AddressInfo } from 'node:net';
import { constants, setPriority, tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { CoreError } from '@gangway/core/errors';
import { pino } from 'pino';
import { createApp } from './app';
import { printInThread } from './card/printInThread';
import { connect, migrated } from './db/connect';
import { refuseNewerRecords } from './db/records';
import { forgetOldWrites } from './db/writes';
import { watchSpace } from './diskSpace';
import { openLane } from './lane/lane';
import { lastBackup } from './lastBackup';
import { logError } from './logError';
import { ownScratch } from './ownScratch';
import { openQueue } from './proof/queue';
import { isFolder, openStore } from './proof/store/openStore';
import { sweepLoose } from './proof/store/ownedFiles';
import { purgeOld } from './purge';
import { seed, type Seeding } from './seed';
import { seedLensTest } from './seedLensTest';
import { seedPlates } from './seedPlates';

// Reads DATABASE_URL, PORT (0 for any), GANGWAY_SEED, GANGWAY_STORE (a folder or
// a bucket), GANGWAY_SCRATCH, GANGWAY_QUOTA_GB and GANGWAY_WORKERS (how many work
// beside this server; 0 when they run elsewhere). Says on the parent's channel,
// when it has one, where it listens and what it did with the demo job.
const logger = pino({ level: process.env.LOG_LEVEL ?? 'info', base: { pid: process.pid }, serializers: { err: logError } });

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
let stopping = false;
const connection = connect(url, logger);
try {
  await migrated(connection, beside('../drizzle'));
  await refuseNewerRecords(connection.db);
} catch (error) {
  if (!(error instanceof CoreError)) throw error;
  logger.fatal(error.message);
  process.send?.({ refused: error.message });
  await connection.pool.end();
  process.exit(3);
}
const demo = await seed(connection.db, seeding);
await forgetOldWrites(connection.db);

const place = process.env.GANGWAY_STORE ?? join(tmpdir(), 'gangway-store');
const scratch = process.env.GANGWAY_SCRATCH ?? join(tmpdir(), 'gangway-scratch');
const [workers, quotaGb] = [number('GANGWAY_WORKERS', 1, 16), number('GANGWAY_QUOTA_GB', null, 1e6)];
const keepFreeBytes = number('GANGWAY_KEEP_FREE_GB', 0.3, 1e6) * 1e9;
const boss = await openQueue(url, logger);
const store = await openStore(place);
if (demo === 'seeded')
  await seedPlates(connection.db, store, beside('../demo')).catch((error: unknown) =>
    // Everything else works without them.
    logger.warn({ err: error }, 'The photographs of the demo job could not be stored.'),
  );
const own = await ownScratch(scratch);
if (demo === 'seeded')
  await seedLensTest(connection.db, store, own).catch((error: unknown) =>
    logger.warn({ err: error }, 'The lens test of the demo could not be stored.'),
  );
const proof = { store, boss, scratch: own, quotaBytes: quotaGb === null ? null : quotaGb * 1e9 };
await swept();
const { GANGWAY_DATA: data } = process.env;
const space = watchSpace({ folders: [own, ...(isFolder(place) ? [place] : []), ...(data ? [data] : [])], keepFreeBytes });
await space.look();
const ending = new AbortController();

/** A value from the environment; what is none is refused. */
function number<T>(name: string, otherwise: T, most: number): number | T {
  const said = process.env[name];
  if (said === undefined || said === '') return otherwise;
  const value = Number(said);
  if (Number.isFinite(value) && value >= 0 && value <= most) return value;
  logger.fatal(`${name} is ${said}; it must be a number from 0 to ${most}.`);
  process.exit(2);
}

const crew = new Set<ChildProcess>();
/** A worker beside this server; one that ends by itself is started again, a little later each time. */
function launchWorker(after = 0): void {
  setTimeout(() => {
    if (stopping) return;
    const worker = fork(beside('./worker.mjs'), {
      env: { ...process.env, GANGWAY_STORE: place, GANGWAY_SCRATCH: scratch },
      stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    });
    // Whoever waits for an answer comes first.
    if (worker.pid !== undefined) setPriority(worker.pid, constants.priority.PRIORITY_BELOW_NORMAL);
    crew.add(worker);
    worker.once('exit', (code) => {
      crew.delete(worker);
      if (!stopping) logger.warn({ code }, 'a worker ended by itself');
      launchWorker(Math.min(10_000, after * 2 + 500));
    });
  }, after).unref();
}

// Swept every hour: while a backup is written, nothing is removed.
const sweeping = setInterval(() => void swept(), 3_600_000);
sweeping.unref();
async function swept(): Promise<void> {
  try {
    const files = await sweepLoose(connection.db, store);
    const old = await purgeOld(connection.db, store);
    if (files + old > 0) logger.info({ files, old }, 'leftover files and old deletions were removed');
  } catch (error) {
    logger.warn({ err: error }, 'leftover files and old deletions could not be removed');
  }
}

const lane = openLane({ databaseUrl: url, store: place, scratch: own, quotaBytes: proof.quotaBytes, logLevel: logger.level }, (code) =>
  logger.warn({ code }, 'the process for long work ended by itself'),
);
const { GANGWAY_BACKUPS: backups } = process.env;
const app = createApp({
  ...(backups && { backup: () => lastBackup(backups) }),
  db: connection.db,
  logger,
  webDir: beside('../../web/dist'),
  proof,
  space,
  ending: ending.signal,
  print: printInThread(),
  lane,
});
const server = app.listen(Number(process.env.PORT ?? 0), '127.0.0.1', (error?: Error) => {
  if (error) {
    logger.fatal({ err: error }, 'cannot listen');
    process.exit(1);
  }
  const { port } = server.address() as AddressInfo;
  for (let i = 0; i < workers; i++) launchWorker();
  logger.info({ port, demo }, 'listening');
  process.send?.({ listening: `http://127.0.0.1:${port}`, demo, space: space.now() });
});
// Longer than clients keep a connection: one that they use again must not be closed from here at that moment.
server.keepAliveTimeout = 65_000;
server.headersTimeout = 66_000;

/** Finishes what is under way, then lets go of the database; a second signal does not wait. */
function stop(signal: string): void {
  if (stopping) process.exit(1);
  stopping = true;
  logger.info({ signal }, 'stopping');
  const late = setTimeout(() => process.exit(1), 5000);
  late.unref();
  for (const worker of crew) worker.kill('SIGTERM');
  lane.close();
  ending.abort();
  space.stop();
  // Whoever is not answered by then asks again.
  setTimeout(() => server.closeAllConnections(), 1000).unref();
  server.close(() => {
    void boss
      .stop({ graceful: false, close: true })
      .catch(() => undefined)
      .then(() => connection.pool.end())
      .then(() => rm(own, { recursive: true, force: true }))
      .finally(() => process.exit(0));
  });
  server.closeIdleConnections();
}
process.on('SIGTERM', () => stop('SIGTERM'));
process.on('SIGINT', () => stop('SIGINT'));
process.on('disconnect', () => stop('disconnect'));
