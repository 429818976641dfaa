import { lensTestsText } from '@gangway/messages/core/lensTests';
import { CoreError } from '../errors';
import { edgeSharpness, type EdgeSharpness } from './edgeSharpness';
import { CLIPPED_LIGHT, luminance, type PixelValues } from './flatFrame';

/** So large a share of the pixels may be clipped. */
const CLIPPED = 0.002;

/**
 * Sharpness across the one edge in a part of a photograph.
 *
 * @param part its pixels
 * @throws CoreError `clipped`, or as `edgeSharpness`
 *
 * @example
 * Math.round(edgeInPart(slantedEdgePart).edgeDeg) // => 5
 */
export function edgeInPart({ widthPx, heightPx, values, light }: PixelValues): EdgeSharpness {
  let clipped = 0;
  const lightAt = (at: number): number => {
    const value = values[at] ?? 0;
    return light ? (light[value] ?? 0) : value;
  };
  const rows = Array.from({ length: heightPx }, (_, y) =>
    Array.from({ length: widthPx }, (__, x) => {
      const at = 3 * (y * widthPx + x);
      const [r, g, b] = [lightAt(at), lightAt(at + 1), lightAt(at + 2)];
      if (r >= CLIPPED_LIGHT || g >= CLIPPED_LIGHT || b >= CLIPPED_LIGHT) clipped++;
      return luminance([r, g, b]);
    }),
  );
  if (clipped > CLIPPED * widthPx * heightPx) throw new CoreError('clipped', ['part'], lensTestsText.edgeClipped);
  return edgeSharpness(rows);
}
