import { circleVerdict } from './circle';
import { figuresVerdict } from './figures';
import { fitVerdict } from './fit';
import { movementsVerdict } from './movements';
import { infinityVerdict, nearestVerdict } from './reach';
import { recordingVerdict } from './recording';
import { frontVerdict, throatWords } from './shading';
import { thicknessVerdict } from './thickness';
import { worstFirst, type Verdict } from './verdict';
import type { RigParts } from '../../model/rig';

/**
 * All verdicts on a rig, worst first. Every one was computed; what cannot be is *not known* and says what it needs.
 *
 * @param parts the components of a rig
 *
 * @example
 * verdictsOf(parts).map(({ kind }) => kind) // => ['nearest', 'fit', 'thickness', 'infinity', 'circle', 'movements', 'throat', 'recording']
 */
export function verdictsOf(parts: RigParts): readonly Verdict[] {
  return worstFirst(
    [
      figuresVerdict(parts),
      fitVerdict(parts),
      parts.kind === 'mounted' ? thicknessVerdict(parts) : null,
      infinityVerdict(parts),
      nearestVerdict(parts),
      circleVerdict(parts),
      movementsVerdict(parts),
      throatWords(parts),
      frontVerdict(parts),
      recordingVerdict(parts),
    ].filter((each) => each !== null),
  );
}
