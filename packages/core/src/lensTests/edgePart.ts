import { lensTestsText } from '@gangway/messages/core/lensTests';
import { CoreError } from '../errors';
import { edgeSharpness, type EdgeSharpness } from './edgeSharpness';
import { lightGrid, luminance, type PixelValues } from './flatFrame';

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
export function edgeInPart(part: PixelValues): EdgeSharpness {
  const { columns, rows, rgb, clipped } = lightGrid(part, [part.widthPx, part.heightPx], Math.max(part.widthPx, part.heightPx));
  if (clipped.reduce((sum, share) => sum + share, 0) > CLIPPED * clipped.length)
    throw new CoreError('clipped', ['part'], lensTestsText.edgeClipped);
  return edgeSharpness(
    Array.from({ length: rows }, (_, y) =>
      Array.from({ length: columns }, (__, x) => {
        const at = 3 * (y * columns + x);
        return luminance([rgb[at] ?? 0, rgb[at + 1] ?? 0, rgb[at + 2] ?? 0]);
      }),
    ),
  );
}
