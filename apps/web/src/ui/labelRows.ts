/** Where a line of text wants to stand in a drawing, px: its left end, its base line and how wide it is. */
export interface WantedLabel {
  readonly left: number;
  readonly base: number;
  readonly width: number;
}

/** From one base line to the next, px. */
const ROW_PX = 13;
/** Lines as near to a row apart as rounding leaves them do not meet; without that one would be moved to where it is, for ever. */
const ROUNDING_PX = 1e-6;

/**
 * The base lines of labels so that none runs into another: each stands where
 * it wants to or is lifted by whole rows above those before it; where the top
 * of the drawing is reached it goes below them instead. px, in the order given.
 */
export function labelRows(wanted: readonly WantedLabel[], topPx: number): readonly number[] {
  const placed: WantedLabel[] = [];
  return wanted.map((label) => {
    const meets = (base: number): WantedLabel | undefined =>
      placed.find(
        (other) =>
          Math.abs(other.base - base) < ROW_PX - ROUNDING_PX &&
          label.left < other.left + other.width &&
          other.left < label.left + label.width,
      );
    const go = (by: 1 | -1): number => {
      let base = Math.max(topPx, label.base);
      for (let other = meets(base); other; other = meets(base)) base = other.base + by * ROW_PX;
      return base;
    };
    const up = go(-1);
    const base = up >= topPx ? up : go(1);
    placed.push({ ...label, base });
    return base;
  });
}
