import { lensTestsText } from '@gangway/messages/core/lensTests';
import { CoreError } from '../errors';
import { edgeApart, edgeIn, sharpnessAcross, type EdgeSharpness } from './edgeSharpness';
import { CLIPPED_LIGHT, luminance, type PixelValues } from './flatFrame';

/** So large a share of the pixels may be clipped. */
const CLIPPED = 0.002;

/** Sharpness across an edge in a photograph, and where its colours draw it. */
export interface EdgeInPart extends EdgeSharpness {
  /** Whether it is nearer upright than level. */
  readonly isUpright: boolean;
  /** How far red and blue draw it to the right of green (of an edge nearer level: lower), px along its normal; `null` where it is not seen in a colour. */
  readonly redPx: number | null;
  readonly bluePx: number | null;
}

/**
 * Sharpness across the one edge in a part of a photograph, and how far apart
 * its colours draw the edge.
 *
 * @param part its pixels
 * @throws CoreError `clipped`, or as `edgeSharpness`
 *
 * @example
 * Math.round(edgeInPart(slantedEdgePart).edgeDeg) // => 5
 */
export function edgeInPart({ widthPx, heightPx, values, light }: PixelValues): EdgeInPart {
  let clipped = 0;
  const lightAt = (at: number): number => {
    const value = values[at] ?? 0;
    return light ? (light[value] ?? 0) : value;
  };
  const empty = (): number[][] => Array.from({ length: heightPx }, () => new Array<number>(widthPx));
  const [rows, reds, greens, blues] = [empty(), empty(), empty(), empty()];
  for (let y = 0; y < heightPx; y++) {
    const [row, red, green, blue] = [rows[y], reds[y], greens[y], blues[y]];
    if (!row || !red || !green || !blue) continue;
    for (let x = 0; x < widthPx; x++) {
      const at = 3 * (y * widthPx + x);
      const [r, g, b] = [lightAt(at), lightAt(at + 1), lightAt(at + 2)];
      if (r >= CLIPPED_LIGHT || g >= CLIPPED_LIGHT || b >= CLIPPED_LIGHT) clipped++;
      row[x] = luminance([r, g, b]);
      red[x] = r;
      green[x] = g;
      blue[x] = b;
    }
  }
  if (clipped > CLIPPED * widthPx * heightPx) throw new CoreError('clipped', ['part'], lensTestsText.edgeClipped);
  const edge = edgeIn(rows);
  const [red, green, blue] = [reds, greens, blues].map((plane) => edgeApart(plane, edge));
  const ofGreen = (place: number | null | undefined): number | null =>
    typeof place === 'number' && typeof green === 'number' ? place - green : null;
  return { ...sharpnessAcross(rows, edge), isUpright: edge.isUpright, redPx: ofGreen(red), bluePx: ofGreen(blue) };
}
