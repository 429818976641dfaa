/**
 * What counts as sharp, in three schools. *diagonal*: the format's diagonal
 * divided by a number. *pixels*: so many pixels. *print*: what an eye of a
 * given resolution sees on a print of a given width from a given distance.
 */
export type SharpnessStandard =
  | { readonly school: 'diagonal'; readonly divisor: number }
  | { readonly school: 'pixels'; readonly pixels: number; readonly columnsPx: number }
  | { readonly school: 'print'; readonly printWidthMm: number; readonly viewingDistanceMm: number; readonly eyeArcMinutes: number };
