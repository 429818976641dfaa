import { spawnSync } from 'node:child_process';
import { createHash, randomUUID } from 'node:crypto';
import {
  chmodSync,
  copyFileSync,
  createReadStream,
  createWriteStream,
  existsSync,
  linkSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { isServerOf, refuseIfRunning } from './instance.mjs';
import { postgresBinaries, startCluster } from './postgres.mjs';
import { run, tail, Trouble } from './say.mjs';

// A backup is a folder, or a zip of one: `database.sql` (what PostgreSQL writes
// out), `store/…` (the files, unchanged) and `manifest.json` with the checksum
// of each, written last. docs/backup.md describes it.

const FORMAT = 'gangway-backup';
const VERSION = 1;
/** While this is held no file leaves the store (the same number stands in the server’s ownedFiles.ts). */
const STORE_LOCK = 7126833;
/** What is counted, so that a restored database can be compared. */
const COUNTED = [
  'jobs',
  'setups',
  'shots',
  'attachments',
  'kit_items',
  'kit_rigs',
  'card_templates',
  'frame_sets',
  'frames',
  'assemblies',
  'lens_tests',
  'lens_test_frames',
];
/** The files that rows own, by the table of the rows. */
const OWNED = {
  attachments: ['select store_key as key from attachments'],
  frames: ['select store_key as key from frames'],
  assemblies: [
    "select store_key as key from assemblies where state = 'done' and store_key is not null",
    "select regexp_replace(store_key, 'picture\\.\\w+$', 'picture.json') as key from assemblies where state = 'done' and store_key is not null",
  ],
  lens_test_frames: ['select store_key as key from lens_test_frames'],
};

/** Those of some tables that a database has: one from before a migration lacks what came with it. */
async function present(client, tables) {
  const { rows } = await client.query('select name from unnest($1::text[]) as name where to_regclass(name) is not null', [tables]);
  return rows.map(({ name }) => name);
}

/** The keys of all files that rows own. */
async function ownedKeys(client) {
  const tables = await present(client, Object.keys(OWNED));
  const { rows } = await client.query(tables.flatMap((table) => OWNED[table]).join(' union '));
  return rows.map(({ key }) => key).sort();
}

/** Runs a part with the database of a data folder: the one that is running, or one started for it. */
async function withDatabase(folder, part) {
  const cluster = join(folder, 'postgres');
  if (!existsSync(join(cluster, 'PG_VERSION'))) throw new Trouble(`There is no Gangway data in ${folder}.`);
  if (isServerOf(cluster)) {
    // PostgreSQL’s own mark says where it listens, in its fourth line.
    const port = readFileSync(join(cluster, 'postmaster.pid'), 'utf8').split('\n')[3];
    const password = readFileSync(join(folder, 'postgres-password'), 'utf8').trim();
    return part(connectionTo(port, password));
  }
  const started = await startCluster(folder);
  try {
    return await part(started.env);
  } finally {
    await started.stop();
  }
}

const connectionTo = (port, password) => ({
  PATH: process.env.PATH ?? '',
  PGHOST: '127.0.0.1',
  PGPORT: port,
  PGUSER: 'gangway',
  PGPASSWORD: password,
  PGDATABASE: 'gangway',
});

async function clientOf(env) {
  const { default: pg } = await import('pg');
  const client = new pg.Client({
    host: env.PGHOST,
    port: Number(env.PGPORT),
    user: env.PGUSER,
    password: env.PGPASSWORD,
    database: env.PGDATABASE,
  });
  await client.connect();
  return client;
}

async function countsOf(client) {
  const counts = {};
  for (const table of await present(client, COUNTED))
    counts[table] = Number((await client.query(`select count(*) as n from ${table}`)).rows[0].n);
  return counts;
}

async function sumOf(path) {
  const hash = createHash('sha256');
  for await (const chunk of createReadStream(path)) hash.update(chunk);
  return hash.digest('hex');
}

/** Somewhere to put a backup: a folder, files linked where that works, or a zip. It gets its name when it is whole. */
async function writer(to, zipped) {
  const beside = `${to}.${randomUUID()}.part`;
  if (!zipped) {
    mkdirSync(beside, { recursive: true, mode: 0o700 });
    return {
      put: async (path, from) => {
        mkdirSync(dirname(join(beside, path)), { recursive: true, mode: 0o700 });
        try {
          // Files of the store are never written to again: both names may mean the same one.
          linkSync(from, join(beside, path));
        } catch {
          copyFileSync(from, join(beside, path));
        }
      },
      end: async (manifest) => {
        writeFileSync(join(beside, 'manifest.json'), manifest, { mode: 0o600 });
        renameSync(beside, to);
      },
      drop: () => rmSync(beside, { recursive: true, force: true }),
    };
  }
  const { default: yazl } = await import('yazl');
  const zip = new yazl.ZipFile();
  const written = pipeline(zip.outputStream, createWriteStream(beside, { mode: 0o600 }));
  written.catch(() => undefined);
  return {
    put: (path, from) =>
      new Promise((done, failed) => {
        const bytes = createReadStream(from);
        bytes.once('error', failed).once('close', done);
        zip.addReadStream(bytes, path, { compress: path.endsWith('.sql') });
      }),
    end: async (manifest) => {
      zip.addBuffer(Buffer.from(manifest), 'manifest.json');
      zip.end();
      await written;
      renameSync(beside, to);
    },
    drop: () => {
      zip.outputStream.destroy();
      rmSync(beside, { force: true });
    },
  };
}

/**
 * Writes a backup of a data folder, whether Gangway runs on it or not. What is
 * in it is of one moment.
 *
 * @param folder the data folder
 * @param to where it is to stand: a zip, or with `zipped: false` a folder
 * @param store the folder of its files; `null` where they are in a bucket, which is then not in the backup
 * @returns the counts of what is in it
 */
export async function backUp(folder, to, { zipped = true, store = join(folder, 'store') } = {}) {
  if (existsSync(to)) throw new Trouble(`${to} is there already. Choose another name; a backup never replaces one.`);
  mkdirSync(dirname(to), { recursive: true });
  return withDatabase(folder, async (env) => {
    const work = mkdtempSync(join(dirname(to), '.gangway-backup-'));
    const out = await writer(to, zipped);
    const client = await clientOf(env);
    try {
      await client.query(`select pg_advisory_lock(${STORE_LOCK})`);
      await client.query('begin isolation level repeatable read read only');
      const snapshot = (await client.query('select pg_export_snapshot() as id')).rows[0].id;
      const keys = store === null ? [] : await ownedKeys(client);
      const counts = await countsOf(client);
      const sql = join(work, 'database.sql');
      const options = ['--no-owner', '--no-privileges', '--exclude-schema=pgboss', `--snapshot=${snapshot}`, `--file=${sql}`];
      run(join(postgresBinaries(), 'pg_dump'), options, { env });
      const files = [];
      const missing = [];
      for (const [path, from] of [['database.sql', sql], ...keys.map((key) => [`store/${key}`, join(store, key)])]) {
        if (!existsSync(from)) {
          missing.push(path);
          continue;
        }
        files.push({ path, bytes: statSync(from).size, sha256: await sumOf(from) });
        await out.put(path, from);
      }
      const manifest = {
        format: FORMAT,
        version: VERSION,
        made: new Date().toISOString(),
        counts,
        storeElsewhere: store === null,
        missing,
        files,
      };
      await out.end(`${JSON.stringify(manifest, null, 1)}\n`);
      return { counts, missing };
    } catch (error) {
      out.drop();
      throw error;
    } finally {
      await client.end();
      rmSync(work, { recursive: true, force: true });
    }
  });
}

/** Runs a part on the files of a backup: on its folder, or on a temporary one that a zip is unpacked to. */
async function opened(from, part, place = tmpdir()) {
  if (!existsSync(from)) throw new Trouble(`There is no ${from}.`);
  if (statSync(from).isDirectory()) return part(from);
  const folder = mkdtempSync(join(place, 'gangway-opened-'));
  try {
    await unpacked(from, folder);
    return await part(folder);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

async function unpacked(from, folder) {
  const { default: yauzl } = await import('yauzl');
  await new Promise((done, failed) => {
    yauzl.open(from, { lazyEntries: true, strictFileNames: true }, (error, zip) => {
      if (error) {
        failed(new Trouble(`${from} is not a backup of Gangway: ${error.message}.`));
        return;
      }
      zip.on('error', (wrong) => failed(new Trouble(`${from} is damaged: ${wrong.message}.`)));
      zip.on('end', done);
      zip.on('entry', (entry) => {
        if (!/^(?:manifest\.json|database\.sql|store\/[a-z0-9./-]+)$/u.test(entry.fileName)) {
          failed(new Trouble(`${from} has a file that no backup has: ${entry.fileName.slice(0, 80)}.`));
          return;
        }
        zip.openReadStream(entry, (wrong, bytes) => {
          if (wrong) {
            failed(new Trouble(`${entry.fileName} in ${from} cannot be read: ${wrong.message}.`));
            return;
          }
          const at = join(folder, entry.fileName);
          mkdirSync(dirname(at), { recursive: true });
          pipeline(bytes, createWriteStream(at)).then(
            () => zip.readEntry(),
            (broken) => failed(new Trouble(`${entry.fileName} in ${from} is damaged: ${broken.message}.`)),
          );
        });
      });
      zip.readEntry();
    });
  });
}

/** The manifest of an opened backup, after every file of it was compared with its checksum. */
async function checkedManifest(folder, from) {
  let manifest;
  try {
    manifest = JSON.parse(readFileSync(join(folder, 'manifest.json'), 'utf8'));
  } catch {
    throw new Trouble(`${from} has no manifest that can be read: it is not a backup of Gangway, or was not finished.`);
  }
  if (manifest.format !== FORMAT) throw new Trouble(`${from} is not a backup of Gangway.`);
  if (manifest.version > VERSION) throw new Trouble(`${from} was written by a newer Gangway; use that one, or update.`);
  for (const { path, bytes, sha256 } of manifest.files) {
    const at = join(folder, path);
    if (!existsSync(at)) throw new Trouble(`${from} is damaged: ${path} is missing.`);
    if (statSync(at).size !== bytes || (await sumOf(at)) !== sha256)
      throw new Trouble(`${from} is damaged: ${path} is not what its checksum says.`);
  }
  return manifest;
}

/** Reads the database of an opened backup into an empty one. */
function loaded(folder, env) {
  const done = spawnSync(
    join(postgresBinaries(), 'psql'),
    ['--quiet', '--set=ON_ERROR_STOP=1', '--single-transaction', `--file=${join(folder, 'database.sql')}`],
    {
      env,
      encoding: 'utf8',
      maxBuffer: 64 * 1024 * 1024,
    },
  );
  if (done.status !== 0) throw new Trouble(`The database of the backup cannot be read in:\n${tail(done.stderr)}`);
}

/** Compares a database that was read in with what the manifest counted; refuses one whose rows lack files. */
async function compared(env, manifest) {
  const client = await clientOf(env);
  try {
    const counts = await countsOf(client);
    for (const [table, n] of Object.entries(manifest.counts))
      if (counts[table] !== n) throw new Trouble(`The backup should have ${n} ${table.replaceAll('_', ' ')} and has ${counts[table]}.`);
    if (manifest.storeElsewhere) return;
    const there = new Set([...manifest.files.map(({ path }) => path), ...manifest.missing]);
    const lost = (await ownedKeys(client)).map((key) => `store/${key}`).filter((path) => !there.has(path));
    if (lost.length > 0) throw new Trouble(`The backup lacks ${lost.length} files that its rows name, ${lost[0]} for one.`);
  } finally {
    await client.end();
  }
}

/** Checks a backup to the end: every checksum, and the database read into an empty one and counted. */
export async function verifyBackup(from) {
  return opened(from, async (folder) => {
    const manifest = await checkedManifest(folder, from);
    const work = mkdtempSync(join(tmpdir(), 'gangway-verified-'));
    chmodSync(work, 0o755);
    const cluster = await startCluster(work, { durable: false });
    try {
      loaded(folder, cluster.env);
      await compared(cluster.env, manifest);
    } finally {
      await cluster.stop();
      rmSync(work, { recursive: true, force: true });
    }
    return manifest;
  });
}

/**
 * Puts a backup in the place of what is in a data folder. What was there is
 * kept beside it, and put back when anything fails.
 *
 * @returns the manifest, and the folder in which the earlier data is kept; `null` where there was none
 */
export async function restoreBackup(from, folder) {
  mkdirSync(folder, { recursive: true });
  refuseIfRunning(folder);
  return opened(
    from,
    async (unpackedTo) => {
      const manifest = await checkedManifest(unpackedTo, from);
      const parts = ['postgres', ...(manifest.storeElsewhere ? [] : ['store'])];
      const had = parts.filter((part) => existsSync(join(folder, part)));
      const kept = join(folder, `before-restore-${new Date().toISOString().replaceAll(/[:.]/gu, '-')}`);
      mkdirSync(kept, { recursive: true, mode: 0o711 });
      for (const part of had) renameSync(join(folder, part), join(kept, part));
      try {
        const cluster = await startCluster(folder);
        try {
          loaded(unpackedTo, cluster.env);
          await compared(cluster.env, manifest);
        } finally {
          await cluster.stop();
        }
        for (const { path } of manifest.files.filter((each) => each.path.startsWith('store/'))) {
          mkdirSync(dirname(join(folder, path)), { recursive: true, mode: 0o700 });
          copyFileSync(join(unpackedTo, path), join(folder, path));
        }
      } catch (error) {
        for (const part of parts) rmSync(join(folder, part), { recursive: true, force: true });
        for (const part of had) renameSync(join(kept, part), join(folder, part));
        rmSync(kept, { recursive: true, force: true });
        throw error;
      }
      if (had.length === 0) rmSync(kept, { recursive: true, force: true });
      return { manifest, kept: had.length === 0 ? null : kept };
      // On the disk of the data, which has the room for it.
    },
    folder,
  );
}

const DAY_MS = 86_400_000;
const backupsOf = (folder) => join(folder, 'backups');
/** When a nightly backup was made, by its name; `null` for what is none. */
const madeAt = (name) =>
  /^\d{4}-\d\d-\d\dT\d\d-\d\d-\d\dZ$/u.test(name) ? Date.parse(name.replace(/T(\d\d)-(\d\d)-(\d\d)Z$/u, 'T$1:$2:$3Z')) : null;

/** Of the names of nightly backups those that go: kept are all of a week, one a week of five weeks, and one a month of a year. */
export function outgrown(names, now) {
  const held = new Set();
  const kept = new Set();
  const dated = names.map((name) => ({ name, at: madeAt(name) })).filter(({ at }) => at !== null);
  for (const { name, at } of dated.sort((a, b) => b.at - a.at)) {
    const age = now - at;
    const slots = [
      age < 7 * DAY_MS && name,
      age < 35 * DAY_MS && `week ${Math.floor(at / (7 * DAY_MS))}`,
      age < 366 * DAY_MS && `month ${name.slice(0, 7)}`,
    ].filter(Boolean);
    if (slots.some((slot) => !held.has(slot))) kept.add(name);
    for (const slot of slots) held.add(slot);
  }
  return dated.map(({ name }) => name).filter((name) => !kept.has(name));
}

/** Makes a nightly backup when the last one is a day old, and thins the earlier ones by age. */
export async function nightly(folder, { now = Date.now(), store = join(folder, 'store') } = {}) {
  const place = backupsOf(folder);
  mkdirSync(place, { recursive: true, mode: 0o700 });
  for (const name of readdirSync(place))
    if (name.includes('.part') || name.startsWith('.gangway-backup-')) rmSync(join(place, name), { recursive: true, force: true });
  const newest = Math.max(...readdirSync(place).map((name) => madeAt(name) ?? 0), 0);
  if (now - newest < DAY_MS - 3_600_000) return null;
  const name = `${new Date(now).toISOString().slice(0, 19).replaceAll(':', '-')}Z`;
  await backUp(folder, join(place, name), { zipped: false, store });
  for (const each of outgrown(readdirSync(place), now)) rmSync(join(place, each), { recursive: true, force: true });
  return name;
}

/** The counts of a backup as one line. */
export const countsLine = ({ jobs, setups, shots, kit_items: items, frames, attachments }) =>
  `${jobs} jobs, ${setups} setups, ${shots} shots, ${items} kit items, ${frames} frames, ${attachments} photographs`;
