import type { TextureFrame } from '@gangway/core/lensTests/texture';
import type { LensTestFrame, LensTestSettings, TestShot } from './lensTest';

/** A frame of a textured subject as it is measured, from how it is stored and its place in the plan; `null` where it is not one. */
export function textureFrameFrom(
  { name, width, height, texture }: Pick<LensTestFrame, 'name' | 'width' | 'height' | 'texture'>,
  { fNumber, riseMm, shiftMm, focusMm }: Pick<TestShot, 'fNumber' | 'riseMm' | 'shiftMm' | 'focusMm'>,
  { widthMm, heightMm }: Pick<LensTestSettings, 'widthMm' | 'heightMm'>,
): TextureFrame | null {
  if (texture === null) return null;
  return { name, fNumber, riseMm, shiftMm, focusMm, frame: { widthMm, heightMm }, widthPx: width, heightPx: height, ...texture };
}
