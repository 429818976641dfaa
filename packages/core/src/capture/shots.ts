import { type Geometry, freshGeometry } from '../geometry/geometry';
import { bracketStops } from '../exposure/brackets';
import { setupBrackets, workingExposure } from '../exposure/working';
import { rectOf } from '../mosaic/frames';
import { FIRST_SERIES } from '../mosaic/mosaic';
import { setupOfFrame } from '../geometry/laidMosaic';
import { onPlate, settingFor, slidesOf } from '../mosaic/slides';
import type { ShiftPosition } from '../model/movements';
import type { Vec3 } from '../space/vector';
import { partsInOrder } from '../rig/parts';
import type { MosaicFrame, Series, Zone } from '../model/mosaic';
import type { SetupSettings } from '../model/setup';

/** How the simulated back takes frames, and in what it errs. */
export interface BackOptions {
  /** So many pixels of the back across and down make one. */
  readonly binning: 1 | 2 | 4 | 8 | 16;
  /** Points of the aperture that a frame is the mean of. */
  readonly samples: number;
  readonly bits: 8 | 16;
  readonly format: 'png' | 'tiff';
  /** Standard deviation of where the slide is really set, mm, in each direction. */
  readonly slideErrorMm: number;
  /** By how much the camera is rolled and pitched against what the level says, degrees. */
  readonly levelErrorDeg: number;
  /** How much light drifts from the first frame to the last, stops. */
  readonly driftStops: number;
  readonly noise: boolean;
  /** What moves in the zones is there, each frame at its time. */
  readonly moving: boolean;
  /** Errors and noise come out the same for the same number. */
  readonly seed: number;
  /** Which exposure of the bracket, from 0 in the order of the shots; `null`, or one that the bracket has not, for the metered one. */
  readonly exposure: number | null;
}

export const FIRST_BACK: BackOptions = {
  binning: 4,
  samples: 16,
  bits: 16,
  format: 'tiff',
  slideErrorMm: 0.05,
  levelErrorDeg: 0,
  driftStops: 0.1,
  noise: true,
  moving: true,
  seed: 1,
  exposure: null,
};

/** Something that moves, as an upright board in the frame of the camera, m. */
export interface MovingBoard {
  readonly corners: readonly Vec3[];
}

/** One exposure of the simulated back. */
export interface Take {
  readonly number: number;
  /** The setup for this frame alone, as it really was set. */
  readonly settings: SetupSettings;
  /** From the first exposure, s. */
  readonly atS: number;
  /** By what its light differs from the metered exposure: its own of the bracket, and the drift. */
  readonly gain: number;
  /** Which exposure of the bracket, from 0; `null` without one. How long it takes, s. */
  readonly bracket: number | null;
  readonly exposureS: number;
  /** How far the lens has moved with the rise and shift, so that its view is from there, mm; nothing when the back moves or the camera is slid the other way. */
  readonly movedMm: { readonly right: number; readonly up: number };
  readonly boards: readonly MovingBoard[];
  readonly columns: number;
  readonly rows: number;
  /** What the camera can write of it: a lens without contacts tells it nothing. */
  readonly writes: { readonly fNumber: number | null; readonly focalMm: number | null };
}

/**
 * Repeatable numbers 0 to 1. Source: mulberry32, public domain.
 *
 * @param seed seed of the series
 *
 * @example
 * numbersFrom(7)() === numbersFrom(7)() // => true
 */
export function numbersFrom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** A normal deviate from two even ones. Source: Box and Muller 1958. */
export function normalFrom(random: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}

/**
 * Whether the camera hears from the lens: every part between them has contacts.
 *
 * @param settings what of the settings it depends on
 *
 * @example
 * hearsLens(front) // => true
 */
export function hearsLens({ rig }: Pick<SetupSettings, 'rig'>): boolean {
  const { parts } = rig;
  if (parts.kind === 'held' || parts.kind === 'view') return false;
  if (parts.kind === 'fixed') return true;
  return partsInOrder(parts).every((part) => !('contacts' in part) || part.contacts === true);
}

/**
 * The exposures of a setup: of its mosaic in the order of the series, or a single one; of a bracket one exposure at every place. Empty when the back counts no pixels.
 *
 * @param geometry what follows from the settings of a setup
 * @param options how the simulated back is set
 *
 * @example
 * shotsFor(mosaicGeometry, FIRST_BACK).length // => 3
 */
export function shotsFor(geometry: Geometry, options: BackOptions): readonly Take[] {
  const { back } = geometry.settings.rig;
  if (back.columnsPx === null || back.rowsPx === null) return [];
  const random = numbersFrom(options.seed);
  const { mosaic } = geometry.settings;
  const frames = mosaic?.frames ?? [{ ...geometry.settings.movements, turned: false }];
  const pitchMm = (back.widthMm / back.columnsPx) * options.binning;
  const pose = geometry.settings.scene && {
    ...geometry.settings.scene,
    pitchDeg: geometry.settings.scene.pitchDeg + options.levelErrorDeg,
    rollDeg: geometry.settings.scene.rollDeg + options.levelErrorDeg,
  };
  const heard = hearsLens(geometry.settings);
  const stops = bracketStops(setupBrackets(geometry.settings));
  const bracket = options.exposure !== null && options.exposure < stops.length ? options.exposure : Math.max(0, stops.indexOf(0));
  const by = stops[bracket] ?? 0;
  const series = mosaic?.series ?? { ...FIRST_SERIES, brackets: stops.length };
  const exposureS = workingExposure(geometry)?.shots.find(({ stops: each }) => each === by)?.shutterSpeedS ?? series.exposureS * 2 ** by;
  const slides = slidesOf(geometry.settings.rig);
  // A stop of the back, or a plate that turns it, leaves the lens where it is.
  const lensMoved = (planned: MosaicFrame, at: ShiftPosition): Take['movedMm'] => {
    if (slides.quarter !== null && onPlate(planned, slides.quarter)) return { right: 0, up: 0 };
    const stopMm = settingFor(slides, planned)?.stopMm ?? 0;
    return { right: at.shiftMm - stopMm, up: at.riseMm };
  };
  return frames.map((frame, i): Take => {
    const erred = {
      ...frame,
      shiftMm: frame.shiftMm + options.slideErrorMm * normalFrom(random),
      riseMm: frame.riseMm + options.slideErrorMm * normalFrom(random),
    };
    const alone = mosaic
      ? setupOfFrame(geometry, erred)
      : { ...geometry.settings, movements: { riseMm: erred.riseMm, shiftMm: erred.shiftMm } };
    const { widthMm, heightMm } = freshGeometry(alone).wholeFrame;
    const atS = startOf(series, frames.length, i, bracket);
    return {
      number: i + 1,
      settings: { ...alone, crop: null, scene: pose },
      atS,
      gain: 2 ** (by + (frames.length < 2 ? 0 : (options.driftStops * i) / (frames.length - 1))),
      bracket: stops.length > 1 ? bracket : null,
      exposureS,
      movedMm: mosaic?.mover === 'lens' ? lensMoved(frame, erred) : { right: 0, up: 0 },
      boards: options.moving ? (mosaic?.zones ?? []).map((zone) => boardOf(zone, atS, geometry.imageMm)) : [],
      columns: Math.round(widthMm / pitchMm),
      rows: Math.round(heightMm / pitchMm),
      writes: { fNumber: heard ? geometry.settings.fNumber : null, focalMm: heard ? geometry.settings.rig.lens.focalMm : null },
    };
  });
}

/** When an exposure of a frame begins, s from the very first: all exposures at one place and then the next place, or all places and then the next exposure. */
function startOf({ brackets, bracketsInside, exposureS, settleS, moveS }: Series, places: number, place: number, bracket: number): number {
  const one = exposureS + settleS;
  return bracketsInside ? place * (moveS + brackets * one) + bracket * one : (bracket * places + place) * (moveS + one);
}

/** The thing in a zone at its time: a board a third of the zone wide, going across it and beginning again. */
function boardOf(zone: Zone, atS: number, imageMm: number): MovingBoard {
  const z = zone.distanceM;
  const width = (zone.right - zone.left) / 3;
  const room = Math.max(1e-6, zone.right - zone.left - width);
  const gone = ((zone.speedMs * 1000 * atS * imageMm) / (z * 1000)) % room;
  const left = zone.left + gone;
  const at = (x: number, y: number): Vec3 => [(x * z) / imageMm, (y * z) / imageMm, z];
  return { corners: [at(left, zone.lower), at(left + width, zone.lower), at(left + width, zone.upper), at(left, zone.upper)] };
}

/** The rectangle of a shot about the foot of the lens, mm. */
export function rectOfShot({ settings }: Take) {
  return rectOf({ ...settings.movements, turned: false }, freshGeometry(settings).wholeFrame);
}
