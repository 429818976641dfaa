// One command from nothing to a running Gangway: packages, database, tables,
// demo job, built pages, server. Ctrl+C stops all of it.
import { fork, spawn } from 'node:child_process';
import { chmodSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { buildStale } from './lib/build.mjs';
import { checkNode, installPackages } from './lib/packages.mjs';
import { markRunning, refuseIfRunning, unmarkRunning } from './lib/instance.mjs';
import { dataFolder, isRoot, root } from './lib/paths.mjs';
import { startCluster, upgradeCluster } from './lib/postgres.mjs';
import { main, say, Trouble } from './lib/say.mjs';

const HELP = `npm start [-- options]

  --empty        do not put the demo job into an empty database
  --reset-demo   put the demo job back as it ships (the present one can be brought back from the jobs page)
  --upgrade-database   bring the data over to the newest PostgreSQL on this machine; the old database is kept
  --port N       the port to serve on (default 4310, or any free one when that is taken)
  --help         this text

  GANGWAY_DATA   the data folder (default: gangway in your data directory)
  DATABASE_URL   use this PostgreSQL database instead of one of our own
  GANGWAY_STORE  where frames and assembled pictures are kept: a folder (default: store in the
                 data folder), or s3://bucket?region=…&endpoint=… with AWS_ACCESS_KEY_ID and
                 AWS_SECRET_ACCESS_KEY
  GANGWAY_WORKERS, GANGWAY_QUOTA_GB   workers beside this server (default 1), and how much may be kept
  GANGWAY_KEEP_FREE_GB   with less than this free on the disk nothing more is written (default 0.3)`;

const DEFAULT_PORT = 4310;
/** Whether it is time for a backup is asked so often; the first time ten minutes after the start, ms. */
const HOUR_MS = 3_600_000;
const FIRST_BACKUP_MS = 600_000;

await main(async () => {
  const options = readOptions();
  if (options.help) {
    say(HELP);
    return;
  }
  const begun = performance.now();
  checkNode();
  installPackages();
  await buildStale();
  const folder = dataFolder();
  mkdirSync(folder, { recursive: true });
  // What is in it is for its owner alone; the user that the database runs as may only pass through.
  chmodSync(folder, isRoot ? 0o711 : 0o700);
  process.umask(0o077);
  mkdirSync(join(folder, 'logs'), { recursive: true });
  refuseIfRunning(folder);
  markRunning(folder);

  if (options.upgradeDatabase) await upgradeCluster(folder);
  const cluster = process.env.DATABASE_URL ? null : await startCluster(folder);
  let server = null;
  let stopping = false;
  const stop = async (code) => {
    if (stopping) return;
    stopping = true;
    if (server && server.exitCode === null && server.signalCode === null) {
      const gone = new Promise((resolve) => server.once('exit', resolve));
      server.kill('SIGTERM');
      await gone;
    }
    await cluster?.stop();
    unmarkRunning(folder);
    process.exit(code);
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) {
    process.on(signal, () => {
      say('\nStopping …');
      void stop(0);
    });
  }

  const unasked = options.empty ? 'never' : 'if-empty';
  const seeding = options.resetDemo ? 'reset' : unasked;
  // Not before the packages are installed.
  const { createStream } = await import('rotating-file-stream');
  const log = createStream('server.log', { path: join(folder, 'logs'), size: '5M', maxFiles: 4, mode: 0o600 });
  // A full disk loses lines of the log, not the server.
  log.on('error', (error) => process.stderr.write(`The log cannot be written: ${error.message}\n`));
  const launch = (port) =>
    new Promise((resolve, reject) => {
      server = fork(join(root, 'apps/server/dist/server.mjs'), {
        env: {
          ...process.env,
          DATABASE_URL: cluster?.url ?? process.env.DATABASE_URL,
          PORT: String(port),
          GANGWAY_DATA: folder,
          GANGWAY_BACKUPS: cluster ? folder : '',
          GANGWAY_SEED: seeding,
          GANGWAY_STORE: process.env.GANGWAY_STORE ?? join(folder, 'store'),
          GANGWAY_SCRATCH: process.env.GANGWAY_SCRATCH ?? join(folder, 'scratch'),
          NODE_ENV: 'production',
        },
        stdio: ['ignore', 'pipe', 'pipe', 'ipc'],
        // A Ctrl+C in the terminal reaches this script, which stops the parts in order.
        detached: true,
      });
      let printed = '';
      for (const stream of [server.stdout, server.stderr]) {
        stream.on('data', (chunk) => {
          printed = (printed + chunk).slice(-4000);
          log.write(chunk);
        });
      }
      server.once('message', (message) => {
        server.off('exit', failed);
        if (message.refused) {
          reject(new Trouble(message.refused));
          return;
        }
        server.on('exit', () => {
          if (stopping) return;
          process.stderr.write(`\nThe server ended by itself; its log is ${join(folder, 'logs', 'server.log')}.\n`);
          void stop(1);
        });
        resolve(message);
      });
      const failed = () =>
        reject(new Trouble(printed.includes('EADDRINUSE') ? `Port ${port} is taken.` : `The server did not start:\n${printed}`));
      server.once('exit', failed);
    });

  try {
    const { listening, demo, space } = await launchOn(options.port, launch);
    const seconds = ((performance.now() - begun) / 1000).toFixed(1);
    markRunning(folder, listening);
    if (cluster) {
      setTimeout(() => backUpNightly(folder, log), FIRST_BACKUP_MS).unref();
      setInterval(() => backUpNightly(folder, log), HOUR_MS).unref();
    }
    say(`\n  Gangway is ready at ${listening}   (${seconds} s)\n`);
    if (demo === 'seeded') say('  The demo job, Larkmoor Ropeworks, is there to try things on.');
    if (space.level !== 'plenty')
      say(
        `  Only ${(space.freeBytes / 1e9).toFixed(1)} GB are free on the disk with its data.${space.level === 'full' ? ' Nothing can be saved until there is more.' : ''}`,
      );
    say(`  Your work is kept in ${cluster ? folder : 'the database of DATABASE_URL'}. Ctrl+C stops.\n`);
  } catch (error) {
    process.stderr.write(`\n${error instanceof Trouble ? error.message : error.stack}\n`);
    await stop(1);
  }
});

/** Backs up when the last backup is a day old, in a process of its own. */
function backUpNightly(folder, log) {
  const child = spawn(process.execPath, [join(root, 'scripts', 'backup.mjs'), 'nightly'], {
    env: { ...process.env, GANGWAY_DATA: folder },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => log.write(chunk));
}

/** On the port asked for; without one on the usual port, or any free one when that is taken. */
async function launchOn(port, launch) {
  if (port !== null) return launch(port);
  try {
    return await launch(DEFAULT_PORT);
  } catch (error) {
    if (!(error instanceof Trouble) || !error.message.includes('is taken')) throw error;
    return launch(0);
  }
}

function readOptions() {
  let values;
  try {
    ({ values } = parseArgs({
      options: {
        empty: { type: 'boolean' },
        'reset-demo': { type: 'boolean' },
        'upgrade-database': { type: 'boolean' },
        port: { type: 'string' },
        help: { type: 'boolean' },
      },
    }));
  } catch (error) {
    throw new Trouble(`${error.message}\n\n${HELP}`);
  }
  if (values.empty && values['reset-demo']) throw new Trouble('--empty and --reset-demo contradict each other; give one.');
  const port = values.port === undefined ? null : Number(values.port);
  if (port !== null && !(Number.isInteger(port) && port >= 1 && port <= 65535)) {
    throw new Trouble(`--port is ${values.port}; it must be a whole number from 1 to 65535.`);
  }
  return {
    empty: values.empty === true,
    resetDemo: values['reset-demo'] === true,
    upgradeDatabase: values['upgrade-database'] === true,
    port,
    help: values.help === true,
  };
}
