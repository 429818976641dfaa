import type { FrameSize } from '../model/frame';
import type { Pixel } from './pixel';
import { plateToRig, rigToPlate, type HeldPlate, type OnBack, type RigThere } from './throughRig';

/** How far inside each side of a rig’s frame the photograph ends, mm; 0 where it reaches that side. */
export interface PlateEnds {
  readonly topMm: number;
  readonly bottomMm: number;
  readonly leftMm: number;
  readonly rightMm: number;
}

/** Each edge of a photograph is followed in this many steps, since part of it may lie behind the rig; in more where part of it may lie on another photograph. */
const [STEPS, STEPS_OF_SEVERAL] = [64, 256] as const;
/** A place this share of the photograph inward from an edge tells on which side it lies. */
const INWARD = 0.001;

/**
 * Where photographs from one place end in the frame of a rig there: how far inside each side of the frame their
 * edges run, at the most; each edge belongs to the side toward which its photograph ends there, and counts where no other photograph goes on. `null` where none shows anything of the frame.
 * Source: an edge is straight in the frame too, and is cut off at its sides (Liang and Barsky, “A New Concept and Method for Line Clipping”, 1984).
 *
 * @param photographs how each is projected and was held
 * @param rig the rig at the same place
 * @param frame size of its upright frame, mm
 *
 * @example
 * plateEnds([{ plate: { kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 200 }, held: { yawDeg: 0, pitchDeg: 0, rollDeg: 0 } }], { turned: { yawDeg: 0, pitchDeg: 0, rollDeg: 0 }, imageMm: 20, riseMm: 10, shiftMm: 0 }, { widthMm: 36, heightMm: 24 })?.topMm // => 7
 */
export function plateEnds(photographs: readonly HeldPlate[], rig: RigThere, frame: FrameSize): PlateEnds | null {
  // A sphere has no edge.
  if (photographs.some(({ plate }) => plate.kind === 'sphere')) return NOWHERE;
  const each = photographs.flatMap((photograph) => {
    const others = photographs.filter((other) => other !== photograph);
    return endsOf(photograph, rig, frame, others) ?? [];
  });
  if (each.length === 0) return null;
  const most = (side: keyof PlateEnds): number => Math.max(...each.map((ends) => ends[side]));
  return { topMm: most('topMm'), bottomMm: most('bottomMm'), leftMm: most('leftMm'), rightMm: most('rightMm') };
}

const NOWHERE: PlateEnds = { topMm: 0, bottomMm: 0, leftMm: 0, rightMm: 0 };

/** Whether a photograph shows what lies at a place of the back. */
function shows({ plate, held }: HeldPlate, rig: RigThere, place: OnBack): boolean {
  const at = rigToPlate(plate, held, rig, place);
  return at !== null && at[0] >= 0 && at[1] >= 0 && at[0] <= plate.widthPx && at[1] <= plate.heightPx;
}

/** Where one photograph ends in a frame, except where others go on; `null` where it shows nothing of it. */
function endsOf(photograph: HeldPlate, rig: RigThere, { widthMm, heightMm }: FrameSize, others: readonly HeldPlate[]): PlateEnds | null {
  const ends = { ...NOWHERE };
  const { plate, held } = photograph;
  const { widthPx, heightPx } = plate;
  const [halfW, halfH] = [widthMm / 2, heightMm / 2];
  const inside = ([x, y]: OnBack): PlateEnds => ({ topMm: halfH - y, bottomMm: halfH + y, leftMm: halfW + x, rightMm: halfW - x });
  const edges: readonly ((along: number, inward: number) => Pixel)[] = [
    (along, inward) => [along * widthPx, inward * heightPx],
    (along, inward) => [along * widthPx, (1 - inward) * heightPx],
    (along, inward) => [inward * widthPx, along * heightPx],
    (along, inward) => [(1 - inward) * widthPx, along * heightPx],
  ];
  const drawn = (pixel: Pixel): OnBack | null => plateToRig(plate, held, rig, pixel);
  const steps = others.length > 0 ? STEPS_OF_SEVERAL : STEPS;
  let seen = false;
  for (const edge of edges) {
    for (let i = 0; i < steps; i++) {
      const [from, to, within] = [drawn(edge(i / steps, 0)), drawn(edge((i + 1) / steps, 0)), drawn(edge((i + 0.5) / steps, INWARD))];
      const cut = from && to && cutOff(from, to, halfW, halfH);
      if (!cut || !within) continue;
      seen = true;
      if (others.some((other) => shows(other, rig, [(cut[0][0] + cut[1][0]) / 2, (cut[0][1] + cut[1][1]) / 2]))) continue;
      const side = toward([(from[0] + to[0]) / 2 - within[0], (from[1] + to[1]) / 2 - within[1]], from, to);
      ends[side] = Math.max(ends[side], ...cut.map((at) => inside(at)[side]));
    }
  }
  if (seen) return ends;
  // No edge runs through the frame: it is all of it there, or none.
  return shows(photograph, rig, [0, 0]) ? ends : null;
}

/** The side of the frame toward which an edge ends the photograph: square to the edge, away from what lies within. */
function toward(out: OnBack, from: OnBack, to: OnBack): keyof PlateEnds {
  const [ax, ay] = [to[0] - from[0], to[1] - from[1]];
  // Square to the edge, on the side where `out` points.
  const sign = out[0] * ay - out[1] * ax >= 0 ? 1 : -1;
  const [x, y] = [sign * ay, -sign * ax];
  if (Math.abs(x) > Math.abs(y)) return x > 0 ? 'rightMm' : 'leftMm';
  return y > 0 ? 'topMm' : 'bottomMm';
}

/** The part of a line that lies in a frame about the origin, by its ends; `null` where none of it does. */
function cutOff([x1, y1]: OnBack, [x2, y2]: OnBack, halfW: number, halfH: number): readonly [OnBack, OnBack] | null {
  let [from, to] = [0, 1];
  for (const [start, along, half] of [
    [x1, x2 - x1, halfW],
    [y1, y2 - y1, halfH],
  ] as const)
    for (const side of [1, -1]) {
      const [room, toward] = [half - side * start, side * along];
      if (toward === 0 && room < 0) return null;
      if (toward > 0) to = Math.min(to, room / toward);
      if (toward < 0) from = Math.max(from, room / toward);
    }
  if (from > to) return null;
  const at = (share: number): OnBack => [x1 + share * (x2 - x1), y1 + share * (y2 - y1)];
  return [at(from), at(to)];
}
