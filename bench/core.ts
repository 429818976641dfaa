import polygonClipping, { type Polygon } from 'polygon-clipping';
import { DEMO_STANDS } from '@gangway/contract/demo';
import { contour } from '@gangway/core/coverage/shiftLimit';
import { shiftScale } from '@gangway/core/coverage/shiftScale';
import { sharpCircle, standFrame } from '@gangway/core/coverage/standCoverage';
import { findings } from '@gangway/core/findings/findings';
import type { StandSettings } from '@gangway/core/stand/settings';

/** Median time of one call in ms, over rounds long enough to measure. */
function medianMs(call: () => unknown, forMs = 400): number {
  const rounds: number[] = [];
  let calls = 1;
  for (let begun = performance.now(); performance.now() - begun < forMs; ) {
    const at = performance.now();
    for (let i = 0; i < calls; i++) call();
    const took = performance.now() - at;
    if (took < 4) calls *= 2;
    else rounds.push(took / calls);
  }
  rounds.sort((a, b) => a - b);
  return rounds[Math.floor(rounds.length / 2)] ?? Number.NaN;
}

const APERTURES = [3.5, 4, 5.6, 8, 9, 11, 13, 16, 22];

function nineContours(settings: StandSettings): number {
  let points = 0;
  for (const n of APERTURES) points += contour(standFrame(settings), sharpCircle(settings, n)?.diameterMm ?? 0, 360).length;
  return points;
}

/** The contour by the general polygon package: four circles of 360 sides overlapped. */
function referenceContour(settings: StandSettings): unknown {
  const { widthMm, heightMm } = standFrame(settings);
  const radius = (sharpCircle(settings)?.diameterMm ?? 0) / 2;
  const circle = (x: number, y: number): Polygon => [
    [...Array(360).keys()].map((i) => [x + radius * Math.cos((i * Math.PI) / 180), y + radius * Math.sin((i * Math.PI) / 180)] as [number, number]),
  ];
  const [x, y] = [widthMm / 2, heightMm / 2];
  return polygonClipping.intersection(circle(x, y), circle(-x, y), circle(x, -y), circle(-x, -y));
}

/** The lines of the report. */
export function run(): readonly string[] {
  return DEMO_STANDS.flatMap(({ name, settings }) => {
    const contours = medianMs(() => nineContours(settings));
    const found = medianMs(() => findings(settings));
    const whole = medianMs(() => [findings(settings), shiftScale(settings), nineContours(settings)]);
    const reference = medianMs(() => referenceContour(settings));
    return [
      `${name}:`,
      `  contour of 360 directions × 9 apertures: ${contours.toFixed(3)} ms, ${Math.round(1000 / contours)} a second; one contour is ${Math.round(reference / (contours / 9))} times as fast as the polygon package's overlap of four circles (${reference.toFixed(2)} ms)`,
      `  all findings with their remedies: ${found.toFixed(3)} ms, ${Math.round(1000 / found)} a second`,
      `  one full evaluation (findings, shift scale, nine contours): ${whole.toFixed(3)} ms (target: under 1 ms)`,
    ];
  });
}
