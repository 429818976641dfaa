import { requirePositive } from '../errors';
import type { FrameSize } from '../model/frame';

/** The proportions a picture is cropped to, long side over short, with their names. */
export const CROPS = [
  { ratio: 1, name: '1 : 1' },
  { ratio: 5 / 4, name: '5 : 4' },
  { ratio: 4 / 3, name: '4 : 3' },
  { ratio: 3 / 2, name: '3 : 2' },
  { ratio: 16 / 9, name: '16 : 9' },
  { ratio: 2, name: '2 : 1' },
  { ratio: 12 / 5, name: '12 : 5' },
  { ratio: 3, name: '3 : 1' },
] as const;

/** The largest part of a frame about its centre with a proportion of long side to short side, lying as the frame lies; `null` keeps all. */
export function cropped(frame: FrameSize, ratio: number | null): FrameSize {
  if (ratio === null) return frame;
  requirePositive('ratio', ratio);
  const across = frame.widthMm >= frame.heightMm ? ratio : 1 / ratio;
  const wider = frame.widthMm / frame.heightMm > across;
  return wider
    ? { widthMm: frame.heightMm * across, heightMm: frame.heightMm }
    : { widthMm: frame.widthMm, heightMm: frame.widthMm / across };
}
