import { lensTestsText } from '@gangway/messages/server/lensTests';
import { say } from '@gangway/messages/say';
import type { LensTestSettings, StoredChart, StoredGrid, StoredTexture } from '@gangway/contract/lensTest';
import { degrees } from '@gangway/core/angles';
import { CoreError } from '@gangway/core/errors';
import { chartLayout, type ChartSize } from '@gangway/core/lensTests/chart';
import { isShapeOf, lightGrid, WALL_CELLS } from '@gangway/core/lensTests/flatFrame';
import { readTexture } from '@gangway/core/lensTests/textureFrame';
import { chartInPhotograph } from '@gangway/vision/chart';
import { pixelValues } from '@gangway/vision/pixelValues';
import { HttpError } from '../httpError';
import { decoding } from '../proof/decoding';

/** What was read in a frame: its light, the test chart, or texture. */
export interface FrameReading {
  readonly grid: StoredGrid | null;
  readonly chart: StoredChart | null;
  readonly texture: StoredTexture | null;
}

/** Floats as they are stored, little-endian as on every machine that Node runs on. */
const base64 = (values: Float32Array): string => Buffer.from(values.buffer, values.byteOffset, values.byteLength).toString('base64');

/** What a series needs of a frame that has come in; refuses one of another shape than the series. */
export async function readFrame(path: string, name: string, settings: LensTestSettings): Promise<FrameReading> {
  const nothing = { grid: null, chart: null, texture: null };
  if (settings.target === 'texture') return { ...nothing, texture: await textureOf(path, name, settings) };
  if (settings.chart !== null) return { ...nothing, chart: await chartOf(path, name, settings, settings.chart) };
  return { ...nothing, grid: await gridOf(path, name, settings) };
}

/** A file is decoded; what the core refuses is the file. */
function decoded<T>(work: () => Promise<T>): Promise<T> {
  return decoding(work).catch((error: unknown) => {
    throw error instanceof CoreError ? new HttpError(422, error.code, error.message, { path: ['file'] }) : error;
  });
}

function requireShape(
  name: string,
  { widthPx, heightPx }: { readonly widthPx: number; readonly heightPx: number },
  { widthMm, heightMm }: LensTestSettings,
): void {
  if (isShapeOf({ widthPx, heightPx }, { widthMm, heightMm })) return;
  throw new HttpError(422, 'wrong_shape', say(lensTestsText.wrongShape, { name, widthPx, heightPx, widthMm, heightMm }), {
    path: ['file'],
  });
}

/** The light of a frame of a wall. */
async function gridOf(path: string, name: string, settings: LensTestSettings): Promise<StoredGrid> {
  const pixels = await decoded(() => pixelValues(path));
  requireShape(name, pixels, settings);
  const { columns, rows, rgb, clipped } = lightGrid(pixels, [settings.widthMm, settings.heightMm], WALL_CELLS);
  return { columns, rows, rgb: base64(rgb), clipped: base64(clipped) };
}

/** More digits than these say nothing. */
const rounded = (value: number, digits: number): number => Math.round(value * 10 ** digits) / 10 ** digits;

/** The markers and edges of the test chart in a frame. */
async function chartOf(path: string, name: string, settings: LensTestSettings, size: ChartSize): Promise<StoredChart> {
  const layout = chartLayout(size);
  const photograph = await decoded(() => chartInPhotograph(path, layout));
  requireShape(name, photograph, settings);
  const { markers, edges, refused } = photograph;
  return {
    markers: markers.map(({ id, corners }) => ({ id, corners: corners.map(([x, y]): [number, number] => [rounded(x, 3), rounded(y, 3)]) })),
    edges: edges.map(({ edge: { middle, across }, mtf50CyPx, doubtCyPx, redPx, bluePx, dark, bright }) => ({
      xPx: rounded(middle[0], 2),
      yPx: rounded(middle[1], 2),
      acrossDeg: rounded(degrees(Math.atan2(across[1], across[0])), 3),
      mtf50CyPx: rounded(mtf50CyPx, 5),
      doubtCyPx: rounded(doubtCyPx, 6),
      redPx: redPx && rounded(redPx, 4),
      bluePx: bluePx && rounded(bluePx, 4),
      dark: rounded(dark, 6),
      bright: rounded(bright, 6),
    })),
    refused,
  };
}

/** So many digits of a power say all there is. */
const brief = (value: number): number => Number(value.toPrecision(5));

/** The contrast of a textured subject in a frame. */
async function textureOf(path: string, name: string, settings: LensTestSettings): Promise<StoredTexture> {
  const pixels = await decoded(() => pixelValues(path));
  requireShape(name, pixels, settings);
  const { cells, clipped } = readTexture(pixels);
  return {
    cells: cells.map(({ xPx, yPx, powers, noise, look }) => ({
      xPx,
      yPx,
      powers: powers.map(brief),
      noise: brief(noise),
      look: look.map((each) => rounded(each, 2)),
    })),
    clipped: rounded(clipped, 6),
  };
}
