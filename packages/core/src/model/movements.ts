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
