import { stopsBetween } from '../coverage/apertures';
import { freshGeometry, type Geometry } from '../geometry/geometry';
import { pinStates } from '../geometry/pins';
import { workingExposure } from '../exposure/working';
import type { SetupSettings } from '../model/setup';
import { airyMm } from '../planning/apertureChoice';
import type { Change } from './controls';

/**
 * The one table of weights, by which solutions are put in order: fewest
 * controls first; a solution that passes with little to spare counts as half a
 * control more; then the smallest movement, in units that a hand notices; then
 * the best picture. The weights are our choice; none of them is measured.
 */
export const WEIGHTS = {
  /** What a tight check counts, in controls. */
  tight: 0.5,
  /** What it counts, in controls, that a straight lens is turned where nothing is pinned: nothing then says whether the subject stays sharp. */
  turnedUnpinned: 2,
  /** One unit that a hand notices: half a millimetre of a slide, a third of a stop, a quarter of a degree of tilt, half a degree of the head, a twentieth of the distance, five centimetres of height. */
  slideMm: 0.5,
  stops: 1 / 3,
  tiltDeg: 0.25,
  headDeg: 0.5,
  distanceShare: 0.05,
  heightM: 0.05,
  /** What else is changed counts so many units: the frame turned, the focus, a filter or another shutter, a crop, a stack shot, a mosaic laid out, the rig changed. */
  turnedFrame: 2,
  focus: 1,
  exposure: 4,
  crop: 12,
  stack: 30,
  mosaic: 40,
  rig: 60,
  /** One unit of movement is worth so much of the picture: a blur a twentieth larger. */
  softerShare: 0.05,
} as const;

/** What a solution costs beside the start. */
export interface Cost {
  /** How many controls are set to another value. */
  readonly controls: number;
  /** How much is moved, in units that a hand notices. */
  readonly movement: number;
  /** Whether a straight lens is turned although nothing is pinned that would have to stay sharp. */
  readonly turnedUnpinned: boolean;
  /** How much larger the blur of diffraction and defocus together is, a share of what it was; below zero where the picture gains. */
  readonly softer: number;
  /** The share of the pixels that a single frame keeps beside before, 1 where it keeps all; `null` on film. */
  readonly kept: number | null;
  /** Shots that have to be made: the frames of a mosaic, each as a stack where there is one. */
  readonly frames: number;
  /** How much longer the exposure is, stops; `null` where nothing is metered. */
  readonly longerStops: number | null;
}

/** How much one change moves, in units that a hand notices. */
function unitsOf({ key, from, to }: Change): number {
  const far = typeof from === 'number' && typeof to === 'number' ? Math.abs(to - from) : 0;
  switch (key) {
    case 'movements.riseMm':
    case 'movements.shiftMm':
      return far / WEIGHTS.slideMm;
    case 'fNumber':
      return Math.abs(stopsBetween(Number(from), Number(to))) / WEIGHTS.stops;
    case 'front.tiltDeg':
    case 'front.swingDeg':
    case 'rear.tiltDeg':
    case 'rear.swingDeg':
      return far / WEIGHTS.tiltDeg;
    case 'scene.yawDeg':
    case 'scene.pitchDeg':
    case 'scene.rollDeg':
      return far / WEIGHTS.headDeg;
    case 'scene.distanceM':
      return Math.abs(Math.log(Number(to) / Number(from))) / WEIGHTS.distanceShare;
    case 'scene.asideM':
    case 'scene.cameraHeightM':
      return far / WEIGHTS.heightM;
    case 'orientation':
      return WEIGHTS.turnedFrame;
    case 'focusM':
      return WEIGHTS.focus;
    case 'crop':
      return WEIGHTS.crop;
    case 'stack':
      return WEIGHTS.stack;
    case 'mosaic':
      return WEIGHTS.mosaic;
    case 'rig':
      return WEIGHTS.rig;
    default:
      return WEIGHTS.exposure;
  }
}

/** The blur of diffraction and of the worst pin together, as shares of what is allowed on this frame. */
function blurShare(geometry: Geometry): number {
  const { cocMm } = geometry.blurAllowed;
  const worst = geometry.settings.scene === null ? 0 : worstPinMm(geometry);
  return Math.hypot(airyMm(geometry, geometry.settings.fNumber), worst) / cocMm;
}

function worstPinMm(geometry: Geometry): number {
  return pinStates(geometry)
    .filter(({ pin }) => pin.role === 'sharp')
    .reduce((most, { blurMm, pin }) => Math.max(most, blurMm === null ? 0 : blurMm * pin.weight), 0);
}

const framesOf = ({ mosaic, stack }: Pick<SetupSettings, 'mosaic' | 'stack'>): number => (mosaic?.frames.length ?? 1) * (stack?.shots ?? 1);

const pixelsIn = ({ pixels }: Geometry): number | null => pixels && pixels.columns * pixels.rows;

/**
 * What it costs to come from one setup to another.
 *
 * @param from settings of a setup
 * @param to the same setup, set in another way
 * @param changes what has to be set
 */
export function costOf(from: SetupSettings, to: SetupSettings, changes: readonly Change[]): Cost {
  const [before, after] = [freshGeometry(from), freshGeometry(to)];
  const [was, is] = [workingExposure(before)?.shutterSpeedS ?? null, workingExposure(after)?.shutterSpeedS ?? null];
  return {
    controls: changes.length,
    movement: changes.reduce((sum, change) => sum + unitsOf(change), 0),
    turnedUnpinned: isTurnedUnpinned(from, to),
    softer: changes.length === 0 ? 0 : blurShare(after) / blurShare(before) - 1,
    frames: framesOf(to),
    kept: keptOf(before, after),
    longerStops: was === null || is === null ? null : Math.log2(is / was),
  };
}

/**
 * Whether a lens that was straight is turned although nothing is pinned that would have to stay sharp.
 *
 * @param from settings of a setup
 * @param to the same setup, set in another way
 *
 * @example
 * isTurnedUnpinned(front, { front: { tiltDeg: 3, swingDeg: 0 }, pins: [] }) // => true
 */
export function isTurnedUnpinned(from: SetupSettings, to: Pick<SetupSettings, 'front' | 'pins'>): boolean {
  const straight = ({ tiltDeg, swingDeg }: SetupSettings['front']): boolean => tiltDeg === 0 && swingDeg === 0;
  return straight(from.front) && !straight(to.front) && !to.pins.some(({ role }) => role === 'sharp');
}

function keptOf(before: Geometry, after: Geometry): number | null {
  const [had, has] = [pixelsIn(before), pixelsIn(after)];
  return had === null || has === null ? null : has / had;
}

/** The least that a solution can cost that makes these changes: what is known before its checks are looked at. */
export function leastCost(changes: readonly Change[]): number {
  return orderOf(
    { controls: changes.length, movement: changes.reduce((sum, change) => sum + unitsOf(change), 0), softer: 0, turnedUnpinned: false },
    0,
  );
}

/** Movement never outweighs a control: so many units and more count as just less than half of one. */
const MOST_UNITS = 400;

/**
 * One number by which solutions are put in order, the simplest first.
 *
 * @param cost what it costs
 * @param tight how many checks pass with little to spare
 */
export function orderOf(
  { controls, movement, softer, turnedUnpinned }: Pick<Cost, 'controls' | 'movement' | 'softer' | 'turnedUnpinned'>,
  tight: number,
): number {
  const units = movement + Math.max(0, softer) / WEIGHTS.softerShare;
  const counted = controls + (tight > 0 ? WEIGHTS.tight : 0) + (turnedUnpinned ? WEIGHTS.turnedUnpinned : 0);
  return counted + Math.min(0.49, (0.49 * units) / MOST_UNITS);
}
