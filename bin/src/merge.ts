import { constants } from 'node:fs';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { basename, dirname, extname, join } from 'node:path';
import { cliMergeText } from '@gangway/messages/cli/merge';
import { say } from '@gangway/messages/say';
import { AssemblyTrouble } from '@gangway/vision/assembly/frames';
import { fuse } from '@gangway/vision/assembly/fuse';
import { stack } from '@gangway/vision/assembly/stack';
import type { MergeJob } from '@gangway/vision/assembly/merge';
import { outputOf, PIXELS_PER_INCH, usable } from './pictureFiles';
import { answered, numberOf, wrong } from './typed';

export interface MergeOptions {
  readonly out: string;
  readonly report?: string;
}

export interface FuseOptions extends MergeOptions {
  readonly stops?: string;
  readonly light?: string;
}

export interface StackOptions extends MergeOptions {
  readonly depth?: string;
}

/** Refuses a file for a second result that has another ending than it gets, or cannot be written. */
async function second(path: string | undefined, name: string, endings: readonly string[]): Promise<string | null> {
  if (path === undefined) return null;
  if (!endings.includes(extname(path).toLowerCase()))
    throw wrong('wrong_ending', name, say(cliMergeText.ending, { name, value: path, endings: endings.join(', ') }));
  await usable(dirname(path), constants.W_OK, name);
  return path;
}

/** Merges frames; prints the report and writes it where that is asked for. */
function merged<T extends object>(
  paths: readonly string[],
  { out, report }: MergeOptions,
  work: (job: MergeJob) => Promise<T>,
): Promise<number> {
  return answered(async () => {
    const output = outputOf(out);
    for (const path of paths) await usable(path, constants.R_OK, 'frames');
    await usable(dirname(out), constants.W_OK, 'out');
    if (report !== undefined) await usable(dirname(report), constants.W_OK, 'report');
    const scratch = await mkdtemp(join(tmpdir(), 'gangway-merge-'));
    try {
      const answer = await work({
        frames: paths.map((path, i) => ({ id: String(i), name: basename(path), path })),
        output,
        scratch,
        result: out,
        pixelsPerInch: PIXELS_PER_INCH,
        onProgress: () => undefined,
      });
      if (report !== undefined) await writeFile(report, `${JSON.stringify(answer, null, 2)}\n`);
      return answer;
    } catch (error) {
      if (error instanceof AssemblyTrouble) throw wrong('not_merged', 'frames', error.message);
      throw error;
    } finally {
      await rm(scratch, { recursive: true, force: true });
    }
  });
}

/** Merges the exposures of a bracket into a file. */
export const fuseFrames = (paths: readonly string[], options: FuseOptions): Promise<number> =>
  merged(paths, options, async (job) =>
    fuse({
      ...job,
      fused: true,
      whole: false,
      stops: options.stops === undefined ? null : options.stops.split(',').map((each) => numberOf('stops', each)),
      light: await second(options.light, 'light', ['.tif', '.tiff']),
    }),
  );

/** Merges frames focused at different distances into a file. */
export const stackFrames = (paths: readonly string[], options: StackOptions): Promise<number> =>
  merged(paths, options, async (job) => stack({ ...job, depth: await second(options.depth, 'depth', ['.png']) }));
