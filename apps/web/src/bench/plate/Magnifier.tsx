import type { Pixel, Plate } from '@gangway/core/model/plate';
import { linesOn } from './places';

/** How wide it is, CSS px, and at least how much larger than the sheet it draws. */
const [WIDE_PX, TIMES] = [168, 5] as const;

/** The place under the hand, enlarged in a corner where the hand is not. */
export function Magnifier({
  url,
  plate,
  at: [u, v],
  scale,
  onLeft,
}: {
  readonly url: string;
  readonly plate: Plate;
  readonly at: Pixel;
  readonly scale: number;
  readonly onLeft: boolean;
}) {
  const zoom = Math.max(2, TIMES * scale);
  const half = WIDE_PX / 2;
  const [x, y] = [half - u * zoom, half - v * zoom];
  return (
    <div
      data-testid="magnifier"
      aria-hidden
      style={{ width: WIDE_PX, height: WIDE_PX }}
      className={`pointer-events-none absolute top-3 overflow-hidden rounded-full border-2 border-accent bg-sunk shadow-raised ${onLeft ? 'left-3' : 'right-3'}`}
    >
      <img
        src={url}
        alt=""
        style={{ width: plate.widthPx, height: plate.heightPx, transform: `translate(${x}px, ${y}px) scale(${zoom})` }}
        className="absolute top-0 left-0 max-w-none origin-top-left"
      />
      <svg width={WIDE_PX} height={WIDE_PX} className="absolute inset-0">
        {linesOn(plate).map(({ kind, index, ends: [u1, v1, u2, v2] }) => (
          <line
            key={`${kind}-${index}`}
            x1={x + u1 * zoom}
            y1={y + v1 * zoom}
            x2={x + u2 * zoom}
            y2={y + v2 * zoom}
            stroke="var(--accent)"
            strokeWidth="1.2"
          />
        ))}
        <path
          d={`M${half - 14} ${half}h10M${half + 4} ${half}h10M${half} ${half - 14}v10M${half} ${half + 4}v10`}
          stroke="var(--ground)"
          strokeWidth="3"
        />
        <path
          d={`M${half - 14} ${half}h10M${half + 4} ${half}h10M${half} ${half - 14}v10M${half} ${half + 4}v10`}
          stroke="var(--ink)"
          strokeWidth="1.2"
        />
      </svg>
    </div>
  );
}
