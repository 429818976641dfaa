/** How finely an aperture ring clicks. */
export type StopStep = 'full' | 'half' | 'third';

/** One figure of the sharp circle, at infinity. */
export interface DefinitionFigure {
  readonly fNumber: number;
  readonly diameterMm: number;
}

/**
 * What is known of a lens's image circles at infinity, as diameters in mm.
 * The image circle is mechanical and hard; the sharp circle grows
 * as the lens stops down.
 */
export interface CircleFigures {
  readonly lightMm: number | null;
  readonly definition: readonly DefinitionFigure[];
}
