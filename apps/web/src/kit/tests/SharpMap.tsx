import { say } from '@gangway/messages/say';
import { testsText } from '@gangway/messages/web/kit/tests';
import { useMemo } from 'react';
import { radians } from '@gangway/core/angles';
import { chartLayout, type ChartSize } from '@gangway/core/lensTests/chart';
import { chartScale, placedEdges, type ChartFrame } from '@gangway/core/lensTests/chartFrame';
import type { SharpCircle } from '@gangway/core/lensTests/sharpCircle';
import { apertureWords, fixed, mmWords } from '@gangway/core/words';

interface SharpMapProps {
  readonly chart: ChartSize;
  /** The frames of one aperture. */
  readonly frames: readonly ChartFrame[];
  readonly circle: SharpCircle;
}

/** The longest tick, as a share of the half side of the map. */
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
  const side = 1.06 * Math.max(...edges.map(({ heightMm }) => heightMm));
  const radiusMm = 'radiusMm' in circle ? circle.radiusMm : null;
  const words = say(testsText.sharpMapWords, {
    n: edges.length,
    aperture: apertureWords(circle.fNumber),
    lp: fixed(sharpest, 0),
    circle: radiusMm === null ? 'none' : mmWords(2 * radiusMm),
  });
  const tick = (TICK * side) / sharpest;
  return (
    <figure className="grid justify-items-center gap-1">
      <svg
        viewBox={`${-side} ${-side} ${2 * side} ${2 * side}`}
        role="img"
        aria-label={`${testsText.sharpMapTitle}. ${words}`}
        className="w-full max-w-96"
      >
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
        <path
          d={`M${-side / 24} 0H${side / 24}M0 ${-side / 24}V${side / 24}`}
          stroke="var(--ink)"
          strokeWidth={1}
          vectorEffect="non-scaling-stroke"
        />
      </svg>
      <figcaption className="text-center text-xs text-ink-soft">{words}</figcaption>
    </figure>
  );
}
