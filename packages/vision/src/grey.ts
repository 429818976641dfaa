import type { ColourPicture } from '@gangway/core/plate/view';
import type { GreyPicture } from './segments';

/** A picture in shades of grey by the lightness of its colours. Source: ITU-R BT.601, 2.5.1. */
export function greyOf({ widthPx, heightPx, rgb }: ColourPicture): GreyPicture {
  const grey = new Uint8Array(widthPx * heightPx);
  for (let i = 0; i < grey.length; i++) grey[i] = 0.299 * (rgb[3 * i] ?? 0) + 0.587 * (rgb[3 * i + 1] ?? 0) + 0.114 * (rgb[3 * i + 2] ?? 0);
  return { widthPx, heightPx, grey };
}
