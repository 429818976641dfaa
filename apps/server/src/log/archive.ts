import { logText } from '@gangway/messages/server/log';
import { say } from '@gangway/messages/say';
import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { mkdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Router } from 'express';
import { and, asc, eq, inArray, or } from 'drizzle-orm';
import {
  ARCHIVED_RECORDS,
  ARCHIVE_VERSION,
  archivedJobSchema,
  upgradedJob,
  manifestSchema,
  type ArchivedJob,
  type Manifest,
} from '@gangway/contract/archive';
import { firstIssue } from '@gangway/contract/apiError';
import { copyName } from '@gangway/contract/freeName';
import { picturesOfPlate, withPictures } from '@gangway/core/plate/pictures';
import sharp from 'sharp';
import yauzl from 'yauzl';
import yazl from 'yazl';
import type { Db, DbOrTx } from '../db/connect';
import { setupColumns, shotColumns } from '../db/records';
import { assemblies, attachments, frames, frameSets, jobs, setups, shots } from '../db/schema';
import { wholeJob } from '../jobs';
import { acceptedFrame } from '../proof/acceptFrame';
import { storeOwned } from '../proof/store/ownedFiles';
import { resultKey, sidecarKey } from '../proof/work';
import { cleaned, idParam, HttpError } from '../httpError';
import { attachmentAnswer } from './answers';
import { addKit, kitOf } from './archivedKit';
import { logOf, type LogParts } from './routes';
import { pictureIn } from './picture';

/** The most that an archive may hold when it is opened, and one of its lists. */
const ARCHIVE_BYTES_MOST = 60e9;
const LIST_BYTES_MOST = 200e6;

/** A file of the store on its way into an archive. */
interface Kept {
  readonly path: string;
  readonly key: string;
}

/** All that belongs to a job, and the files of the store that go with it. */
async function gathered(db: Db, jobId: string): Promise<{ readonly job: ArchivedJob; readonly files: readonly Kept[] }> {
  const { name, dismissedCautions, place, day, setups: inside } = await wholeJob(db, jobId);
  const { shots: logged } = await logOf(db, jobId);
  const files: Kept[] = [];
  const keep = (path: string, key: string): string => {
    files.push({ path, key });
    return path;
  };
  const ids = inside.map(({ id }) => id);
  const present = new Set(ids);
  // A setup may be planned on a photograph that came in with another one, of which it is a copy.
  const planned = new Map(
    inside.flatMap(({ id, settings: { plate } }) => picturesOfPlate(plate).map((pictureId) => [pictureId, id] as const)),
  );
  const pictures = (
    await db
      .select()
      .from(attachments)
      .where(or(eq(attachments.jobId, jobId), inArray(attachments.id, [...planned.keys()])))
      .orderBy(asc(attachments.createdAt))
  ).flatMap((row) => {
    if (present.has(row.setupId)) return [row];
    const setupId = planned.get(row.id);
    return setupId === undefined ? [] : [{ ...row, setupId, shotId: null }];
  });
  const sets =
    ids.length === 0 ? [] : await db.select().from(frameSets).where(inArray(frameSets.setupId, ids)).orderBy(asc(frameSets.createdAt));
  const setIds = sets.map(({ id }) => id);
  const frameRows =
    setIds.length === 0 ? [] : await db.select().from(frames).where(inArray(frames.setId, setIds)).orderBy(asc(frames.createdAt));
  const made =
    setIds.length === 0
      ? []
      : await db
          .select()
          .from(assemblies)
          .where(and(inArray(assemblies.setId, setIds), eq(assemblies.state, 'done')))
          .orderBy(asc(assemblies.createdAt));
  const ending = (key: string): string => key.slice(key.lastIndexOf('.'));
  return {
    files,
    job: {
      name,
      dismissedCautions,
      place,
      day,
      setups: inside.map(({ id, name: called, settings }) => ({ id, name: called, settings })),
      ...(await kitOf(db, ids)),
      // A shot of a setup that was deleted stays with it, outside the archive.
      shots: logged.filter(({ setupId }) => present.has(setupId)),
      attachments: pictures.map((row) => ({
        ...attachmentAnswer(row),
        path: keep(`attachments/${row.id}${ending(row.storeKey)}`, row.storeKey),
      })),
      sets: sets.map(({ id, setupId, name: called, origin, plan, order, createdAt }) => ({
        id,
        setupId,
        name: called,
        origin,
        plan,
        order,
        createdAt: createdAt.toISOString(),
        frames: frameRows
          .filter(({ setId }) => setId === id)
          .map((row) => ({
            id: row.id,
            name: row.name,
            role: row.role,
            bytes: row.bytes,
            sha256: row.sha256,
            seen: row.seen,
            createdAt: row.createdAt.toISOString(),
            path: keep(`frames/${row.id}${ending(row.storeKey)}`, row.storeKey),
          })),
        assemblies: made.flatMap((row) => {
          if (row.setId !== id || row.storeKey === null || row.report === null) return [];
          return [
            {
              id: row.id,
              options: { ...row.options },
              report: { ...row.report },
              bytes: row.bytes ?? 0,
              createdAt: row.createdAt.toISOString(),
              path: keep(`pictures/${row.id}${ending(row.storeKey)}`, row.storeKey),
              sidecar: keep(`pictures/${row.id}.json`, sidecarKey(row.storeKey)),
            },
          ];
        }),
      })),
    },
  };
}

/** The archive of a job as a stream of bytes. The manifest with all checksums is its last file. */
async function archived(
  db: Db,
  { store, scratch }: LogParts,
  jobId: string,
): Promise<{ readonly name: string; readonly stream: NodeJS.ReadableStream; readonly written: Promise<void> }> {
  const { job, files } = await gathered(db, jobId);
  const zip = new yazl.ZipFile();
  const listed: Manifest['files'] = [];
  const text = (path: string, value: unknown): void => {
    const bytes = Buffer.from(`${JSON.stringify(value, null, 1)}\n`);
    listed.push({ path, bytes: bytes.length, sha256: createHash('sha256').update(bytes).digest('hex') });
    zip.addBuffer(bytes, path);
  };
  const put = async (): Promise<void> => {
    text('job.json', job);
    for (const { path, key } of files) {
      // Fetched one after another: on disk there is never more than one at a time.
      const folder = join(scratch, `archive-${randomUUID()}`);
      await mkdir(folder, { recursive: true });
      try {
        const local = await store.local(key, folder);
        const hash = createHash('sha256');
        for await (const chunk of createReadStream(local)) hash.update(chunk as Buffer);
        listed.push({ path, bytes: (await stat(local)).size, sha256: hash.digest('hex') });
        // Pictures do not shrink any more.
        await new Promise<void>((done, failed) => {
          const bytes = createReadStream(local);
          bytes.once('error', failed);
          bytes.once('close', done);
          zip.addReadStream(bytes, path, { compress: false });
        });
      } finally {
        await rm(folder, { recursive: true, force: true });
      }
    }
    const manifest: Manifest = {
      format: 'gangway-job',
      version: ARCHIVE_VERSION,
      records: ARCHIVED_RECORDS,
      made: new Date().toISOString(),
      job: job.name,
      files: listed,
    };
    zip.addBuffer(Buffer.from(`${JSON.stringify(manifest, null, 1)}\n`), 'manifest.json');
    zip.end();
  };
  return { name: job.name, stream: zip.outputStream, written: put() };
}

const damaged = (why: string): HttpError =>
  new HttpError(422, 'damaged', say(logText.thisArchiveIsDamagedNothing, { why }), { path: ['file'] });

interface Opened {
  readonly zip: yauzl.ZipFile;
  readonly entries: ReadonlyMap<string, yauzl.Entry>;
}

/** The table of contents of an archive, with everything refused that has no place in one. */
function opened(path: string): Promise<Opened> {
  return new Promise((done, failed) => {
    yauzl.open(path, { lazyEntries: true, autoClose: false, strictFileNames: true }, (error, zip) => {
      if (error) {
        failed(
          new HttpError(422, 'not_an_archive', logText.thisIsNotAnArchive, {
            path: ['file'],
          }),
        );
        return;
      }
      const entries = new Map<string, yauzl.Entry>();
      let bytes = 0;
      const refuse = (refusal: HttpError): void => {
        zip.close();
        failed(refusal);
      };
      zip.on('entry', (entry: yauzl.Entry) => {
        bytes += entry.uncompressedSize;
        if (!/^(?:job\.json|manifest\.json|(?:attachments|frames|pictures)\/[0-9a-f-]{36}\.[a-z0-9]{1,5})$/u.test(entry.fileName))
          refuse(
            new HttpError(422, 'strange_file', say(logText.thisArchiveHoldsWhichDoes, { fileName: entry.fileName.slice(0, 80) }), {
              path: ['file'],
            }),
          );
        else if (entries.has(entry.fileName)) refuse(damaged(say(logText.isInItTwice, { fileName: entry.fileName })));
        else if (bytes > ARCHIVE_BYTES_MOST) refuse(new HttpError(413, 'too_large', logText.thisArchiveHoldsMoreThan, { path: ['file'] }));
        else {
          entries.set(entry.fileName, entry);
          zip.readEntry();
        }
      });
      zip.on('end', () => done({ zip, entries }));
      // The reader itself refuses names that climb out of their folder.
      zip.on('error', (wrong: Error) =>
        refuse(
          /relative path|absolute path|characters in fileName|invalid characters/iu.test(wrong.message)
            ? new HttpError(422, 'strange_file', logText.thisArchiveHoldsAFile, {
                path: ['file'],
              })
            : damaged(logText.itsTableOfContentsCannot),
        ),
      );
      zip.readEntry();
    });
  });
}

function streamOf({ zip }: Opened, entry: yauzl.Entry): Promise<Readable> {
  return new Promise((done, failed) => {
    zip.openReadStream(entry, (error, stream) =>
      error ? failed(damaged(say(logText.cannotBeRead, { fileName: entry.fileName }))) : done(stream),
    );
  });
}

/** A list of the archive, read as a whole, with its checksum. */
async function list(archive: Opened, name: string): Promise<{ readonly value: unknown; readonly sha256: string }> {
  const entry = archive.entries.get(name);
  if (!entry) throw damaged(say(logText.isMissing, { name }));
  if (entry.uncompressedSize > LIST_BYTES_MOST) throw damaged(say(logText.isLargerThanAnyList, { name }));
  const chunks: Buffer[] = [];
  try {
    for await (const chunk of await streamOf(archive, entry)) chunks.push(chunk as Buffer);
  } catch {
    throw damaged(say(logText.cannotBeRead2, { name }));
  }
  const bytes = Buffer.concat(chunks);
  try {
    return { value: JSON.parse(bytes.toString('utf8')), sha256: createHash('sha256').update(bytes).digest('hex') };
  } catch {
    throw damaged(say(logText.isNotJson, { name }));
  }
}

type Archived = ReturnType<typeof archivedJobSchema.parse>;
type ArchivedSet = Archived['sets'][number];
type ArchivedFrame = ArchivedSet['frames'][number];
/** What a frame says of itself, as it was looked at while it came in. */
type Seen = Pick<typeof frames.$inferInsert, 'seen' | 'sha256'>;
/** A job whose files were looked at. */
type LookedAt = Omit<Archived, 'sets'> & {
  readonly sets: readonly (Omit<ArchivedSet, 'frames'> & { readonly frames: readonly (Omit<ArchivedFrame, 'seen'> & Seen)[] })[];
};
type Sums = ReadonlyMap<string, { readonly bytes: number; readonly sha256: string }>;

/** The job that an archive holds, and the checksums of its files; an archive that is not whole is refused. */
async function archivedIn(archive: Opened): Promise<{ readonly job: Archived; readonly sums: Sums }> {
  const { value: said } = await list(archive, 'manifest.json');
  if (typeof said !== 'object' || said === null || !('format' in said) || said.format !== 'gangway-job')
    throw new HttpError(422, 'not_an_archive', logText.thisIsNotAnArchiveOf, { path: ['file'] });
  if (!('version' in said) || typeof said.version !== 'number') throw damaged(logText.itsManifestSaysNoVersion);
  if (said.version > ARCHIVE_VERSION)
    throw new HttpError(
      422,
      'newer_version',
      say(logText.thisArchiveIsOfVersion, { version: said.version, archiveVersion: ARCHIVE_VERSION }),
      { path: ['file'] },
    );
  const manifest = manifestSchema.safeParse(said);
  if (!manifest.success) throw damaged(say(logText.itsManifestIsNotRight, { message: firstIssue(manifest.error).message }));
  const sums: Sums = new Map(manifest.data.files.map((each) => [each.path, each]));
  for (const name of archive.entries.keys())
    if (name !== 'manifest.json' && !sums.has(name)) throw damaged(say(logText.isNotInItsManifest, { name }));
  for (const name of sums.keys()) if (!archive.entries.has(name)) throw damaged(say(logText.isMissing, { name }));
  const { value, sha256 } = await list(archive, 'job.json');
  if (sha256 !== sums.get('job.json')?.sha256) throw damaged(logText.jobJsonIsNotWhat);
  const result = archivedJobSchema.safeParse(cleaned(upgradedJob(value, manifest.data.records)));
  if (!result.success) throw damaged(say(logText.itsJobIsNotRight, { message: firstIssue(result.error).message }));
  const job = result.data;
  const own = new Set(job.setups.map(({ id }) => id));
  const strange = [...job.shots, ...job.attachments, ...job.sets].find(({ setupId }) => !own.has(setupId));
  if (strange) throw damaged(logText.somethingInItBelongsTo);
  return { job, sums };
}

const ending = (name: string): string => name.slice(name.lastIndexOf('.') + 1);

/** Gives every id of an archive a new one, always the same for the same. */
function newIds(): (id: string) => string {
  const anew = new Map<string, string>();
  return (id) => {
    const known = anew.get(id) ?? randomUUID();
    anew.set(id, known);
    return known;
  };
}

type Renamed = ReturnType<typeof newIds>;

/** Where a finished picture of an archive is stored. */
const pictureKey = ({ id, options }: ArchivedSet['assemblies'][number], renamed: Renamed): string =>
  resultKey(renamed(id), 'imported', options.output);

/** Every file of an archived job with the key that it is stored under. */
function filesOf(job: Archived, renamed: Renamed): readonly (readonly [from: string, key: string])[] {
  return [
    ...job.attachments.map((each) => [each.path, `attachments/${renamed(each.id)}/file.${ending(each.path)}`] as const),
    ...job.sets.flatMap((set) => [
      ...set.frames.map((each) => [each.path, `frames/${renamed(each.id)}/file.${ending(each.path)}`] as const),
      ...set.assemblies.flatMap((each) => {
        const key = pictureKey(each, renamed);
        return [
          [each.path, key],
          [each.sidecar, sidecarKey(key)],
        ] as const;
      }),
    ]),
  ];
}

/** One file of an archive, unpacked to a path; one that is not what its checksum says is refused. */
async function unpackedTo(at: string, archive: Opened, sums: Sums, from: string): Promise<void> {
  const entry = archive.entries.get(from);
  const sum = sums.get(from);
  if (!entry || !sum) throw damaged(say(logText.isMissing2, { from }));
  const hash = createHash('sha256');
  const bytes = await streamOf(archive, entry);
  await pipeline(
    bytes,
    async function* (chunks: AsyncIterable<Buffer>) {
      for await (const chunk of chunks) {
        hash.update(chunk);
        yield chunk;
      }
    },
    createWriteStream(at),
  ).catch(() => {
    throw damaged(say(logText.cannotBeRead3, { from }));
  });
  if (hash.digest('hex') !== sum.sha256) throw damaged(say(logText.isNotWhatItsChecksum, { from }));
}

/** The rows of an archived job, under its new ids; answers the id of the job. */
async function insertJob(tx: DbOrTx, job: LookedAt, renamed: Renamed): Promise<string> {
  const names = (await tx.select({ name: jobs.name }).from(jobs)).map(({ name }) => name);
  const [row] = await tx
    .insert(jobs)
    .values({
      name: names.includes(job.name) ? copyName(job.name, names) : job.name,
      dismissedCautions: job.dismissedCautions,
      place: job.place,
      day: job.day,
      setupOrder: job.setups.map(({ id }) => renamed(id)),
    })
    .returning();
  if (!row) throw new Error('the job was not inserted');
  const now = Date.now();
  if (job.setups.length > 0)
    await tx.insert(setups).values(
      job.setups.map(({ id, name, settings }, i) => ({
        id: renamed(id),
        jobId: row.id,
        name,
        ...setupColumns(settings.plate ? { ...settings, plate: withPictures(settings.plate, renamed) } : settings),
        createdAt: new Date(now + i),
      })),
    );
  await addKit(tx, job);
  await insertLog(tx, row.id, job, renamed);
  for (const set of job.sets) await insertSet(tx, set, renamed);
  return row.id;
}

async function insertLog(tx: DbOrTx, jobId: string, job: LookedAt, renamed: Renamed): Promise<void> {
  for (let from = 0; from < job.shots.length; from += 500) {
    await tx.insert(shots).values(
      job.shots.slice(from, from + 500).map(({ id, setupId, at, ...values }) => ({
        id: renamed(id),
        jobId,
        setupId: renamed(setupId),
        at: new Date(at),
        ...shotColumns(values),
      })),
    );
  }
  const taken = new Set(job.shots.map(({ id }) => id));
  for (const each of job.attachments) {
    const id = renamed(each.id);
    await tx.insert(attachments).values({
      id,
      jobId,
      setupId: renamed(each.setupId),
      shotId: each.shotId !== null && taken.has(each.shotId) ? renamed(each.shotId) : null,
      name: each.name,
      mime: each.mime,
      bytes: each.bytes,
      sha256: each.sha256,
      width: each.width,
      height: each.height,
      storeKey: `attachments/${id}/file.${ending(each.path)}`,
      createdAt: new Date(each.at),
    });
  }
}

async function insertSet(tx: DbOrTx, set: LookedAt['sets'][number], renamed: Renamed): Promise<void> {
  const setId = renamed(set.id);
  const inside = new Set(set.frames.map(({ id }) => id));
  await tx.insert(frameSets).values({
    id: setId,
    setupId: renamed(set.setupId),
    name: set.name,
    origin: set.origin,
    plan: set.plan,
    order: set.order.map((id) => (id !== null && inside.has(id) ? renamed(id) : null)),
    createdAt: new Date(set.createdAt),
  });
  for (const each of set.frames) {
    const id = renamed(each.id);
    await tx.insert(frames).values({
      id,
      setId,
      name: each.name,
      role: each.role,
      storeKey: `frames/${id}/file.${ending(each.path)}`,
      bytes: each.bytes,
      sha256: each.sha256,
      seen: each.seen,
      createdAt: new Date(each.createdAt),
    });
  }
  for (const each of set.assemblies) {
    const id = renamed(each.id);
    const { options } = each;
    await tx.insert(assemblies).values({
      id,
      setId,
      state: 'done',
      share: 1,
      step: 'done',
      options,
      report: each.report,
      storeKey: pictureKey(each, renamed),
      bytes: each.bytes,
      createdAt: new Date(each.createdAt),
    });
  }
}

/** What a frame of an archive says of itself, looked at like one that comes in by itself. */
async function frameIn(path: string, name: string): Promise<Seen> {
  const { sha256, ...seen } = await acceptedFrame(path, name);
  return { seen, sha256 };
}

/** Refuses a finished picture that is not of the kind and size that its report says: its tiles are cut by it. */
async function refuseOtherPicture(
  path: string,
  from: string,
  { options, report }: Archived['sets'][number]['assemblies'][number],
): Promise<void> {
  const found = await sharp(path, { limitInputPixels: false })
    .metadata()
    .catch(() => null);
  if (found?.format !== options.output || found.width !== report.width || found.height !== report.height)
    throw damaged(say(logText.isNotThePictureOf, { from }));
}

/** Takes an archive in as a new job, all of it or nothing. Every id is made anew, so that it may stand beside the job that it came from. */
async function takenIn(db: Db, { store, scratch }: LogParts, path: string): Promise<string> {
  const archive = await opened(path);
  const folder = join(scratch, `opened-${randomUUID()}`);
  try {
    const { job, sums } = await archivedIn(archive);
    const free = await store.free();
    const needed = [...sums.values()].reduce((sum, { bytes }) => sum + bytes, 0);
    if (free !== null && free < needed * 2) throw new HttpError(507, 'no_room', logText.thereIsNoRoomFor, { path: ['file'] });
    await mkdir(folder, { recursive: true });
    const renamed = newIds();
    const seen = new Map<string, NonNullable<Awaited<ReturnType<typeof pictureIn>>>>();
    const seenFrames = new Map<string, Seen>();
    const frameAt = new Map(job.sets.flatMap(({ frames: inside }) => inside.map((each) => [each.path, each] as const)));
    const pictureAt = new Map(job.sets.flatMap(({ assemblies: made }) => made.map((each) => [each.path, each] as const)));
    // One after another: on disk there is never more than one at a time.
    const unpacked = async (from: string): Promise<string> => {
      const at = join(folder, 'file');
      await unpackedTo(at, archive, sums, from);
      // Everything goes through the same door as an upload: what a file is, its contents say, and not the archive.
      const frame = frameAt.get(from);
      const picture = pictureAt.get(from);
      if (frame) seenFrames.set(from, await frameIn(at, frame.name));
      if (picture) await refuseOtherPicture(at, from, picture);
      if (from.startsWith('attachments/')) {
        const attached = await pictureIn(at);
        if (!attached || attached.extension !== ending(from)) throw damaged(say(logText.isNotAPicture, { from }));
        seen.set(from, attached);
      }
      return at;
    };
    const lookedAt = (from: string): Seen => {
      const found = seenFrames.get(from);
      if (!found) throw damaged(say(logText.isMissing2, { from }));
      return found;
    };
    const files = filesOf(job, renamed).map(([from, key]) => ({ key, path: () => unpacked(from) }));
    return await storeOwned(db, store, files, (tx) => {
      const attached = job.attachments.map((each) => ({ ...each, ...seen.get(each.path) }));
      const sets = job.sets.map((set) => ({ ...set, frames: set.frames.map((each) => ({ ...each, ...lookedAt(each.path) })) }));
      return insertJob(tx, { ...job, attachments: attached, sets }, renamed);
    });
  } finally {
    archive.zip.close();
    await rm(folder, { recursive: true, force: true });
  }
}

/** An archive comes in as it is: before the rule that takes JSON alone. */
export function archiveUpload(db: Db, parts: LogParts): Router {
  const router = Router();
  router.post('/jobs/import', async (req, res) => {
    if (!req.is('application/octet-stream')) throw new HttpError(415, 'not_a_file', logText.anArchiveIsSentUnchanged);
    const announced = Number(req.headers['content-length']);
    if (!Number.isFinite(announced) || announced <= 0) throw new HttpError(411, 'no_length', logText.sayHowLongTheFile);
    const free = await parts.store.free();
    if (free !== null && free < announced * 2) throw new HttpError(507, 'no_room', logText.thereIsNoRoomForThis, { path: ['file'] });
    await mkdir(parts.scratch, { recursive: true });
    const path = join(parts.scratch, `archive-${randomUUID()}`);
    try {
      await pipeline(req, createWriteStream(path));
      if ((await stat(path)).size !== announced)
        throw new HttpError(400, 'aborted', logText.theArchiveWasInterruptedBefore, { path: ['file'] });
      res.status(201).json(await wholeJob(db, await takenIn(db, parts, path)));
    } finally {
      await rm(path, { force: true });
    }
  });
  return router;
}

export function archiveRoutes(db: Db, parts: LogParts): Router {
  const router = Router();
  router.get('/jobs/:id/archive', async (req, res) => {
    const jobId = idParam(req.params.id, 'job');
    const { name, stream, written } = await archived(db, parts, jobId);
    res.set({
      'Content-Type': 'application/zip',
      'Content-Disposition': `attachment; filename="job.gangway.zip"; filename*=UTF-8''${encodeURIComponent(`${name}.gangway.zip`)}`,
    });
    // What breaks on the way breaks the answer off: half an archive must not look like a whole one.
    written.catch((error: unknown) => res.destroy(error instanceof Error ? error : new Error(String(error))));
    await Promise.all([pipeline(stream, res).catch(() => undefined), written.catch(() => undefined)]);
  });
  return router;
}
