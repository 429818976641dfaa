/** A rectangle in a picture, px from its top left. */
export interface PartPx {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/**
 * The largest upright rectangle inside a picture that was rotated about its
 * middle, with the proportions that are wanted, in whole pixels of the box
 * around the rotated picture. Source: plane geometry; each corner has to lie
 * inside all four edges of the rotated picture.
 *
 * @param size width and height of the picture, px
 * @param turnedDeg by how much it was rotated
 * @param ratio width over height of the part; `null` for the picture's own
 *
 * @example
 * straightenedPart({ width: 300, height: 200 }, 0, 1) // => { left: 50, top: 0, width: 200, height: 200 }
 */
export function straightenedPart(
  { width, height }: { readonly width: number; readonly height: number },
  turnedDeg: number,
  ratio: number | null,
): PartPx {
  const turn = (Math.abs(turnedDeg) * Math.PI) / 180;
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const across = ratio ?? width / height;
  // A part of height h and width across·h: its corners, turned back, lie inside the picture.
  const high = Math.min(width / (across * c + s), height / (across * s + c));
  const [w, h] = [Math.max(1, Math.floor(across * high + 1e-6)), Math.max(1, Math.floor(high + 1e-6))];
  const box = { width: Math.round(width * c + height * s), height: Math.round(width * s + height * c) };
  return { left: Math.floor((box.width - w) / 2), top: Math.floor((box.height - h) / 2), width: w, height: h };
}
