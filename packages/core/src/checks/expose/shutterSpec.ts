import type { RigParts } from '../../model/rig';
import { ask, type MissingValue } from '../../rig/missing';

/** The value of a shutter that a check lacks: of the lens in its shutter, or of the body. */
export function shutterSpec({ lens, back }: RigParts, ofBody: 'fastestPerS' | 'syncPerS' | 'readoutMs'): MissingValue {
  if (lens.specs.attachment === 'board') return ask(lens, 'shutterFastestPerS');
  return back.kind === 'body' ? ask(back, ofBody) : ask(lens, 'imageCircleMm');
}
