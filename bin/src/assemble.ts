import { constants } from 'node:fs';
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { basename, dirname, join } from 'node:path';
import { cliAssembleText } from '@gangway/messages/cli/assemble';
import { say } from '@gangway/messages/say';
import { firstIssue } from '@gangway/contract/apiError';
import { FIRST_OPTIONS, planSchema, type Report } from '@gangway/contract/proof';
import type { AssemblyPlan } from '@gangway/core/assembly/plan';
import { assemble } from '@gangway/vision/assembly/assemble';
import { AssemblyTrouble } from '@gangway/vision/assembly/frames';
import { seamCause } from '@gangway/vision/assembly/seamCause';
import { outputOf, PIXELS_PER_INCH, usable } from './pictureFiles';
import { answered, numberOf, wrong } from './typed';

export interface AssembleOptions {
  readonly plan?: string;
  readonly columns?: string;
  readonly rows?: string;
  readonly out: string;
  readonly report?: string;
}

async function planIn(path: string): Promise<AssemblyPlan> {
  try {
    const read = planSchema.safeParse(JSON.parse(await readFile(path, 'utf8')));
    if (read.success) return read.data;
    throw new Error(firstIssue(read.error).message);
  } catch (error) {
    throw wrong('bad_plan', 'plan', say(cliAssembleText.badPlan, { why: error instanceof Error ? error.message : '' }));
  }
}

/** What the report of a run says on the command line. */
const reported = (report: Report) => ({
  width: report.width,
  height: report.height,
  frames: report.frames.map(({ name, left, top, inset, turnedDeg, scale }) => ({
    name,
    xPx: left - inset.x,
    yPx: top - inset.y,
    turnedDeg,
    scale,
  })),
  distortion: report.distortion,
  seams: report.seams.map((seam) => ({
    a: seam.a,
    b: seam.b,
    state: seam.state,
    cause: seamCause(report, seam),
    residualPx: seam.agreeing === 0 ? null : Math.hypot(seam.scatterPx, seam.bentPx),
    words: seam.words,
  })),
  remarks: report.remarks,
});

/** Puts frames together into a file. */
export function assembleFrames(paths: readonly string[], options: AssembleOptions): Promise<number> {
  return answered(async () => {
    const output = outputOf(options.out);
    for (const path of paths) await usable(path, constants.R_OK, 'frames');
    await usable(dirname(options.out), constants.W_OK, 'out');
    if (options.report !== undefined) await usable(dirname(options.report), constants.W_OK, 'report');
    const plan = options.plan === undefined ? null : await planIn(options.plan);
    const rows = options.rows === undefined ? 1 : numberOf('rows', options.rows);
    const columns = options.columns === undefined ? Math.ceil(paths.length / rows) : numberOf('columns', options.columns);
    const scratch = await mkdtemp(join(tmpdir(), 'gangway-assemble-'));
    try {
      const report = await assemble({
        frames: paths.map((path, i) => ({ id: String(i), name: basename(path), path })),
        flatFields: [],
        plan,
        options: { ...FIRST_OPTIONS, output, columns, rows },
        scratch,
        result: options.out,
        pixelsPerInch: PIXELS_PER_INCH,
        onProgress: () => undefined,
      });
      const answer = reported(report);
      if (options.report !== undefined) await writeFile(options.report, `${JSON.stringify(answer, null, 2)}\n`);
      return answer;
    } catch (error) {
      if (error instanceof AssemblyTrouble) throw wrong('not_assembled', 'frames', error.message);
      throw error;
    } finally {
      await rm(scratch, { recursive: true, force: true });
    }
  });
}
