import { say } from '@gangway/messages/say';
import { testsText } from '@gangway/messages/web/kit/tests';
import type { CircleEdge } from '@gangway/core/lensTests/circleEdge';
import type { FrameSize } from '@gangway/core/model/frame';
import type { ShiftPosition } from '@gangway/core/model/movements';
import { mmWords } from '@gangway/core/words';
import { CircleMap } from './CircleMap';

interface WallMapProps {
  readonly frame: FrameSize;
  readonly positions: readonly ShiftPosition[];
  /** The image circle in the kit, mm; `null` where it is unknown. */
  readonly kitCircleMm: number | null;
  /** The image circle as measured. */
  readonly measured: CircleEdge | null;
}

/** The frames of a test about the lens axis, in the circle of the kit and the one that was measured. */
export function WallMap({ frame, positions, kitCircleMm, measured }: WallMapProps) {
  const { widthMm, heightMm } = frame;
  const reach = Math.max(
    (kitCircleMm ?? 0) / 2,
    measured ? measured.radiusMm + Math.hypot(...measured.middleMm) : 0,
    ...positions.map(({ riseMm, shiftMm }) => Math.max(Math.abs(shiftMm) + widthMm / 2, Math.abs(riseMm) + heightMm / 2)),
  );
  const circles = [
    ...(kitCircleMm === null ? [] : [say(testsText.circleInKit, { mm: mmWords(kitCircleMm) })]),
    ...(measured ? [say(testsText.circleMeasured, { mm: mmWords(2 * measured.radiusMm) })] : []),
  ];
  const words = say(testsText.mapWords, { n: positions.length, circle: circles.length === 0 ? 'none' : circles.join('; ') });
  return (
    <CircleMap title={testsText.mapTitle} words={words} reachMm={reach}>
      {positions.map(({ riseMm, shiftMm }) => (
        <rect
          key={`${riseMm} ${shiftMm}`}
          x={shiftMm - widthMm / 2}
          y={-riseMm - heightMm / 2}
          width={widthMm}
          height={heightMm}
          fill="var(--accent-wash)"
          fillOpacity={0.35}
          stroke="var(--accent)"
          strokeWidth={1}
          vectorEffect="non-scaling-stroke"
        />
      ))}
      {kitCircleMm !== null && (
        <circle
          r={kitCircleMm / 2}
          fill="none"
          stroke="var(--ink-soft)"
          strokeWidth={1.4}
          strokeDasharray="5 4"
          vectorEffect="non-scaling-stroke"
        />
      )}
      {measured && (
        <circle
          cx={measured.middleMm[0]}
          cy={-measured.middleMm[1]}
          r={measured.radiusMm}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={2}
          vectorEffect="non-scaling-stroke"
        />
      )}
    </CircleMap>
  );
}
