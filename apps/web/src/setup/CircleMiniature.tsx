import type { Geometry } from '@gangway/core/geometry/geometry';
import type { Rect } from '@gangway/core/fields/mosaic';
import type { CircleOnBack } from '@gangway/core/geometry/circles';
import type { FrameSize } from '@gangway/core/model/frame';
import type { ShiftPosition } from '@gangway/core/model/movements';
import { circlesOf, frameOf } from './selectors';
import { halfExtent, planeFor } from './circlePlane';

/** The Circle in small, for lists: the same facts without handles. */
export function CircleMiniature({
  geometry,
  size = 92,
  halfMm,
}: {
  readonly geometry: Geometry;
  readonly size?: number;
  /** Half of what the drawing is wide, mm, where several are drawn to one scale. */
  readonly halfMm?: number;
}) {
  const frame = frameOf(geometry.settings);
  const circles = circlesOf(geometry.settings);
  const plane = planeFor(size, size, halfMm ?? halfExtent(frame, circles, geometry.settings.rig.mechanism));
  const radius = (circle: CircleOnBack) => (circle.diameterMm / 2) * plane.pixelsPerMm;
  const { shiftMm, riseMm } = geometry.settings.movements;
  return (
    <svg aria-hidden width={size} height={size} className="shrink-0">
      {circles.light && (
        <circle cx={size / 2} cy={size / 2} r={radius(circles.light)} fill="var(--ground)" stroke="var(--ink)" strokeWidth="1.3" />
      )}
      {circles.sharp && (
        <circle cx={size / 2} cy={size / 2} r={radius(circles.sharp)} fill="none" stroke="var(--accent)" strokeWidth="1.3" />
      )}
      {(geometry.laid?.inCircle ?? [rectAround(geometry.settings.movements, frame)]).map(({ left, right, lower, upper }) => (
        <rect
          key={`${left} ${upper} ${right}`}
          x={plane.x(left)}
          y={plane.y(upper)}
          width={(right - left) * plane.pixelsPerMm}
          height={(upper - lower) * plane.pixelsPerMm}
          fill="var(--ink)"
          fillOpacity="0.08"
          stroke="var(--ink)"
          strokeWidth={geometry.laid ? 0.8 : 1.3}
        />
      ))}
      <circle cx={plane.x(shiftMm)} cy={plane.y(riseMm)} r="2" fill="var(--accent)" />
    </svg>
  );
}

function rectAround({ shiftMm, riseMm }: ShiftPosition, { widthMm, heightMm }: FrameSize): Rect {
  return { left: shiftMm - widthMm / 2, right: shiftMm + widthMm / 2, lower: riseMm - heightMm / 2, upper: riseMm + heightMm / 2 };
}
