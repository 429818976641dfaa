import type { FrameSize } from '../model/frame';
import type { ShiftPosition } from '../model/movements';
import { bestPlace, coneStretch, coneSection, type Cone, type ConeSection } from './cone';
import { distanceToEllipse } from './ellipse';

/** Directions that are looked at before the best of them are refined. */
const LOOKS = 48;
const TURN = 2 * Math.PI;

/**
 * The least movement, in any direction, that brings a corner of an untilted
 * frame to the edge of a circle, mm; of a frame with a corner outside the least
 * that brings all corners inside, below zero; `null` when the frame is larger
 * than the circle. Plane geometry: the places of the centre are where four
 * discs about the corners overlap; by symmetry one of them counts.
 *
 * @param frame width and height of the frame, mm
 * @param circleMm diameter of the circle on the back, mm
 * @param at the frame's centre relative to the circle's, mm
 *
 * @example
 * leastMoveInCircle({ widthMm: 36, heightMm: 24 }, 60, { riseMm: 0, shiftMm: 0 }) // => 8.3667
 */
export function leastMoveInCircle(frame: FrameSize, circleMm: number, at: ShiftPosition): number | null {
  const radius = circleMm / 2;
  const [halfWidth, halfHeight] = [frame.widthMm / 2, frame.heightMm / 2];
  if (Math.hypot(halfWidth, halfHeight) > radius) return null;
  const [x, y] = [Math.abs(at.shiftMm), Math.abs(at.riseMm)];
  const far = Math.hypot(x + halfWidth, y + halfHeight);
  if (far <= radius) return radius - far;
  // Straight back to the edge, unless that would cross an axis: then the opposite corner meets it too.
  const toX = ((x + halfWidth) * radius) / far - halfWidth;
  const toY = ((y + halfHeight) * radius) / far - halfHeight;
  if (toX < 0) return -Math.hypot(x, y - Math.sqrt(radius * radius - halfWidth * halfWidth) + halfHeight);
  if (toY < 0) return -Math.hypot(y, x - Math.sqrt(radius * radius - halfHeight * halfHeight) + halfWidth);
  return radius - far;
}

/**
 * As `leastMoveInCircle`, for a lens that is tilted to the back.
 *
 * @param frame width and height of the frame, mm
 * @param cone the light of the lens before the back
 * @param at the frame's centre relative to the foot of the lens, mm
 *
 * @example
 * leastMoveInCone({ widthMm: 36, heightMm: 24 }, { axis: [0, 0, 1], halfAngle: Math.PI / 4, imageMm: 30 }, { riseMm: 0, shiftMm: 0 }) // => 8.3667
 */
export function leastMoveInCone(frame: FrameSize, cone: Cone, at: ShiftPosition): number | null {
  const here = coneStretch(frame, cone, at, [1, 0]);
  if (here !== null && here.fromMm <= 0 && here.toMm >= 0) {
    const section = coneSection(cone);
    if (section) return nearestEdge(frame, section, at);
    return least((theta) => coneStretch(frame, cone, at, [Math.cos(theta), Math.sin(theta)])?.toMm ?? 0);
  }
  const best = bestPlace(frame, cone);
  if (best === null) return null;
  return -least((theta) => {
    const [ux, uy] = [Math.cos(theta), Math.sin(theta)];
    const toMm = coneStretch(frame, cone, best, [ux, uy])?.toMm ?? 0;
    return Math.hypot(best.shiftMm + toMm * ux - at.shiftMm, best.riseMm + toMm * uy - at.riseMm);
  });
}

/** How far the corner nearest to the edge of the section is from it, all corners being inside, mm. */
function nearestEdge(frame: FrameSize, { middleMm, longMm, shortMm, along: [ux, uy] }: ConeSection, at: ShiftPosition): number {
  let nearest = Infinity;
  for (let corner = 0; corner < 4; corner++) {
    const x = at.shiftMm + (corner % 2 === 0 ? frame.widthMm : -frame.widthMm) / 2;
    const y = at.riseMm + (corner < 2 ? frame.heightMm : -frame.heightMm) / 2;
    nearest = Math.min(nearest, distanceToEllipse(longMm, shortMm, x * ux + y * uy - middleMm, y * ux - x * uy));
  }
  return nearest;
}

/** The least value over all directions: looked for all around, the two best places refined. */
function least(of: (theta: number) => number): number {
  const seen = Array.from({ length: LOOKS }, (_, i) => of((TURN * i) / LOOKS));
  const low = seen
    .map((value, i) => ({ value, i }))
    .filter(({ value, i }) => value <= (seen[(i + 1) % LOOKS] ?? Infinity) && value <= (seen[(i + LOOKS - 1) % LOOKS] ?? Infinity))
    .sort((a, b) => a.value - b.value)
    .slice(0, 3);
  return Math.min(...seen, ...low.map(({ i }) => refined(of, (TURN * (i - 1)) / LOOKS, (TURN * (i + 1)) / LOOKS)));
}

const GOLDEN = (Math.sqrt(5) - 1) / 2;

/** Golden section between two directions. */
function refined(of: (theta: number) => number, from: number, to: number): number {
  let [a, b] = [from, to];
  let [c, d] = [b - GOLDEN * (b - a), a + GOLDEN * (b - a)];
  let [atC, atD] = [of(c), of(d)];
  for (let i = 0; i < 40; i++) {
    if (atC < atD) {
      [b, d, atD] = [d, c, atC];
      c = b - GOLDEN * (b - a);
      atC = of(c);
    } else {
      [a, c, atC] = [c, d, atD];
      d = a + GOLDEN * (b - a);
      atD = of(d);
    }
  }
  return Math.min(atC, atD);
}
