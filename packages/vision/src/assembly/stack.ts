import sharp from 'sharp';
import { depthSamples, filledDepth, onlyWhere, sharpestOf } from '@gangway/core/assembly/sharpest';
import { fixed } from '@gangway/core/words';
import { mergeText } from '@gangway/messages/server/merge';
import { say } from '@gangway/messages/say';
import { aligned, blendedPicture, closed, opened, type MergedFrame, type MergeJob, type Opened } from './merge';
import type { Sharing } from './strips';

export interface StackJob extends MergeJob {
  /** Where the depth map goes, 16-bit grey PNG from the first frame (black) to the last; `null` for none. */
  readonly depth: string | null;
}

export interface StackReport {
  readonly width: number;
  readonly height: number;
  readonly bits: 8 | 16;
  readonly frames: readonly (MergedFrame & {
    /** Share of the picture that comes from this frame. */
    readonly share: number;
  })[];
  readonly reference: string;
  /** Share of the picture in which no frame shows detail, so that nothing says how far away it is. */
  readonly unknownShare: number;
  readonly remarks: readonly string[];
  readonly seconds: number;
}

/** The depth map has at most so many px on its long side. */
const DEPTH_PX = 2048;
const [ALIGNED, FUSED] = [0.5, 0.9] as const;
/** A frame that gives less than this share of the picture could have been left out. */
const IDLE_SHARE = 0.002;
/** The nearest or farthest frame gives so much of what lies at its end that the stack may not reach far enough. */
const END_SHARE = 0.35;

/** Frames focused at different distances merged: everywhere the sharpest. */
export async function stack(job: StackJob): Promise<StackReport> {
  const begun = Date.now();
  const { output, onProgress } = job;
  const open = await opened(job);
  try {
    const names = job.frames.map(({ name }) => name);
    const reference = Math.floor((names.length - 1) / 2);
    const laid = await aligned(open, { names, reference, comparable: (a, b) => [a, b], breathes: true, onProgress });
    const { raw, bits } = open;
    const { width = 0, height = 0 } = raw[0] ?? {};
    const depth = depthOf(width, height);
    const counts = raw.map(() => 0);
    await blendedPicture(job, open, sharpestShares(open, counts, depth), [ALIGNED, FUSED]);
    if (job.depth !== null) await writtenDepth(depth, raw.length, job.depth);
    const all = counts.reduce((sum, each) => sum + each, 0);
    const shares = counts.map((each) => each / Math.max(1, all));
    return {
      width,
      height,
      bits: output === 'jpeg' ? 8 : bits,
      frames: laid.map((each, i) => ({ ...each, share: shares[i] ?? 0 })),
      reference: names[reference] ?? '',
      unknownShare: depth.known.filter((each) => each === 0).length / Math.max(1, depth.known.length),
      remarks: [...open.remarks, ...shareRemarks(names, shares)],
      seconds: (Date.now() - begun) / 1000,
    };
  } finally {
    await closed(open);
  }
}

/** A depth map as it is gathered, smaller than the frames. */
interface DepthMap {
  readonly by: number;
  readonly width: number;
  readonly height: number;
  /** Sum of the depths that are known in each square, and how many. */
  readonly sum: Float32Array;
  readonly known: Float32Array;
}

function depthOf(width: number, height: number): DepthMap {
  // Depth is known at half the size of the frames.
  const by = Math.max(2, Math.ceil(Math.max(width, height) / DEPTH_PX));
  const [w, h] = [Math.ceil(width / by), Math.ceil(height / by)];
  return { by, width: w, height: h, sum: new Float32Array(w * h), known: new Float32Array(w * h) };
}

/** Everywhere the sharpest frame has all; counts how much each gives, and gathers the depth. */
function sharpestShares({ raw }: Opened, counts: number[], depth: DepthMap): Sharing {
  return async (strip) => {
    const sharpest = sharpestOf(strip.width, strip.rows);
    for (const i of raw.keys()) sharpest.look(await strip.frame(i));
    const frames = sharpest.frames();
    const depths = sharpest.depth();
    const { width } = sharpest;
    // Its own rows, which no other strip has counted.
    const { from, to } = strip.own;
    for (let row = (from - strip.first) / 2; row < (to - strip.first) / 2; row++) {
      for (let x = 0; x < width; x++) {
        const at = row * width + x;
        const where = depths[at] ?? -1;
        if (where < 0) continue;
        const frame = frames[at] ?? 0;
        counts[frame] = (counts[frame] ?? 0) + 1;
        const cell = Math.floor((strip.first + 2 * row) / depth.by) * depth.width + Math.floor((2 * x) / depth.by);
        depth.sum[cell] = (depth.sum[cell] ?? 0) + where;
        depth.known[cell] = (depth.known[cell] ?? 0) + 1;
      }
    }
    return (i) => onlyWhere({ width, height: sharpest.height, frames }, i, strip.width, strip.rows);
  };
}

async function writtenDepth({ width, height, sum, known }: DepthMap, frames: number, path: string): Promise<void> {
  const depth = filledDepth(
    sum.map((each, i) => ((known[i] ?? 0) > 0 ? each / (known[i] ?? 1) : -1)),
    width,
    height,
  );
  await sharp(depthSamples(depth, frames), { raw: { width, height, channels: 1 } })
    .pipelineColourspace('grey16')
    .toColourspace('grey16')
    .png()
    .toFile(path);
}

/** What the report says of how much each frame gives. */
function shareRemarks(names: readonly string[], shares: readonly number[]): readonly string[] {
  const idle = names.filter((_, i) => (shares[i] ?? 0) < IDLE_SHARE);
  const ends = [0, names.length - 1].filter((i) => names.length > 2 && (shares[i] ?? 0) > END_SHARE);
  return [
    ...(idle.length > 0 ? [say(mergeText.givesNothing, { names: idle.slice(0, 4).join(', '), count: idle.length })] : []),
    ...ends.map((i) => say(mergeText.endsEarly, { name: names[i] ?? '', percent: fixed(100 * (shares[i] ?? 0), 0) })),
  ];
}
