import { extentOf } from '@gangway/core/subjects/subject';
import type { Scene } from '@gangway/core/model/scene';

/** The two drawings of a place, one over the other, to one scale: metres to px. */
export interface PlaceLayout {
  readonly pixelsPerM: number;
  /** Away from the reference plane, the same in both. */
  readonly x: (awayM: number) => number;
  /** To the right in the plan; right is down, as the hand turns the sheet. */
  readonly planY: (sideM: number) => number;
  /** Up in the elevation. */
  readonly sideY: (upM: number) => number;
  readonly leastAwayM: number;
  readonly mostAwayM: number;
  /** The line between the drawings, px. */
  readonly splitPx: number;
}

/** What has to be seen of a scene, m. */
export interface Bounds {
  readonly away: readonly [number, number];
  readonly halfSide: number;
  readonly height: number;
}

/** The camera, what limits it and the subject; of open ground only the part before the camera. */
export function boundsOf({ subject, distanceM, asideM, cameraHeightM, roomM }: Scene): Bounds {
  const { topM, widthM, depthM } = extentOf(subject);
  const turned = subject.kind === 'front' ? Math.abs(subject.widthM * Math.sin((subject.turnDeg * Math.PI) / 180)) / 2 : 0;
  const inner = subject.kind === 'interior' ? subject.depthM : 0;
  const behind = Math.max(distanceM, roomM ?? 0, inner, turned);
  const beyond = subject.kind === 'ground' ? Math.min(depthM, 5 * distanceM + subject.everyM) : Math.max(depthM, turned, 0.1 * behind);
  const aside = Math.abs(asideM);
  const side = subject.kind === 'table' ? 3 * widthM : widthM / 2;
  return {
    away: [-behind * 1.12, beyond * 1.08],
    halfSide: Math.max(side, aside, behind * 0.16) * 1.15,
    height: Math.max(topM, cameraHeightM) * 1.18,
  };
}

const MARGIN = { left: 14, right: 14, top: 20, between: 34, foot: 30 };

/** The scale at which both drawings fit into a box, px. */
export function placeLayout({ away: [leastAwayM, mostAwayM], halfSide, height }: Bounds, widthPx: number, heightPx: number): PlaceLayout {
  const room = heightPx - MARGIN.top - MARGIN.between - MARGIN.foot;
  const span = mostAwayM - leastAwayM;
  const pixelsPerM = Math.max(1e-6, Math.min((widthPx - MARGIN.left - MARGIN.right) / span, room / (2 * halfSide + height)));
  const left = (widthPx - span * pixelsPerM) / 2 - leastAwayM * pixelsPerM;
  // What is left over goes between and around, evenly.
  const spare = Math.max(0, room - (2 * halfSide + height) * pixelsPerM);
  const middle = MARGIN.top + spare / 3 + halfSide * pixelsPerM;
  const ground = heightPx - MARGIN.foot - spare / 3;
  return {
    pixelsPerM,
    x: (m) => left + m * pixelsPerM,
    planY: (m) => middle + m * pixelsPerM,
    sideY: (m) => ground - m * pixelsPerM,
    leastAwayM,
    mostAwayM,
    splitPx: (middle + halfSide * pixelsPerM + (ground - height * pixelsPerM)) / 2,
  };
}

/** A length dragged by hand, in the steps that it is paced out in, m. */
export function paced(m: number): number {
  const step = pace(m);
  return Number((Math.round(m / step) * step).toFixed(3));
}

function pace(m: number): number {
  if (Math.abs(m) < 0.5) return 0.005;
  if (Math.abs(m) < 3) return 0.01;
  if (Math.abs(m) < 10) return 0.05;
  return 0.1;
}
