import { ringOf } from '../coverage/apertures';
import { nearestTilt, type TiltMechanism } from '../focus/tiltMechanism';
import type { Geometry } from '../geometry/geometry';
import { defocus, type PlacedPin } from '../geometry/pins';
import { alongAxisMm, axisToBack } from '../geometry/standards';
import type { StandardTurn } from '../model/movements';
import { pupilWeight } from '../planning/solveFocus';
import type { Vec3 } from '../space/vector';

/** Tilt or swing alone is gone through in these steps, both together in coarser ones, degrees. */
const ALONE_DEG = 0.1;
const TOGETHER_DEG = 0.5;
/** The rule of thumb for the blur is true within this share where both sides of the range of apertures are used up. */
const SURE = 1.04;
/** So many of each kind are worth a look: the nearest, and others spread over all that may do, as another check can end some of it. What one movement alone does is simpler, and may do it within two tenths of a degree. */
const MOST_ALONE = 20;
const MOST_TOGETHER = 8;

/** Between which f-numbers all that must be sharp is, and all that must be soft. */
interface Apertures {
  readonly low: number;
  readonly high: number;
}

/**
 * Turns of the lens with the focus as it is at which what must be sharp is and
 * what must be soft is too, by the blur of a thin lens: tilt alone, swing alone,
 * both; the least turned first. For scenes with soft pins, which no solver of
 * a widest aperture answers.
 *
 * @param geometry what follows from the settings of a setup
 * @param mechanism how the lens can be turned
 */
export function turnsApart(geometry: Geometry, mechanism: TiltMechanism): readonly StandardTurn[] {
  const { settings } = geometry;
  const { front, fNumber, rig } = settings;
  const at = aperturesOf(geometry);
  const farthest = mostDeg(mechanism);
  const marks = ringOf(rig.lens);
  const reached = ({ tiltDeg, swingDeg }: StandardTurn): boolean => {
    const near = nearestTilt(mechanism, { tiltDeg, swingDeg });
    return Math.abs(near.tiltDeg - tiltDeg) < 1e-6 && Math.abs(near.swingDeg - swingDeg) < 1e-6;
  };
  const far = ({ tiltDeg, swingDeg }: StandardTurn): number => Math.hypot(tiltDeg - front.tiltDeg, swingDeg - front.swingDeg);
  const few = (turns: readonly StandardTurn[], most: number): readonly StandardTurn[] => {
    const possible = turns.flatMap((turn) => {
      const apertures = reached(turn) ? at(turn) : null;
      return apertures && apertures.low <= apertures.high * SURE ? [{ turn, ...apertures }] : [];
    });
    const nearest = (some: readonly { readonly turn: StandardTurn }[]): readonly StandardTurn[] => {
      const inOrder = some.map(({ turn }) => turn).sort((a, b) => far(a) - far(b));
      const every = Math.max(1, (inOrder.length - 1) / (most - 1));
      return inOrder.filter((_, i) => Math.floor(i / every) > Math.floor((i - 1) / every));
    };
    const holds = (mark: number, { low, high }: Apertures, by: number): boolean => mark >= low * by && mark * by <= high;
    return [
      ...nearest(possible.filter((each) => holds(fNumber, each, SURE))),
      ...nearest(possible.filter((each) => holds(fNumber, each, 1 / SURE))),
      ...nearest(possible.filter((each) => marks.some((mark) => holds(mark, each, SURE)))),
    ];
  };
  const steps = (step: number): readonly number[] => {
    const count = Math.floor(farthest / step + 1e-6);
    return Array.from({ length: 2 * count + 1 }, (_, i) => Math.round((i - count) * step * 100) / 100 + 0);
  };
  const [fine, coarse] = [steps(ALONE_DEG), steps(TOGETHER_DEG)];
  return [
    ...few(
      fine.map((tiltDeg) => ({ ...front, tiltDeg })),
      MOST_ALONE,
    ),
    ...few(
      fine.map((swingDeg) => ({ ...front, swingDeg })),
      MOST_ALONE,
    ),
    ...few(
      coarse.flatMap((tiltDeg) => coarse.map((swingDeg) => ({ tiltDeg, swingDeg }))),
      MOST_TOGETHER,
    ),
  ];
}

/** The apertures that a turn of the lens leaves, by the blur of a thin lens; `null` where something cannot be imaged. */
function aperturesOf({ settings, placedPins, blurAllowed }: Geometry): (front: StandardTurn) => Apertures | null {
  const { rear, rig, focusM, limits } = settings;
  const { focalMm } = rig.lens;
  const ratio = rig.parts.lens.specs.pupilRatio ?? 1;
  const alongMm = alongAxisMm(focalMm, focusM);
  const { cocMm } = blurAllowed;
  const [sharp, soft] = (['sharp', 'soft'] as const).map((role) => placedPins.filter(({ pin }) => pin.role === role));
  const weighed = ({ pin, points }: PlacedPin): readonly { readonly point: Vec3; readonly weight: number }[] =>
    points.map((point) => ({ point, weight: pin.weight * pupilWeight(focalMm, ratio, point[2]) }));
  const sharpPoints = (sharp ?? []).flatMap(weighed);
  return (front) => {
    const axis = axisToBack({ front, rear });
    const setting = { focalMm, imageMm: alongMm * axis[2], axis };
    let widest = 0;
    for (const { point, weight } of sharpPoints) widest = Math.max(widest, Math.abs(defocus(setting, point)) * weight);
    let least = Infinity;
    for (const { points } of soft ?? []) {
      let [low, high, nearest] = [Infinity, -Infinity, Infinity];
      for (const point of points) {
        const g = defocus(setting, point);
        [low, high, nearest] = [Math.min(low, g), Math.max(high, g), Math.min(nearest, Math.abs(g))];
      }
      // A plane that runs through a thing leaves some of it sharp.
      least = Math.min(least, low < 0 && high > 0 ? 0 : nearest);
    }
    const low = (focalMm * widest) / cocMm;
    const high = (focalMm * least) / (limits.softTimes * cocMm);
    return Number.isNaN(low) || Number.isNaN(high) ? null : { low, high };
  };
}

/** How far a mechanism goes at most, degrees. */
function mostDeg(mechanism: TiltMechanism): number {
  switch (mechanism.kind) {
    case 'free':
      return 45;
    case 'cone':
      return mechanism.maxDeg;
    case 'box':
      return Math.max(...mechanism.tiltDeg.map(Math.abs), ...mechanism.swingDeg.map(Math.abs));
    case 'line':
      return Math.max(...mechanism.rangeDeg.map(Math.abs));
  }
}
