/** A place of a picture, px from its upper left corner: to the right and down. */
export type Pixel = readonly [u: number, v: number];

/** A line of a picture by its ends, px from the upper left corner. */
export type PlateLine = readonly [u1: number, v1: number, u2: number, v2: number];

/** What is clicked of a front: both ends of its foot, and its top on the left, px. */
export interface FrontOutline {
  readonly leftFootPx: Pixel;
  readonly rightFootPx: Pixel;
  readonly leftTopPx: Pixel;
}

/** Something that is measured in a photograph: from foot to top of what stands on the ground, or between two places of the outlined front. */
export interface PlateMeasurement {
  readonly name: string;
  readonly of: 'height' | 'length';
  readonly fromPx: Pixel;
  readonly toPx: Pixel;
}

/** Pitch up and roll clockwise, degrees. */
export interface TypedLevel {
  readonly pitchDeg: number;
  readonly rollDeg: number;
}

/** Where a photograph was taken, in the scene of its setup, m. */
export interface PlatePlace {
  readonly asideM: number;
  readonly distanceM: number;
  readonly cameraHeightM: number;
}

/** The same thing in two photographs: its place in the first, then in the other, px. */
export type MatchedPixels = readonly [u: number, v: number, otherU: number, otherV: number];

/** Another photograph of the place. */
export interface OtherPhotograph {
  readonly pictureId: string;
  readonly name: string;
  /** Upright, px. */
  readonly widthPx: number;
  readonly heightPx: number;
  /** As that of the first; `null` while nobody knows. */
  readonly equivalentMm: number | null;
  /** What both photographs show; `null` until they have been compared. */
  readonly matches: readonly MatchedPixels[] | null;
  /** How far from the first it was taken, `null` until somebody has measured that, and how far that may be off, one standard deviation, m. `null` for the same place. */
  readonly apart: { readonly byM: number | null; readonly doubtM: number } | null;
}

/** A photograph of the place, as a setup is planned on it: the picture and what was said of it. What follows from that is not stored. */
export interface Plate {
  /** The attached photograph. */
  readonly pictureId: string;
  readonly name: string;
  readonly kind: 'flat' | 'sphere';
  /** Upright, px. */
  readonly widthPx: number;
  readonly heightPx: number;
  /** Focal length for a frame of 36 × 24 mm by the diagonal, mm; `null` while nobody knows. */
  readonly equivalentMm: number | null;
  /** Whether part of what was taken is missing, so that its middle need not be where the lens pointed. */
  readonly cropped: boolean;
  /** Where the lens pointed, for a cropped picture, px; `null` for its middle, or while nobody has said where. */
  readonly middlePx: Pixel | null;
  /** What stands upright in it, and what is level along one front. */
  readonly uprights: readonly PlateLine[];
  readonly levels: readonly PlateLine[];
  /** Whether the lines were found by the machine, it was not sure of them, and nobody has looked at them since. */
  readonly doubtful: boolean;
  /** The horizon as it was drawn, or pitch and roll as they were typed; `null` where the lines tell them. */
  readonly horizon: PlateLine | null;
  readonly typed: TypedLevel | null;
  /** To the right of straight ahead in the scene, degrees. */
  readonly headingDeg: number;
  /** The lens of the photograph above the ground, m. */
  readonly cameraHeightM: number;
  /** How far that may be off, one standard deviation, m. */
  readonly cameraHeightDoubtM: number;
  readonly outline: FrontOutline | null;
  readonly measured: readonly PlateMeasurement[];
  /** `null` until a front of it is in the scene: then it is taken to be from where the camera stands. */
  readonly from: PlatePlace | null;
  /** Other photographs of the place, from there or from elsewhere. */
  readonly others: readonly OtherPhotograph[];
}
