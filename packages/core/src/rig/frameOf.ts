import type { FrameSize } from '../coverage/frame';
import type { ItemOf } from '../kit/item';
import { known, need, type Known } from './ask';
import type { RigParts } from './parts';

/** The frame of a rig, as its maker gives it. */
export function frameOf(parts: RigParts): Known<FrameSize> {
  const figures = need(parts.back as ItemOf<'body'>, 'widthMm', 'heightMm');
  return figures.known ? known({ widthMm: figures.value.widthMm, heightMm: figures.value.heightMm }) : figures;
}
