import { known, need, type Result } from './missing';
import type { FrameSize } from '../model/frame';
import type { RigParts } from '../model/rig';

/** The frame of a rig, as its maker gives it. */
export function frameOf(parts: RigParts): Result<FrameSize> {
  const specs = need(parts.back, 'widthMm', 'heightMm');
  return specs.known ? known({ widthMm: specs.value.widthMm, heightMm: specs.value.heightMm }) : specs;
}
