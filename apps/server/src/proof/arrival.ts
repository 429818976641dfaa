import { proofText } from '@gangway/messages/server/proof';
import { say } from '@gangway/messages/say';
import { createWriteStream } from 'node:fs';
import { mkdir, readFile, rm, stat, statfs } from 'node:fs/promises';
import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import type { Request } from 'express';
import { sql } from 'drizzle-orm';
import sharp from 'sharp';
import { z } from 'zod';
import type { Db } from '../db/connect';
import { assemblies, frames, lensTestFrames } from '../db/schema';
import { fileNameIn, parsed, HttpError } from '../httpError';
import { gigabytes } from '@gangway/vision/assembly/frames';
import type { Store } from './store/store';

// The door of the frames, for proofs and lens tests alike: files as they are,
// and samples of the simulated back, which become the file that such a camera writes.

/** What it takes to let a frame in. */
export interface Arrival {
  readonly db: Db;
  readonly store: Store;
  readonly scratch: string;
  /** How many bytes all files together may have; `null` for as many as there is room. */
  readonly quotaBytes: number | null;
}

/** A frame on disk for as long as it is looked at. */
type Then = (name: string, path: string) => Promise<void>;

const FRAME_BYTES_MOST = 1e9;
const NAME_MOST = 200;

/** A file on its way in, under the name in the address. */
export async function arrivedFile(arrival: Arrival, req: Request, then: Then): Promise<void> {
  const name = fileNameIn(req.query.name, NAME_MOST);
  if (name === '') throw new HttpError(400, 'no_name', proofText.aFrameNeedsTheName, { path: ['name'] });
  if (!req.is('application/octet-stream')) throw new HttpError(415, 'not_a_file', proofText.aFrameIsSentUnchanged);
  const announced = Number(req.headers['content-length']);
  if (!Number.isFinite(announced) || announced <= 0) throw new HttpError(411, 'no_length', proofText.sayHowLongTheFile);
  if (announced > FRAME_BYTES_MOST)
    throw new HttpError(
      413,
      'too_large',
      say(proofText.hasAtMostAreAccepted, { name, announced: gigabytes(announced), frameBytesMost: gigabytes(FRAME_BYTES_MOST) }),
      { path: ['file'] },
    );
  await onDisk(arrival, { req, announced, name }, (path) => then(name, path));
}

const spec = (what: string, most: number) =>
  z.coerce
    .number({ error: say(proofText.mustBeANumber, { what }) })
    .positive(say(proofText.mustBeAbove0, { what }))
    .max(most, say(proofText.mustBeAtMost, { what, most }));
/** What the simulated back says of the samples that it delivers. */
const exposureSchema = z.strictObject({
  number: spec(proofText.theNumberOfTheFrame, 10_000).int(),
  width: spec(proofText.width, 100_000).int(),
  height: spec(proofText.height, 100_000).int(),
  bits: z.coerce.number().pipe(z.union([z.literal(8), z.literal(16)], { error: proofText.bitsMustBe8Or })),
  format: z.enum(['png', 'tiff'], { error: proofText.theFormatMustBePng }),
  takenAt: z.coerce.date({ error: proofText.theTimeOfTheExposure }),
  exposureS: spec(proofText.exposure, 36_000),
  fNumber: spec(proofText.theFNumber, 10_000).optional(),
  focalMm: spec(proofText.focalLength, 10_000).optional(),
});
/** The same in XMP (ISO 16684-1, with the properties of Exif for XMP). */
function xmpOf(at: string, { exposureS, fNumber, focalMm }: z.infer<typeof exposureSchema>): string {
  const known = Object.entries({ ExposureTime: exposureS, FNumber: fNumber, FocalLength: focalMm }).flatMap(([key, value]) =>
    value === undefined ? [] : [`exif:${key}="${ratio(value)}"`],
  );
  return `<?xpacket begin="" id="W5M0MpCehiHzreSzNTczkc9d"?><x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about="" xmlns:exif="http://ns.adobe.com/exif/1.0/" xmlns:tiff="http://ns.adobe.com/tiff/1.0/" xmlns:xmp="http://ns.adobe.com/xap/1.0/" tiff:Model="Simulated back" xmp:CreatorTool="Gangway" exif:DateTimeOriginal="${at}" ${known.join(' ')}/></rdf:RDF></x:xmpmeta><?xpacket end="w"?>`;
}
/** A number as Exif writes it: one whole number over another (Exif 2.32, rational). */
const ratio = (value: number): string => (value < 1 ? `1000/${Math.round(1000 / value)}` : `${Math.round(value * 1000)}/1000`);

/** Samples of the simulated back on their way in, made into a file. */
export async function arrivedExposure(arrival: Arrival, req: Request, then: Then): Promise<void> {
  const said = parsed(
    exposureSchema,
    Object.fromEntries(Object.entries(req.query).map(([key, value]) => [key, typeof value === 'string' ? value : ''])),
  );
  if (!req.is('application/octet-stream')) throw new HttpError(415, 'not_a_file', proofText.samplesAreSentUnchangedContent);
  const { width, height, bits } = said;
  const announced = Number(req.headers['content-length']);
  if (announced !== width * height * 3 * (bits / 8))
    throw new HttpError(
      400,
      'wrong_length',
      say(proofText.pxOfBitAreBytes, { width, height, bits, width2: width * height * 3 * (bits / 8), announced }),
      { path: ['width'] },
    );
  const name = `back-${String(said.number).padStart(3, '0')}.${said.format === 'tiff' ? 'tif' : 'png'}`;
  await onDisk(arrival, { req, announced, name }, async (path) => {
    const bytes = await readFile(path);
    const samples = bits === 8 ? bytes : new Uint16Array(bytes.buffer, bytes.byteOffset, bytes.length / 2);
    const space = bits === 8 ? 'srgb' : 'rgb16';
    const at = said.takenAt.toISOString();
    const stamp = at.slice(0, 19).replaceAll('-', ':').replace('T', ' ');
    const file = sharp(samples, { raw: { width, height, channels: 3 }, limitInputPixels: false })
      .pipelineColourspace(space)
      .toColourspace(space)
      .withExif({
        IFD0: { Model: 'Simulated back', Software: 'Gangway', DateTime: stamp },
        IFD2: {
          DateTimeOriginal: stamp,
          SubSecTimeOriginal: at.slice(20, 23),
          ExposureTime: ratio(said.exposureS),
          ...(said.fNumber === undefined ? {} : { FNumber: ratio(said.fNumber) }),
          ...(said.focalMm === undefined ? {} : { FocalLength: ratio(said.focalMm) }),
        },
      })
      // The TIFFs of libvips carry no Exif, but XMP, which says the same.
      .withXmp(xmpOf(at, said));
    const made = `${path}-made`;
    try {
      await (said.format === 'tiff' ? file.tiff({ compression: 'none' }) : file.png({ compressionLevel: 3 })).toFile(made);
      await then(name, made);
    } finally {
      await rm(made, { force: true });
    }
  });
}

interface Arriving {
  readonly req: Request;
  readonly announced: number;
  readonly name: string;
}

/** A body on its way to disk, looked at when all of it is there, thrown away afterwards. */
async function onDisk(arrival: Arrival, { req, announced, name }: Arriving, then: (path: string) => Promise<void>): Promise<void> {
  await room(arrival, announced, name);
  const path = join(arrival.scratch, `incoming-${randomUUID()}`);
  try {
    await pipeline(req, createWriteStream(path));
    const { size } = await stat(path);
    if (size !== announced) throw new HttpError(400, 'aborted', say(proofText.wasInterruptedBeforeItHad, { name }), { path: ['file'] });
    await then(path);
  } finally {
    await rm(path, { force: true });
  }
}

/** Refuses what there is no room for. */
async function room({ db, store, scratch, quotaBytes }: Arrival, bytes: number, name: string): Promise<void> {
  const free = await store.free();
  const { bavail, bsize } = await mkdir(scratch, { recursive: true }).then(() => statfs(scratch));
  const least = Math.min(free ?? Infinity, bavail * bsize);
  if (bytes * 2 > least)
    throw new HttpError(507, 'no_room', say(proofText.needsToComeInAnd, { name, bytes: gigabytes(bytes * 2), least: gigabytes(least) }), {
      path: ['file'],
    });
  if (quotaBytes === null) return;
  let taken = 0;
  for (const table of [frames, assemblies, lensTestFrames]) {
    const [used] = await db.select({ bytes: sql<string>`coalesce(sum(${table.bytes}), 0)` }).from(table);
    taken += Number(used?.bytes ?? 0);
  }
  if (taken + bytes > quotaBytes)
    throw new HttpError(
      507,
      'over_quota',
      say(proofText.wouldBringTheFilesTo, { name, taken: gigabytes(taken + bytes), quotaBytes: gigabytes(quotaBytes) }),
      { path: ['file'] },
    );
}
