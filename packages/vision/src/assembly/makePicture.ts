import { mkdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { Report } from '@gangway/contract/proof';
import { mergeText } from '@gangway/messages/server/merge';
import { say } from '@gangway/messages/say';
import { assemble, type AssemblyJob } from './assemble';
import { AssemblyTrouble, type FrameFile } from './frames';
import { fuse } from './fuse';
import { stack } from './stack';
import type { MergedFrame, MergeJob } from './merge';

/** Fusing the exposures of a mosaic takes this share of the whole work. */
const FUSING_SHARE = 0.6;

/** One picture from the frames of a series, by what they are: a mosaic, exposures, or a focus stack. */
export async function makePicture(job: AssemblyJob): Promise<Report> {
  const { method, exposures, output } = job.options;
  if (method === 'mosaic') return exposures > 1 ? fusedMosaic(job, exposures) : assemble(job);
  const frames = present(job);
  const merge: MergeJob = { ...job, frames, output };
  if (method === 'stack') {
    const report = await stack({ ...merge, depth: null });
    return mergedReport(report, frames, (i) => ({ share: report.frames[i]?.share ?? null }));
  }
  const isLight = method === 'light';
  if (isLight && output !== 'tiff') throw new AssemblyTrouble(mergeText.lightIsTiff);
  const report = await fuse({ ...merge, stops: null, fused: !isLight, whole: false, light: isLight ? job.result : null });
  return { ...mergedReport(report, frames, (i) => ({ stops: report.frames[i]?.stops ?? null })), bits: isLight ? 32 : report.bits };
}

const present = ({ frames }: AssemblyJob): readonly FrameFile[] => frames.flatMap((frame) => frame ?? []);

/** The report of a merge as that of any assembly. */
function mergedReport(
  report: {
    readonly width: number;
    readonly height: number;
    readonly bits: 8 | 16;
    readonly frames: readonly MergedFrame[];
    readonly remarks: readonly string[];
    readonly seconds: number;
  },
  frames: readonly FrameFile[],
  more: (i: number) => { readonly stops?: number | null; readonly share?: number | null },
): Report {
  const { width, height, bits, remarks, seconds } = report;
  return {
    width,
    height,
    bits,
    seconds,
    remarks: [...remarks],
    planned: false,
    distortion: 0,
    seams: [],
    frames: report.frames.map(({ name, xPx, yPx, turnedDeg, scale }, i) => ({
      id: frames[i]?.id ?? '',
      name,
      place: i,
      left: xPx,
      top: yPx,
      width,
      height,
      gain: 1,
      held: true,
      fromPlan: { x: 0, y: 0 },
      turnedDeg,
      scale,
      inset: { x: 0, y: 0 },
      stops: null,
      share: null,
      ...more(i),
    })),
  };
}

/** A mosaic of which each position was taken at several exposures: those are fused first, and what comes of them is assembled. */
async function fusedMosaic(job: AssemblyJob, exposures: number): Promise<Report> {
  const frames = present(job);
  if (frames.length % exposures !== 0) throw new AssemblyTrouble(say(mergeText.exposuresDoNotDivide, { frames: frames.length, exposures }));
  const places = frames.length / exposures;
  const scratch = join(job.scratch, 'exposures');
  const fused: FrameFile[] = [];
  const remarks: string[] = [];
  for (let place = 0; place < places; place++) {
    await mkdir(scratch, { recursive: true });
    const series = frames.slice(place * exposures, (place + 1) * exposures);
    const [first] = series;
    if (!first) continue;
    const result = join(job.scratch, `position-${place}.tif`);
    const report = await fuse({
      frames: series,
      output: 'tiff',
      scratch,
      result,
      pixelsPerInch: job.pixelsPerInch,
      stops: null,
      fused: true,
      whole: true,
      light: null,
      onProgress: (share, step) =>
        job.onProgress((FUSING_SHARE * (place + share)) / places, say(mergeText.ofPosition, { place: place + 1, step })),
      ...(job.freeBytes && { freeBytes: job.freeBytes }),
    });
    remarks.push(...report.remarks.map((words) => say(mergeText.atPosition, { place: place + 1, words })));
    fused.push({ ...first, path: result });
    await rm(scratch, { recursive: true, force: true });
  }
  const report = await assemble({
    ...job,
    frames: fused,
    onProgress: (share, step) => job.onProgress(FUSING_SHARE + (1 - FUSING_SHARE) * share, step),
  });
  return { ...report, remarks: [...remarks, ...report.remarks] };
}
