/** Movements of the lens relative to the back: mm and degrees, signs as everywhere (rise up +, shift right +, tilt forward +, swing right +). */
export interface LensMovements {
  readonly riseMm: number;
  readonly shiftMm: number;
  readonly tiltDeg: number;
  readonly swingDeg: number;
}

/** A place of the frame centre relative to the lens axis, mm: shift right +, rise up +. */
export interface ShiftPosition {
  readonly shiftMm: number;
  readonly riseMm: number;
}

/**
 * What the slides allow. *box*: two slides at right angles, each with its own
 * ends. *disc*: one slide that rotates, or free movement within a radius.
 * *line*: one slide locked to an angle (0 = to the right, 90 = up). *fixed*:
 * no movement. *unknown*: the travel has not been given.
 */
export type Mechanism =
  | {
      readonly kind: 'box';
      readonly riseMm: number;
      readonly fallMm: number;
      readonly leftMm: number;
      readonly rightMm: number;
    }
  | { readonly kind: 'disc'; readonly radiusMm: number }
  | { readonly kind: 'line'; readonly angleDeg: number; readonly forwardMm: number; readonly backMm: number }
  | { readonly kind: 'fixed' }
  | { readonly kind: 'unknown' };

/** How a standard is turned, degrees: tilt forward +, swing right +. */
export interface StandardTurn {
  readonly tiltDeg: number;
  readonly swingDeg: number;
}

/**
 * What the standards turn about, mm: how far the tilt axis lies below the
 * centre of lens or back (0 for axis tilt), how far the lens centre is ahead
 * of its axis, and how far the film is behind its own.
 */
export interface PivotLengths {
  readonly frontBaseMm: number;
  readonly frontAheadMm: number;
  readonly rearBaseMm: number;
  readonly rearBehindMm: number;
}
