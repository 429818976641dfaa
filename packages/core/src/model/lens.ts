/** How finely an aperture ring clicks. */
export type StopStep = 'full' | 'half' | 'third';

/** The sharp circle at one f-number, at infinity. */
export interface SharpCircle {
  readonly fNumber: number;
  readonly diameterMm: number;
}

/**
 * What is known of a lens's image circles at infinity, as diameters in mm.
 * The image circle is mechanical and hard; the sharp circle grows
 * as the lens stops down.
 */
export interface CircleSpecs {
  readonly imageCircleMm: number | null;
  readonly sharpCircles: readonly SharpCircle[];
}
