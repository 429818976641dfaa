import { chartTone, type ChartLayout, type ChartPoint } from './chart';
import type { PixelValues } from './flatFrame';

/** A picture of the chart, px. */
export const CHART_PICTURE = { widthPx: 1100, heightPx: 780 };
/** Pixels to the millimetre of an A3 chart. */
const SCALE = 2.6;
/** Samples across a pixel. */
const FINE = 3;
/** By how much the camera is rolled, radians. */
const TURN = 0.02;

/** Where a place of the picture is on the chart, mm: the camera is rolled by a little and not square on. */
export function onChart({ widthMm, heightMm }: ChartLayout, xPx: number, yPx: number): ChartPoint {
  const [u, v] = [(xPx - CHART_PICTURE.widthPx / 2) / SCALE, (yPx - CHART_PICTURE.heightPx / 2) / SCALE];
  const w = 1 + 0.00012 * u - 0.00008 * v;
  return [widthMm / 2 + (u * Math.cos(TURN) - v * Math.sin(TURN)) / w, heightMm / 2 + (u * Math.sin(TURN) + v * Math.cos(TURN)) / w];
}

/** Blurs the rows of a picture and lays them over as columns; twice that is both directions. */
function blurredAcross(from: Float32Array, width: number, height: number, kernel: Float64Array): Float32Array {
  const to = new Float32Array(from.length);
  const half = (kernel.length - 1) / 2;
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      let sum = 0;
      for (let k = 0; k < kernel.length; k++)
        sum += (kernel[k] ?? 0) * (from[y * width + Math.min(width - 1, Math.max(0, x + k - half))] ?? 0);
      to[x * height + y] = sum;
    }
  }
  return to;
}

/** The chart as a camera sees it, with a blur of normal distribution of so many px, in linear light. */
export function chartPicture(layout: ChartLayout, sigmaPx: number): PixelValues {
  const { widthPx, heightPx } = CHART_PICTURE;
  const [width, height] = [FINE * widthPx, FINE * heightPx];
  const fine = new Float32Array(width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      fine[y * width + x] = 0.05 + 0.7 * chartTone(layout, onChart(layout, (x + 0.5) / FINE, (y + 0.5) / FINE));
    }
  const reach = Math.ceil(4 * sigmaPx * FINE);
  const bell = Float64Array.from({ length: 2 * reach + 1 }, (_, i) => Math.exp(-0.5 * ((i - reach) / (sigmaPx * FINE)) ** 2));
  const total = bell.reduce((sum, each) => sum + each, 0);
  const kernel = bell.map((each) => each / total);
  const soft = blurredAcross(blurredAcross(fine, width, height, kernel), height, width, kernel);
  const values = new Float32Array(3 * widthPx * heightPx);
  for (let y = 0; y < heightPx; y++)
    for (let x = 0; x < widthPx; x++) {
      let sum = 0;
      for (let j = 0; j < FINE; j++) for (let i = 0; i < FINE; i++) sum += soft[(FINE * y + j) * width + FINE * x + i] ?? 0;
      values.fill(sum / FINE ** 2, 3 * (y * widthPx + x), 3 * (y * widthPx + x) + 3);
    }
  return { widthPx, heightPx, values, light: null };
}
