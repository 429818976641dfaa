import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { lightCurve, colourProfile, SRGB, type ColourProfile } from '@gangway/core/assembly/profile';
import { fixed } from '@gangway/core/words';
import { mergeText } from '@gangway/messages/server/merge';
import { proofText } from '@gangway/messages/server/proof';
import { listed } from '@gangway/messages/list';
import { say } from '@gangway/messages/say';
import type { AssemblyOptions } from '@gangway/contract/proof';
import { AssemblyTrouble, freeBytes, gigabytes, lookedAt, reducedOf, unpackedTo, type FrameFile, type Reduced } from './frames';
import { openRaw, type RawPicture } from './rawPicture';
import { alignedSeries, type Alignment, type Comparable } from './series';
import { drawnAnew } from './straightened';
import { blendedInStrips, type Sharing } from './strips';
import { travellingFrom } from './travelling';
import { writtenPicture } from './writtenPicture';

/** Frames that were taken from one place and are merged into one picture. */
export interface MergeJob {
  /** In the order in which they were taken. */
  readonly frames: readonly FrameFile[];
  readonly output: AssemblyOptions['output'];
  /** A folder of this job's own, for what is thrown away at its end, and where the result goes. */
  readonly scratch: string;
  readonly result: string;
  readonly pixelsPerInch: number;
  readonly onProgress: (share: number, step: string) => void;
  /** Free bytes at a path; asked before anything is written. */
  readonly freeBytes?: (path: string) => Promise<number>;
}

/** How a frame lies on the reference, for the report. */
export interface MergedFrame {
  readonly name: string;
  /** How far its middle lies right of and below that of the reference, px. */
  readonly xPx: number;
  readonly yPx: number;
  readonly turnedDeg: number;
  readonly scale: number;
}

/** The frames of a merge, unpacked, and how they encode light. */
export interface Opened {
  readonly raw: RawPicture[];
  readonly paths: readonly string[];
  readonly reduced: Reduced[];
  readonly bits: 8 | 16;
  readonly profileBytes: Buffer | null;
  readonly profile: ColourProfile;
  /** Linear light by sample value. */
  readonly curve: Float32Array;
  readonly remarks: string[];
}

/** Disk space a merge needs: each frame twice while it is drawn anew, and so many bytes for each pixel of what is blended and written. */
const [FRAME_COPIES, BLENDED_BYTES] = [2, 30] as const;

/** Unpacks the frames of a merge. Throws `AssemblyTrouble` when they are not of one kind, or there is no room. */
export async function opened(job: MergeJob): Promise<Opened> {
  const { frames, scratch, onProgress } = job;
  onProgress(0, proofText.lookingAtTheFiles);
  const seen = await Promise.all(frames.map(lookedAt));
  const [first] = seen;
  const named = frames[0]?.name ?? '';
  if (!first || frames.length < 2) throw new AssemblyTrouble(mergeText.needsTwoFrames);
  seen.forEach(({ width, height, profile }, i) => {
    const name = frames[i]?.name ?? '';
    if (width !== first.width || height !== first.height)
      throw new AssemblyTrouble(
        say(proofText.isPxAndFramesWithout, { name, width, height, name2: named, width2: first.width, height2: first.height }),
      );
    if (!(profile ?? Buffer.alloc(0)).equals(first.profile ?? Buffer.alloc(0)))
      throw new AssemblyTrouble(say(mergeText.hasAnotherProfile, { name, first: named }));
  });
  const bits: 8 | 16 = seen.some((each) => each.bits === 16) ? 16 : 8;
  const pixels = first.width * first.height;
  const needed = pixels * (frames.length * FRAME_COPIES * 3 * (bits / 8) + BLENDED_BYTES);
  const free = await (job.freeBytes ?? freeBytes)(scratch);
  if (free < needed)
    throw new AssemblyTrouble(say(proofText.puttingTheseFramesTogetherNeeds, { needed: gigabytes(needed), free: gigabytes(free) }));
  const remarks: string[] = [];
  const known = first.profile ? colourProfile(first.profile) : SRGB;
  if (!known) remarks.push(mergeText.profileIsUnknown);
  const profile = known ?? SRGB;
  const raw: RawPicture[] = [];
  const paths: string[] = [];
  const reduced: Reduced[] = [];
  try {
    for (const [i, frame] of frames.entries()) {
      onProgress(0.02 + (0.2 * i) / frames.length, say(proofText.unpackingOf, { i: i + 1, length: frames.length }));
      const path = join(scratch, `frame-${i}.v`);
      await unpackedTo(path, frame, bits);
      const picture = await openRaw(path);
      raw.push(picture);
      paths.push(path);
      reduced.push(await reducedOf(path, picture));
    }
  } catch (error) {
    await Promise.all(raw.map(({ close }) => close()));
    throw error;
  }
  return { raw, paths, reduced, bits, profileBytes: first.profile, profile, curve: lightCurve(profile, bits), remarks };
}

/** Closes the frames and takes them off the disk. */
export async function closed({ raw, paths }: Pick<Opened, 'raw' | 'paths'>): Promise<void> {
  await Promise.all(raw.map(({ close }) => close()));
  await Promise.all(paths.map((path) => rm(path, { force: true })));
}

/** Blends frames that lie on each other into the result, with what travels from the first; `shares` is from which share of the whole work to which that goes. */
export async function blendedPicture(
  { frames: [named], scratch, result, output, pixelsPerInch, onProgress }: MergeJob,
  { raw, bits, profileBytes }: Opened,
  sharing: Sharing,
  [from, to]: readonly [number, number],
): Promise<void> {
  const { width = 0, height = 0 } = raw[0] ?? {};
  const [details, unpacked] = [join(scratch, 'details.f32'), join(scratch, 'unpacked.tif')];
  await blendedInStrips({
    frames: raw,
    sharing,
    scratch: details,
    out: unpacked,
    profile: profileBytes,
    onProgress: (share) => onProgress(from + (to - from) * share, say(mergeText.fusing, { percent: Math.round(100 * share) })),
  });
  await rm(details, { force: true });
  onProgress(to, proofText.writingTheFile);
  const travelling = named ? await travellingFrom(named.path) : null;
  await writtenPicture({ unpacked, result, output, bits, bytes: width * height * 3 * (bits / 8), pixelsPerInch, travelling });
  await rm(unpacked, { force: true });
}

export interface Aligning {
  readonly names: readonly string[];
  readonly reference: number;
  readonly comparable: Comparable;
  /** Whether all of the reference is kept, and not only what all frames show. */
  readonly whole?: boolean;
  /** Whether the scale may change by percents from frame to frame, as it does with focus. */
  readonly breathes?: boolean;
  readonly onProgress: MergeJob['onProgress'];
}

/** Lays the frames on the reference; those that lie otherwise are drawn anew. Adds what was found to the remarks. */
export async function aligned(
  open: Opened,
  { names, reference, comparable, whole = false, breathes = false, onProgress }: Aligning,
): Promise<readonly MergedFrame[]> {
  const { raw, paths, reduced, remarks } = open;
  const alignment = await alignedSeries({
    raw,
    reduced,
    reference,
    comparable,
    whole,
    breathes,
    onPair: (k, of) => onProgress(0.22 + (0.13 * k) / of, say(mergeText.aligning, { k: k + 1, of })),
  });
  remarks.push(...alignmentRemarks(alignment, names));
  if (!alignment.untouched) {
    const { width = 0, height = 0 } = alignment.frames[0] ?? {};
    if (width < 16 || height < 16) throw new AssemblyTrouble(mergeText.nothingInCommon);
    for (const [i, each] of alignment.frames.entries()) {
      onProgress(0.35 + (0.15 * i) / raw.length, say(proofText.drawingAnewOf, { i: i + 1, length: raw.length }));
      const [picture, path] = [raw[i], paths[i]];
      if (!picture || path === undefined) continue;
      raw[i] = await drawnAnew(picture, path, each);
      reduced[i] = await reducedOf(path, raw[i]);
    }
  }
  return alignment.frames.map(({ frame, laid }, i) => ({
    name: names[i] ?? '',
    xPx: laid.middle.x - frame.width / 2,
    yPx: laid.middle.y - frame.height / 2,
    turnedDeg: laid.turnedDeg,
    scale: laid.scale,
  }));
}

/** A pair that scatters by more than this is not well aligned, px. */
const SCATTERS_PX = 0.5;

function alignmentRemarks({ pairs, frames, untouched }: Alignment, names: readonly string[]): readonly string[] {
  const remarks = pairs.flatMap(({ a, b, agreeing, detailed, rmsPx }) => {
    const both = { a: names[a] ?? '', b: names[b] ?? '' };
    if (agreeing === 0) return [say(detailed === 0 ? mergeText.nothingToCompare : mergeText.showsOtherThings, both)];
    return rmsPx > SCATTERS_PX ? [say(mergeText.scatters, { ...both, px: fixed(rmsPx, 1) })] : [];
  });
  if (untouched) return remarks;
  const most = Math.max(...frames.map(({ frame, laid }) => Math.hypot(laid.middle.x - frame.width / 2, laid.middle.y - frame.height / 2)));
  const scales = frames.map(({ laid }) => laid.scale);
  const turn = Math.max(...frames.map(({ laid }) => Math.abs(laid.turnedDeg)));
  const [px, deg, percent] = [fixed(most, 1), fixed(turn, 2), fixed(100 * (Math.max(...scales) - Math.min(...scales)), 2)];
  // What rounds to nothing is not worth a word.
  const parts = [
    ...(Number(px) > 0 ? [say(mergeText.movedBy, { px })] : []),
    ...(Number(deg) > 0 ? [say(mergeText.rotatedBy, { deg })] : []),
    ...(Number(percent) > 0 ? [say(mergeText.scaledBy, { percent })] : []),
  ];
  return parts.length === 0 ? remarks : [...remarks, say(mergeText.wasAligned, { parts: listed(parts) })];
}
