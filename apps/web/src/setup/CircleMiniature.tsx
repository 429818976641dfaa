import type { Geometry } from '@gangway/core/geometry/geometry';
import type { CircleOnBack } from '@gangway/core/geometry/circles';
import { circlesOf, frameOf } from './selectors';
import { halfExtent, planeFor } from './circlePlane';

/** The Circle in small, for lists: the same facts without handles. */
export function CircleMiniature({ geometry, size = 92 }: { readonly geometry: Geometry; readonly size?: number }) {
  const frame = frameOf(geometry.settings);
  const circles = circlesOf(geometry.settings);
  const plane = planeFor(size, size, halfExtent(frame, circles, geometry.settings.rig.mechanism));
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
      <rect
        x={plane.x(shiftMm - frame.widthMm / 2)}
        y={plane.y(riseMm + frame.heightMm / 2)}
        width={frame.widthMm * plane.pixelsPerMm}
        height={frame.heightMm * plane.pixelsPerMm}
        fill="var(--ink)"
        fillOpacity="0.08"
        stroke="var(--ink)"
        strokeWidth="1.3"
      />
      <circle cx={plane.x(shiftMm)} cy={plane.y(riseMm)} r="2" fill="var(--accent)" />
    </svg>
  );
}
