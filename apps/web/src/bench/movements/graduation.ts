/** How finely a ruler is divided so that its marks stay apart: minor, middle and numbered marks, mm. */
export function graduation(pixelsPerMm: number): { readonly minor: number; readonly middle: number; readonly major: number } {
  if (pixelsPerMm >= 24) return { minor: 0.2, middle: 0.5 * 2, major: 2 };
  if (pixelsPerMm >= 9) return { minor: 0.5, middle: 1, major: 2 };
  if (pixelsPerMm >= 4.5) return { minor: 1, middle: 5, major: 5 };
  if (pixelsPerMm >= 2.2) return { minor: 2, middle: 10, major: 10 };
  return { minor: 5, middle: 10, major: 20 };
}

/** Whether a mark is one of those that stand every so many mm. */
export function isMultiple(mm: number, of: number): boolean {
  return Math.abs(mm / of - Math.round(mm / of)) < 1e-6;
}
