import type { DefinitionBasis } from '../coverage/circle';
import type { Corner } from '../coverage/frame';
import type { CircleMargin } from '../geometry/circles';
import type { FlareState } from '../framing/flare';
import type { Edge } from '../framing/inFrame';
import type { LevelState } from '../framing/level';
import type { Parallax, ZoneState } from '../stitching/metrics';
import type { FindingState } from '../state';
import type { ShutterKind } from '../model/exposure';
import type { Mover } from '../model/mosaic';
import type { SetupPatch } from '../model/setup';

/** A frame of a mosaic, numbered from 1, and how many there are. */
export interface WhichFrame {
  readonly number: number;
  readonly of: number;
}

/** What a finding is about; one of each in a stand. */
export const FINDING_KINDS = [
  'inFrame',
  'lightCircle',
  'sharpCircle',
  'travel',
  'level',
  'obstacle',
  'stretch',
  'flare',
  'pins',
  'soft',
  'tiltTravel',
  'tiltScale',
  'reach',
  'composed',
  'overlap',
  'parallax',
  'seam',
  'room',
  'time',
  'reciprocity',
  'flash',
  'readout',
  'diffraction',
  'shake',
  'film',
] as const;
export type FindingKind = (typeof FINDING_KINDS)[number];

/** What is left to spare, in the unit of the control that it is counted in; a ratio has none. */
export interface Spare {
  readonly value: number;
  readonly unit: 'mm' | 'm' | '°' | 'stops' | 'px' | 'µm' | 'GB' | 'frames' | '%' | '';
}

/** A change that makes its finding hold, with the margin then. */
export interface Remedy {
  readonly control:
    | 'aperture'
    | 'rise'
    | 'shift'
    | 'both'
    | 'orientation'
    | 'distance'
    | 'height'
    | 'turn'
    | 'level'
    | 'choice'
    | 'shade'
    | 'focus'
    | 'tilt'
    | 'several'
    | 'mosaic'
    | 'exposure';
  readonly patch: SetupPatch;
  /** What it sets, where the patch alone does not say it. */
  readonly said?: string;
  readonly leaves: Spare;
}

interface FindingBase {
  readonly state: FindingState;
  readonly remedies: readonly Remedy[];
}

/** Are all corners lit? */
export interface LightCircleFinding extends FindingBase {
  readonly kind: 'lightCircle';
  readonly margin: CircleMargin | null;
  readonly corners: readonly Corner[];
  readonly diameterMm: number | null;
  readonly frameDiagonalMm: number;
  /** Of a mosaic the frame that is worst; `null` for a single picture. */
  readonly frame: WhichFrame | null;
}

/** Are all corners inside the circle of good definition at the aperture set? */
export interface SharpCircleFinding extends FindingBase {
  readonly kind: 'sharpCircle';
  readonly margin: CircleMargin | null;
  readonly corners: readonly Corner[];
  readonly fNumber: number;
  readonly diameterMm: number | null;
  readonly basis: DefinitionBasis | null;
  readonly frameDiagonalMm: number;
  readonly frame: WhichFrame | null;
}

/** Can the slides take this position? */
export interface TravelFinding extends FindingBase {
  readonly kind: 'travel';
  readonly spareMm: number | null;
  readonly stop: string | null;
  readonly fixed: boolean;
  readonly frame: WhichFrame | null;
}

/** Is the subject in the picture? */
export interface InFrameFinding extends FindingBase {
  readonly kind: 'inFrame';
  /** What the nearest edge of the frame has to spare, mm on the sensor; negative when the subject goes beyond it, `null` when part of it lies behind the camera. */
  readonly spareMm: number | null;
  readonly edge: Edge;
}

/** Does the back stand as level as the picture asks? */
export interface LevelFinding extends FindingBase {
  readonly kind: 'level';
  readonly level: LevelState;
  /** Which of the two is nearer to what is allowed, or farther beyond. */
  readonly worse: 'pitch' | 'roll';
  /** What is left of the tolerance, degrees; negative beyond it. */
  readonly spareDeg: number;
}

/** Is there room for the camera? */
export interface ObstacleFinding extends FindingBase {
  readonly kind: 'obstacle';
  readonly spareM: number;
}

/** Is the thing that is watched drawn rounder than the photographer asks? */
export interface StretchFinding extends FindingBase {
  readonly kind: 'stretch';
  /** How much longer than wide it is drawn; `null` behind the camera. */
  readonly stretch: number | null;
  readonly accepted: number;
}

/** Does a light source shine into the circle from outside the picture? */
export interface FlareFinding extends FindingBase {
  readonly kind: 'flare';
  readonly flare: FlareState;
}

/** Are all pins sharp enough that must be? */
export interface PinsFinding extends FindingBase {
  readonly kind: 'pins';
  readonly fNumber: number;
  /** How much wider the aperture could be, stops; negative when it must be smaller, `null` when a pin cannot be imaged or lies on nothing. */
  readonly spareStops: number | null;
  /** The pin that is worst, its blur, and that in pixels; `null` on film. */
  readonly worst: {
    readonly name: string;
    readonly blurMm: number | null;
    readonly blurPx: number | null;
    readonly side: 'nearer' | 'farther' | 'in focus';
  } | null;
  readonly allowedMm: number;
  readonly count: number;
  /** Pins on things that the subject no longer has. */
  readonly lost: readonly string[];
}

/** Are the pins soft that must be? */
export interface SoftFinding extends FindingBase {
  readonly kind: 'soft';
  /** How much smaller the aperture could be, stops; negative when it must be wider, `null` when no such pin can be looked at. */
  readonly spareStops: number | null;
  readonly worst: { readonly name: string; readonly blurMm: number; readonly blurPx: number | null } | null;
  /** Pins that cannot be looked at: on what the subject no longer has, or not imaged at all. */
  readonly lost: readonly string[];
  readonly times: number;
}

/** Can the mechanism be tilted so? */
export interface TiltTravelFinding extends FindingBase {
  readonly kind: 'tiltTravel';
  readonly by: string;
  /** What is left, degrees; negative beyond it. */
  readonly spareDeg: number | null;
  readonly nearest: { readonly tiltDeg: number; readonly swingDeg: number } | null;
  readonly locked: boolean;
  /** How far a standard that turns about its base carries the lens forward, mm: focus goes with it; 0 where it turns about the axis. */
  readonly forwardMm: number;
}

/** Is the scale of the tilt fine enough for what it has to be set to? */
export interface TiltScaleFinding extends FindingBase {
  readonly kind: 'tiltScale';
  readonly stepDeg: number;
  /** How exactly it can be read, and how exactly it has to be set for the pins to hold, degrees. */
  readonly readDeg: number;
  readonly allowedDeg: number;
}

/** Does the rig focus there? */
export interface ReachFinding extends FindingBase {
  readonly kind: 'reach';
  /** What is left on the rail to the end that is nearer, mm; negative beyond it. */
  readonly spareMm: number | null;
  readonly end: 'near' | 'far';
  readonly by: 'bellows' | 'lens';
}

/** Is the picture still composed as it was before the lens was tilted? */
export interface ComposedFinding extends FindingBase {
  readonly kind: 'composed';
  readonly riseMm: number;
  readonly shiftMm: number;
}

/** Do the frames of a mosaic join, with the overlap that is asked? */
export interface OverlapFinding extends FindingBase {
  readonly kind: 'overlap';
  readonly holes: number;
  readonly pieces: number;
  /** Shares of the frame: asked, and the least as the frames are set, with the two that have it. */
  readonly asked: number;
  readonly overlap: number;
  readonly between: readonly [number, number] | null;
  /** The largest picture without a gap, mm, where the outline is no rectangle; `null` where it is one. */
  readonly ragged: { readonly widthMm: number; readonly heightMm: number } | null;
  /** A plate of quarter turns gives what it gives. */
  readonly fixed: boolean;
}

/** Do near and far stay together in the overlaps of a mosaic? */
export interface ParallaxFinding extends FindingBase {
  readonly kind: 'parallax';
  readonly mover: Mover;
  readonly accepted: number;
  /** `null` when nearest and farthest are not known. */
  readonly parallax: Parallax | null;
  readonly film: boolean;
}

/** Is what moves kept off the seams of a mosaic? */
export interface SeamFinding extends FindingBase {
  readonly kind: 'seam';
  readonly zone: ZoneState;
  readonly zones: number;
}

/** Is there room on the card, or film, for all takes of a mosaic? */
export interface RoomFinding extends FindingBase {
  readonly kind: 'room';
  readonly takes: number;
  readonly gb: number | null;
  /** GB free, or frames of film left; `null` when not said. */
  readonly free: number | null;
  readonly film: boolean;
}

/** Can the shutter do the times of all takes? */
export interface TimeFinding extends FindingBase {
  readonly kind: 'time';
  readonly shutter: ShutterKind;
  /** The take that is nearest to an end of the shutter, or farthest beyond, as needed, s; `null` when not known. */
  readonly neededS: number | null;
  /** The end that it is measured against, s; `null` when that is not known. */
  readonly endS: number | null;
  readonly end: 'fast' | 'slow';
  /** What is left, stops; negative beyond it, Infinity where nothing ends. */
  readonly spareStops: number | null;
  /** What is not known, in words; empty when nothing. */
  readonly lacks: string;
  readonly bulb: boolean;
}

/** Is the film's loss at long times known? */
export interface ReciprocityFinding extends FindingBase {
  readonly kind: 'reciprocity';
  readonly meteredS: number;
  /** With the film's loss, s; `null` when its law is not known. */
  readonly neededS: number | null;
  readonly beyond: boolean;
}

/** Does flash light the whole frame? */
export interface FlashFinding extends FindingBase {
  readonly kind: 'flash';
  readonly shutter: ShutterKind;
  readonly syncS: number | null;
  readonly shortestS: number | null;
}

/** Is what moves bent by the read-out? */
export interface ReadoutFinding extends FindingBase {
  readonly kind: 'readout';
  readonly shutter: ShutterKind;
  readonly readoutMs: number | null;
  readonly bentPx: number | null;
  readonly allowedPx: number;
  readonly film: boolean;
}

/** Does the aperture soften the whole picture? */
export interface DiffractionFinding extends FindingBase {
  readonly kind: 'diffraction';
  readonly fNumber: number;
  readonly airyMm: number;
  readonly allowedMm: number;
  readonly pixelMm: number | null;
}

/** Is the camera let go of before it exposes? */
export interface ShakeFinding extends FindingBase {
  readonly kind: 'shake';
  readonly longestS: number;
  readonly advice: readonly string[];
}

/** Are there frames of film for all exposures? */
export interface FilmFinding extends FindingBase {
  readonly kind: 'film';
  readonly takes: number;
  readonly left: number | null;
}

export type Finding =
  | TimeFinding
  | ReciprocityFinding
  | FlashFinding
  | ReadoutFinding
  | DiffractionFinding
  | ShakeFinding
  | FilmFinding
  | OverlapFinding
  | ParallaxFinding
  | SeamFinding
  | RoomFinding
  | PinsFinding
  | SoftFinding
  | TiltTravelFinding
  | TiltScaleFinding
  | ReachFinding
  | ComposedFinding
  | InFrameFinding
  | LightCircleFinding
  | SharpCircleFinding
  | TravelFinding
  | LevelFinding
  | ObstacleFinding
  | StretchFinding
  | FlareFinding;
