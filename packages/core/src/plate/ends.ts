import type { FrameSize } from '../model/frame';
import type { PlateProjection } from './pixel';
import { rigToPlate, type RigThere, type Turned } from './throughRig';

/** How far inside each side of a rig’s frame the photograph ends, mm; 0 where it reaches that side. */
export interface PlateEnds {
  readonly topMm: number;
  readonly bottomMm: number;
  readonly leftMm: number;
  readonly rightMm: number;
}

/** The photograph is looked for at this many places along a side, in this many steps inward. */
const [ALONG, STEPS] = [33, 64] as const;
/** The step in which it begins is halved this often. */
const HALVINGS = 20;

/**
 * Where a photograph ends in the frame of a rig: for each side, the widest strip that
 * it leaves uncovered anywhere along it. `null` where it shows nothing of the frame.
 * Found by looking from the side inward and halving the step in which the photograph begins.
 *
 * @param plate how the photograph is projected
 * @param held how the photograph was held
 * @param rig the rig at the same place
 * @param frame size of its upright frame, mm
 *
 * @example
 * plateEnds({ kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 200 }, { yawDeg: 0, pitchDeg: 0, rollDeg: 0 }, { turned: { yawDeg: 0, pitchDeg: 0, rollDeg: 0 }, imageMm: 20, riseMm: 10, shiftMm: 0 }, { widthMm: 36, heightMm: 24 })?.topMm // => 7
 */
export function plateEnds(plate: PlateProjection, held: Turned, rig: RigThere, { widthMm, heightMm }: FrameSize): PlateEnds | null {
  const there = (x: number, y: number): boolean => {
    const at = rigToPlate(plate, held, rig, [x, y]);
    if (at === null) return false;
    const [u, v] = at;
    return u >= 0 && v >= 0 && u <= plate.widthPx && v <= plate.heightPx;
  };
  /** The widest strip along a side, each place a share along it and a way inward; `null` where nothing is seen from it. */
  const ends = (deepMm: number, at: (share: number, inMm: number) => boolean): number | null => {
    let farthest: number | null = null;
    for (let i = 0; i < ALONG; i++) {
      const share = i / (ALONG - 1);
      let k = 0;
      while (k <= STEPS && !at(share, (deepMm * k) / STEPS)) k++;
      // Along this line there is nothing of it: that is for the sides across to say.
      if (k > STEPS) continue;
      // Where it is there at the side itself, both are 0.
      let [out, inside] = [(deepMm * Math.max(0, k - 1)) / STEPS, (deepMm * k) / STEPS];
      for (let round = 0; round < HALVINGS; round++) {
        const middle = (out + inside) / 2;
        if (at(share, middle)) inside = middle;
        else out = middle;
      }
      farthest = Math.max(farthest ?? 0, inside);
    }
    return farthest;
  };
  const x = (share: number): number => widthMm * (share - 0.5);
  const y = (share: number): number => heightMm * (share - 0.5);
  const [topMm, bottomMm, leftMm, rightMm] = [
    ends(heightMm, (share, inMm) => there(x(share), heightMm / 2 - inMm)),
    ends(heightMm, (share, inMm) => there(x(share), inMm - heightMm / 2)),
    ends(widthMm, (share, inMm) => there(inMm - widthMm / 2, y(share))),
    ends(widthMm, (share, inMm) => there(widthMm / 2 - inMm, y(share))),
  ];
  return topMm === null || bottomMm === null || leftMm === null || rightMm === null ? null : { topMm, bottomMm, leftMm, rightMm };
}
