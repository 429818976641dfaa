import type { CircleOnBack, SharpCircle } from '@gangway/core/geometry/circles';
import { nearestReachable } from '@gangway/core/rig/mechanism';
import type { FrameSize } from '@gangway/core/model/frame';
import type { Mechanism, ShiftPosition } from '@gangway/core/model/movements';

/** Millimetres on the back to pixels: one scale for both directions, y up. */
export interface Plane {
  readonly x: (mm: number) => number;
  readonly y: (mm: number) => number;
  readonly pixelsPerMm: number;
}

/** Half the side of the square that holds every circle and every place the frame can go, mm: it stays still during a drag. */
export function halfExtent(
  frame: FrameSize,
  circles: { readonly light: CircleOnBack | null; readonly sharp: SharpCircle | null; readonly given: readonly SharpCircle[] },
  mechanism: Mechanism,
): number {
  const far = (direction: ShiftPosition) => {
    const near = nearestReachable(mechanism, direction);
    return Math.max(Math.abs(near.riseMm) + frame.heightMm / 2, Math.abs(near.shiftMm) + frame.widthMm / 2);
  };
  const swept =
    mechanism.kind === 'unknown'
      ? Math.max(frame.heightMm, frame.widthMm)
      : Math.max(...[1, -1].flatMap((s) => [far({ riseMm: s * 1e4, shiftMm: 0 }), far({ riseMm: 0, shiftMm: s * 1e4 })]));
  const radii = [circles.light, circles.sharp, ...circles.given].map((circle) => (circle ? circle.diameterMm / 2 : 0));
  return Math.max(swept, ...radii) * 1.05;
}

/** The scale that fits that square into a drawing. */
export function planeFor(width: number, height: number, halfMm: number): Plane {
  const half = Math.min(width, height) / 2;
  const pixelsPerMm = half / halfMm;
  return { x: (mm) => width / 2 + mm * pixelsPerMm, y: (mm) => height / 2 - mm * pixelsPerMm, pixelsPerMm };
}
