import { diagonalMm, turned } from '../coverage/frame';
import { blurDiscCyMm } from './idealSharpness';
import { DEFAULT_SHARPNESS, permissibleBlur } from '../focus/sharpness';
import type { FrameSize } from '../model/frame';
import type { ShiftPosition } from '../model/movements';
import type { Rig } from '../model/rig';
import type { ChartLayout } from './chart';
import { wallApertures, wallPlan } from './wallPlan';

/** One frame of a series of the test chart. */
export interface ChartShotPlan extends ShiftPosition {
  readonly fNumber: number;
  /** How far the back is from where it was focused, away from the lens, mm. */
  readonly focusMm: number;
  /** Whether a lamp stands beside the frame. */
  readonly lamp: boolean;
}

/** A series of frames of the test chart, in the order of the fewest changes. */
export interface ChartPlan {
  /** The frame in landscape orientation. */
  readonly frame: FrameSize;
  readonly shots: readonly ChartShotPlan[];
  /** From the first exposure to the last, s. */
  readonly durationS: number;
  /** At which magnification the chart fills the frame, and how far it then is from the lens, m. */
  readonly magnification: number;
  readonly distanceM: number;
  /** How far apart the positions of the back are, mm; `null` where all frames are focused alike. */
  readonly focusStepMm: number | null;
  /** By how much the camera is moved instead where focus cannot be set so finely, mm. */
  readonly cameraStepMm: number | null;
}

/** What frames of the chart are taken for. */
export type ChartPurpose = 'sharpness' | 'focus' | 'flare';

/** The chart is drawn larger than the frame by this share. */
const FILLS = 1.02;
/** How long it takes to shift and put the chart before the frame again, to shift alone, to refocus, to turn the aperture ring, and to release (assumed), s. */
const MOVE_S = 90;
const SHIFT_S = 20;
const FOCUS_S = 15;
const RING_S = 4;
const RELEASE_S = 3;
/** Positions of the back to either side of focus. */
const FOCUS_STEPS = 3;
/** Apertures of a focus series: stopped down farther best focus hardly shows. */
const FOCUS_APERTURES = 3;
/** Flare changes slowly with the aperture: every second one. */
const FLARE_EVERY = 2;

/**
 * At which magnification a chart fills a frame.
 *
 * @param frame size of the frame
 * @param layout the chart
 *
 * @example
 * fillingMagnification({ widthMm: 36, heightMm: 24 }, { widthMm: 420, heightMm: 297 }) // => 0.087429
 */
export function fillingMagnification({ widthMm, heightMm }: FrameSize, layout: Pick<ChartLayout, 'widthMm' | 'heightMm'>): number {
  return FILLS * Math.max(widthMm / layout.widthMm, heightMm / layout.heightMm);
}

/**
 * The sharpness that the permissible blur of a format asks for, cycles per mm.
 *
 * @param frame size of the frame
 *
 * @example
 * formatStandardCyMm({ widthMm: 36, heightMm: 24 }) // => 24.445
 */
export function formatStandardCyMm(frame: FrameSize): number {
  return blurDiscCyMm(permissibleBlur(DEFAULT_SHARPNESS, frame).cocMm);
}

/** Where the lens is shifted to: centred, and as far as it goes in four directions, which carries corners and borders out. */
export function carryingPositions(rig: Rig, frame: FrameSize): readonly ShiftPosition[] {
  const { lens, mechanism } = rig;
  const plan = wallPlan({ frame, mechanism, circleMm: lens.circle.imageCircleMm, fNumbers: [lens.widestFNumber] });
  // Where it is not known how far the rig shifts, the centred frame is measured all the same.
  if (!plan) return [{ riseMm: 0, shiftMm: 0 }];
  const straight = plan.shots.filter(({ riseMm, shiftMm }) => mechanism.kind === 'line' || riseMm === 0 || shiftMm === 0);
  // Past the image circle there is nothing to read.
  const most = lens.circle.imageCircleMm === null ? Infinity : (lens.circle.imageCircleMm - diagonalMm(frame)) / 2;
  const shortened = straight.map(({ riseMm, shiftMm }) => {
    const far = Math.hypot(riseMm, shiftMm);
    const by = far > most && far > 0 ? Math.max(0, Math.floor(2 * most) / 2) / far : 1;
    return { riseMm: riseMm * by + 0, shiftMm: shiftMm * by + 0 };
  });
  return shortened.filter((at, k, all) => all.findIndex(({ riseMm, shiftMm }) => riseMm === at.riseMm && shiftMm === at.shiftMm) === k);
}

/** At each place the ring turns the other way, so that it need not be turned back. */
export const inTurn = (i: number, fNumbers: readonly number[]): readonly number[] => (i % 2 === 0 ? fNumbers : fNumbers.toReversed());

/** How long a series takes, s: so many places, so many apertures at each, and what is done between places. */
export function durationOf({
  places,
  between,
  fNumbers,
}: {
  readonly places: number;
  readonly between: 'chart' | 'shift' | 'focus';
  readonly fNumbers: number;
}): number {
  const betweenS = { chart: MOVE_S, shift: SHIFT_S, focus: FOCUS_S }[between];
  return (places - 1) * betweenS + places * ((fNumbers - 1) * RING_S + fNumbers * RELEASE_S);
}

/** Positions of the back about 0, a step apart that is set to a hundredth of a millimetre. */
export function focusPlaces(wantedStepMm: number): { readonly step: number; readonly places: readonly number[] } {
  const step = Math.max(0.01, Math.round(100 * wantedStepMm) / 100);
  return { step, places: Array.from({ length: 2 * FOCUS_STEPS + 1 }, (_, i) => Math.round(100 * (i - FOCUS_STEPS) * step) / 100 + 0) };
}

/**
 * Which frames of the test chart to take with a rig, the camera held in
 * landscape orientation: for sharpness every aperture at up to five shifts, for
 * curvature, focus shift and tilt of the field a series of positions of the
 * back about focus at the wider apertures, for flare some apertures without and
 * with a lamp beside the frame.
 *
 * @param rig the rig
 * @param layout the chart
 * @param purpose what is to be measured
 *
 * @example
 * chartPlanOfRig(rig, chartLayout('A3'), 'focus').frame // => { widthMm: 36, heightMm: 24 }
 */
export function chartPlanOfRig(rig: Rig, layout: ChartLayout, purpose: ChartPurpose): ChartPlan {
  const frame = turned(rig.back, 'landscape');
  const magnification = fillingMagnification(frame, layout);
  const apertures = wallApertures(rig.lens);
  const about = { frame, magnification, distanceM: (rig.lens.focalMm * (1 + 1 / magnification)) / 1000 };
  if (purpose === 'sharpness') {
    const unique = carryingPositions(rig, frame);
    return {
      ...about,
      shots: unique.flatMap((at, i) => inTurn(i, apertures).map((fNumber) => ({ fNumber, ...at, focusMm: 0, lamp: false }))),
      durationS: durationOf({ places: unique.length, between: 'chart', fNumbers: apertures.length }),
      focusStepMm: null,
      cameraStepMm: null,
    };
  }
  if (purpose === 'flare') {
    const some = apertures.filter((_, i) => i % FLARE_EVERY === 0);
    return {
      ...about,
      shots: [false, true].flatMap((lamp, i) => inTurn(i, some).map((fNumber) => ({ fNumber, riseMm: 0, shiftMm: 0, focusMm: 0, lamp }))),
      durationS: durationOf({ places: 2, between: 'chart', fNumbers: some.length }),
      focusStepMm: null,
      cameraStepMm: null,
    };
  }
  const wide = apertures.slice(0, FOCUS_APERTURES);
  // A step blurs as much as is permissible at the widest aperture.
  const { cocMm } = permissibleBlur(DEFAULT_SHARPNESS, frame);
  const { step, places } = focusPlaces(cocMm * rig.lens.widestFNumber * (1 + magnification));
  return {
    ...about,
    shots: places.flatMap((focusMm, i) => inTurn(i, wide).map((fNumber) => ({ fNumber, riseMm: 0, shiftMm: 0, focusMm, lamp: false }))),
    durationS: durationOf({ places: places.length, between: 'focus', fNumbers: wide.length }),
    focusStepMm: step,
    // Nearer by δ brings the focus out by m²·δ.
    cameraStepMm: step / magnification ** 2,
  };
}
