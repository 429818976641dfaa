/** What moves between two frames of a mosaic: the lens, the lens with the camera slid the other way, or the back alone. */
export type Mover = 'lens' | 'counter' | 'back';

/** One frame of a mosaic: where its centre lies over the foot of the lens, mm (right +, up +), and whether it is turned a quarter against the stand's frame. */
export interface MosaicFrame {
  readonly riseMm: number;
  readonly shiftMm: number;
  readonly turned: boolean;
}

/** An upright rectangle in the plane of the picture about the foot of the lens, mm. */
export interface Rect {
  readonly left: number;
  readonly right: number;
  readonly lower: number;
  readonly upper: number;
}

/** A part of the picture in which something moves, about the foot of the lens, mm. */
export interface Zone extends Rect {
  readonly name: string;
  /** How fast it goes across the view, m/s, and how far off it is, m. */
  readonly speedMs: number;
  readonly distanceM: number;
}

/** How the takes of a mosaic follow each other. */
export interface Series {
  /** Takes at each place, 1 without brackets. */
  readonly brackets: number;
  /** All brackets at one place before the next place, or all places before the next exposure. */
  readonly bracketsInside: boolean;
  /** A white card photographed at each place, for falloff and colour. */
  readonly whiteCards: boolean;
  readonly exposureS: number;
  /** From one take to the next at the same place, and from one place to the next, s. */
  readonly settleS: number;
  readonly moveS: number;
}

/** What the photographer set of a mosaic: frames in the order in which they are shot, and how. */
export interface Mosaic {
  readonly frames: readonly MosaicFrame[];
  /** The overlap that has to be left between neighbours, a share of the frame. */
  readonly leastOverlap: number;
  readonly mover: Mover;
  /** Nearest and farthest thing in the overlaps, m; `null` for what the subject says, or infinity. */
  readonly nearestM: number | null;
  readonly farthestM: number | null;
  /** How far near and far may part in an overlap, px. */
  readonly parallaxPx: number;
  readonly zones: readonly Zone[];
  readonly series: Series;
  /** Free room on the card, GB, and film frames left; `null` when not looked at. */
  readonly cardGb: number | null;
  readonly filmLeft: number | null;
}
