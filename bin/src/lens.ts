import { dirname, resolve } from 'node:path';
import { givenSettings } from '@gangway/contract/givenSetup';
import { wallSeriesSchema, type WallSeries } from '@gangway/contract/lensSeries';
import { issueSentence } from '@gangway/core/calculators/issues';
import { degrees } from '@gangway/core/angles';
import { CoreError } from '@gangway/core/errors';
import { geometryOf } from '@gangway/core/geometry/geometry';
import { CHART_SIZES, chartLayout, type ChartSize } from '@gangway/core/lensTests/chart';
import { edgeInPart } from '@gangway/core/lensTests/edgePart';
import { isShapeOf, lightGrid, WALL_CELLS, type FlatFrame } from '@gangway/core/lensTests/flatFrame';
import { measuredLight } from '@gangway/core/lensTests/light';
import { wallApertures, wallPlan } from '@gangway/core/lensTests/wallPlan';
import { lightProblem } from '@gangway/core/lensTests/problems';
import { cliLensText } from '@gangway/messages/cli/lens';
import { say } from '@gangway/messages/say';
import { chartInPhotograph } from '@gangway/vision/chart';
import { pixelValues, type PartPx } from '@gangway/vision/pixelValues';
import { notJson, readStdin } from './streams';
import { answered, bytesOf, numberOf, wrong } from './typed';

export interface EdgeOptions {
  readonly part: string;
  readonly pixelUm?: string;
}

function partOf(typed: string): PartPx {
  const [left = NaN, top = NaN, width = NaN, height = NaN, ...more] = typed
    .split(',')
    .map((each) => (each.trim() === '' ? NaN : Number(each)));
  if (more.length > 0 || ![left, top, width, height].every(Number.isInteger))
    throw wrong('not_four', 'part', say(cliLensText.fourNeeded, { name: 'part', value: typed }));
  return [left, top, width, height];
}

/** The size of a pixel as typed, µm; `null` where none is given. */
function typedUm(pixelUm: string | undefined): number | null {
  const um = pixelUm === undefined ? null : numberOf('pixelUm', pixelUm);
  if (um !== null && um <= 0) throw wrong('not_positive', 'pixelUm', say(cliLensText.pixelPositive, { name: 'pixelUm', value: um }));
  return um;
}

/** Sharpness across the edge in a part of a photograph. */
export function edgeOfLens(path: string, { part, pixelUm }: EdgeOptions): Promise<number> {
  return answered(async () => {
    const um = typedUm(pixelUm);
    const { edgeDeg, mtf50CyPx, mtf50DoubtCyPx, mtfAt } = edgeInPart(await pixelValues(await bytesOf(path), partOf(part)));
    const mtf50LpMm = um === null ? null : (1000 * mtf50CyPx) / um;
    return { edgeDeg, mtf50CyPx, mtf50DoubtCyPx, mtf50LpMm, mtfHalfNyquist: mtfAt(0.25) };
  });
}

export interface ChartOptions {
  readonly chart: string;
  readonly pixelUm?: string;
}

/** The size of a chart as typed. */
function chartSize(typed: string): ChartSize {
  const size = (Object.keys(CHART_SIZES) as ChartSize[]).find((each) => each === typed);
  if (size) return size;
  throw wrong('no_such_size', 'chart', say(cliLensText.sizes, { name: 'chart', value: typed, sizes: Object.keys(CHART_SIZES).join(', ') }));
}

/** Sharpness across every edge of the test chart in a photograph. */
export function sharpnessOfLens(path: string, { chart, pixelUm }: ChartOptions): Promise<number> {
  return answered(async () => {
    const [layout, um] = [chartLayout(chartSize(chart)), typedUm(pixelUm)];
    const { widthPx, heightPx, markers, edges, refused } = await chartInPhotograph(await bytesOf(path), layout);
    if (markers.length === 0) throw wrong('no_chart', 'file', cliLensText.noChart);
    return {
      widthPx,
      heightPx,
      markers: markers.length,
      edges: edges.map(({ edge: { middle, across }, mtf50CyPx, doubtCyPx, mtfHalfNyquist }) => ({
        xPx: middle[0],
        yPx: middle[1],
        acrossDeg: degrees(Math.atan2(across[1], across[0])),
        mtf50CyPx,
        mtf50DoubtCyPx: doubtCyPx,
        mtf50LpMm: um === null ? null : (1000 * mtf50CyPx) / um,
        mtfHalfNyquist,
      })),
      refused,
    };
  });
}

/** The series that a file lists. */
async function seriesIn(path: string): Promise<WallSeries> {
  const text = (await bytesOf(path)).toString('utf8');
  let input: unknown;
  try {
    input = JSON.parse(text);
  } catch (error) {
    throw wrong('not_json', 'series', say(cliLensText.notJson, { error: error instanceof Error ? error.message : String(error) }));
  }
  const parsed = wallSeriesSchema.safeParse(input);
  if (parsed.success) return parsed.data;
  const { code, path: at, message } = issueSentence(parsed.error, input, { name: 'series', input: wallSeriesSchema });
  throw new CoreError(code, at, message);
}

/** Falloff, image circle and colour cast, from frames of an evenly lit wall that a file lists. */
export function lightOfLens(path: string): Promise<number> {
  return answered(async () => {
    const { widthMm, heightMm, magnification, frames: listed } = await seriesIn(path);
    const frames: FlatFrame[] = [];
    // One after the other: a large frame takes hundreds of megabytes while it is read.
    for (const { file, ...taken } of listed) {
      const pixels = await pixelValues(await bytesOf(resolve(dirname(path), file)));
      const { widthPx, heightPx } = pixels;
      if (!isShapeOf(pixels, { widthMm, heightMm }))
        throw new CoreError(
          'wrong_shape',
          ['frames', frames.length, 'file'],
          say(cliLensText.proportions, { file, widthPx, heightPx, widthMm, heightMm }),
        );
      frames.push({ name: file, ...taken, grid: lightGrid(pixels, [widthMm, heightMm], WALL_CELLS) });
    }
    const { apertures, circle, clearsFrom, problems, specs } = measuredLight(frames, magnification);
    return {
      imageCircleMm: circle && 2 * circle.radiusMm,
      imageCircleDoubtMm: circle && 2 * circle.doubtMm,
      axisOffMm: circle && circle.middleMm,
      axisOffDoubtMm: circle && circle.middleDoubtMm,
      clearsFrom,
      apertures: apertures.map(({ edge, lost, doubt, redder, bluer, ...rest }) => ({
        ...rest,
        lostStops: lost,
        doubtStops: doubt,
        redderStops: redder,
        bluerStops: bluer,
        imageCircleMm: edge && 2 * edge.radiusMm,
      })),
      problems: problems.map((problem) => ({ ...problem, message: lightProblem(problem) })),
      specs,
    };
  });
}

/** Which frames of an evenly lit wall to take with the rig of a setup on the standard input, as a list for `lens light`. */
export function planOfLens(): Promise<number> {
  return answered(async () => {
    const text = await readStdin();
    let input: unknown;
    try {
      input = JSON.parse(text);
    } catch (error) {
      const { code, message } = notJson(error);
      throw new CoreError(code, [], message);
    }
    const settings = givenSettings(input);
    if ('error' in settings) throw new CoreError(settings.error.code, settings.error.path, settings.error.message);
    const { wholeFrame: frame, imageCircle } = geometryOf(settings);
    const { lens, mechanism } = settings.rig;
    const plan = wallPlan({ frame, mechanism, circleMm: imageCircle?.atInfinityMm ?? null, fNumbers: wallApertures(lens) });
    if (plan === null) throw wrong('travel_unknown', 'rig', cliLensText.travelUnknown);
    const { shots, ...counts } = plan;
    const digits = String(shots.length).length;
    return {
      widthMm: frame.widthMm,
      heightMm: frame.heightMm,
      magnification: 0,
      frames: shots.map((shot, i) => ({ file: `${String(i + 1).padStart(digits, '0')}.tif`, ...shot })),
      planned: counts,
    };
  });
}
