import { normalFrom, numbersFrom } from '../capture/shots';
import { radians } from '../angles';
import { markerCorners, type ChartLayout, type ChartPoint } from './chart';
import { chartEdges, chartReading } from './chartEdges';
import type { ChartFrame } from './chartFrame';
import type { Place } from './projectiveMap';
import { fillingMagnification } from './chartPlan';
import { sharpnessByLaw, simulatedChart, type ChartShot, type SharpnessLaw } from './simulatedChart';
import type { WallFrame } from './simulatedWall';

/** Corners of markers are found to about so many px. */
const FOUND_PX = 0.03;

/** Where a place of the chart is drawn, px: through the lens centre onto the back, then distorted. */
export function drawnAt(law: SharpnessLaw, shot: ChartShot, frame: WallFrame, layout: ChartLayout): (at: ChartPoint) => Place {
  const { distortion, focalMm } = sharpnessByLaw(law);
  const m = fillingMagnification(frame, layout);
  const [v, u] = [focalMm * (1 + m), focalMm * (1 + 1 / m)];
  const [roll, a, b] = [radians(shot.rollDeg), radians(shot.turnedDeg[0]), radians(shot.turnedDeg[1])];
  return ([xMm, yMm]) => {
    const [right, above] = [xMm - layout.widthMm / 2, layout.heightMm / 2 - yMm];
    const z = u + right * Math.sin(a) + above * Math.sin(b);
    const [wide, high] = [right * Math.cos(a), above * Math.cos(b)];
    const x = (u * shot.shiftMm) / v + wide * Math.cos(roll) - high * Math.sin(roll);
    const y = (u * shot.riseMm) / v + wide * Math.sin(roll) + high * Math.cos(roll);
    const [X, Y] = [(v * x) / z, (v * y) / z];
    const by = 1 + distortion(Math.hypot(X, Y) / (1 + m));
    return [
      ((X * by - shot.shiftMm) / frame.widthMm + 0.5) * frame.widthPx,
      (0.5 - (Y * by - shot.riseMm) / frame.heightMm) * frame.heightPx,
    ];
  };
}

/** A frame of the chart by an invented lens, read with its markers where they are drawn. */
export function readFrame(law: SharpnessLaw, shot: ChartShot, frame: WallFrame, layout: ChartLayout): ChartFrame {
  const picture = simulatedChart(sharpnessByLaw(law), shot, frame, layout);
  const at = drawnAt(law, shot, frame, layout);
  const random = numbersFrom(shot.seed + 99);
  const markers = layout.markers
    .map((marker) => ({
      id: marker.id,
      corners: markerCorners(marker)
        .map(at)
        .map(([x, y]): Place => [x + FOUND_PX * normalFrom(random), y + FOUND_PX * normalFrom(random)]),
    }))
    .filter(({ corners }) => corners.every(([x, y]) => x > 2 && y > 2 && x < frame.widthPx - 2 && y < frame.heightPx - 2));
  const { edges, refused } = chartReading(picture, chartEdges(layout, markers, picture));
  return {
    name: `f${shot.fNumber} ${shot.shiftMm} ${shot.riseMm} ${shot.focusMm}`,
    fNumber: shot.fNumber,
    riseMm: shot.riseMm,
    shiftMm: shot.shiftMm,
    focusMm: shot.focusMm,
    lamp: shot.lamp ?? false,
    frame: { widthMm: frame.widthMm, heightMm: frame.heightMm },
    widthPx: frame.widthPx,
    heightPx: frame.heightPx,
    markers,
    edges: edges.map(({ edge: { middle, across }, mtf50CyPx, doubtCyPx, redPx, bluePx, dark, bright }) => ({
      xPx: middle[0],
      yPx: middle[1],
      acrossDeg: (Math.atan2(across[1], across[0]) * 180) / Math.PI,
      mtf50CyPx,
      doubtCyPx,
      redPx,
      bluePx,
      dark,
      bright,
    })),
    refused,
  };
}
