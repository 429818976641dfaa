import { say } from '@gangway/messages/say';
import { testsText } from '@gangway/messages/web/kit/tests';
import { useMemo } from 'react';
import { radians } from '@gangway/core/angles';
import { chartLayout, type ChartSize } from '@gangway/core/lensTests/chart';
import { chartScale, placedEdges, type ChartFrame } from '@gangway/core/lensTests/chartFrame';
import type { SharpCircle } from '@gangway/core/lensTests/sharpCircle';
import { apertureWords, fixed, mmWords } from '@gangway/core/words';
import { CircleMap } from './CircleMap';

interface SharpMapProps {
  readonly chart: ChartSize;
  /** The frames of one aperture. */
  readonly frames: readonly ChartFrame[];
  readonly circle: SharpCircle;
}

/** The longest tick, as a share of the distance from the axis to the farthest edge. */
const TICK = 0.05;

/** Every edge of the chart about the lens axis, as a tick across it: the longer, the sharper. */
export function SharpMap({ chart, frames, circle }: SharpMapProps) {
  const edges = useMemo(() => {
    const layout = chartLayout(chart);
    return placedEdges(
      frames,
      frames.map((frame) => chartScale(layout, frame)),
    );
  }, [chart, frames]);
  const sharpest = Math.max(...edges.map(({ cyMm }) => cyMm));
  if (edges.length === 0) return null;
  const reachMm = Math.max(...edges.map(({ heightMm }) => heightMm));
  const radiusMm = 'radiusMm' in circle ? circle.radiusMm : null;
  const words = say(testsText.sharpMapWords, {
    n: edges.length,
    aperture: apertureWords(circle.fNumber),
    lp: fixed(sharpest, 0),
    circle: radiusMm === null ? 'none' : mmWords(2 * radiusMm),
  });
  const tick = (TICK * reachMm) / sharpest;
  return (
    <CircleMap title={testsText.sharpMapTitle} words={words} reachMm={reachMm}>
      {edges.map(({ xMm, yMm, acrossDeg, cyMm }, i) => {
        const half = (tick * cyMm) / 2;
        const [dx, dy] = [half * Math.cos(radians(acrossDeg)), half * Math.sin(radians(acrossDeg))];
        return (
          <path
            key={i}
            d={`M${(xMm - dx).toFixed(2)} ${(-yMm + dy).toFixed(2)}L${(xMm + dx).toFixed(2)} ${(-yMm - dy).toFixed(2)}`}
            stroke="var(--accent)"
            strokeWidth={1.2}
            vectorEffect="non-scaling-stroke"
          />
        );
      })}
      {radiusMm !== null && <circle r={radiusMm} fill="none" stroke="var(--ink)" strokeWidth={1.6} vectorEffect="non-scaling-stroke" />}
    </CircleMap>
  );
}
