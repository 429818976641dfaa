import type { Geometry } from '../geometry/geometry';
import { definitionCircle } from '../coverage/circle';
import { diagonalMm } from '../coverage/frame';
import { evaluateAll, checkSentence } from './evaluate';
import { mechanismWords } from '../rig/mechanismWords';
import { apertureWords, fixed, mmWords, riseWords, shiftWords } from '../words';

/**
 * The Circle drawing in words: the same facts for those who cannot see it.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * circleReading(frontGeometry).length > 0 // => true
 */
export function circleReading(geometry: Geometry): string {
  const frame = geometry.frame;
  const light = geometry.imageCircle;
  const sharp = geometry.sharpCircle;
  const { riseMm, shiftMm } = geometry.settings.movements;
  const given = geometry.settings.rig.lens.circle.definition
    .map(({ fNumber }) => ({ fNumber, circle: definitionCircle(geometry.settings.rig.lens.circle, fNumber) }))
    .map(({ fNumber, circle }) => `${mmWords(circle?.diameterMm ?? 0)} at ${apertureWords(fNumber)}`);
  return [
    `Frame ${fixed(frame.widthMm, 1)} by ${mmWords(frame.heightMm)}, ${geometry.settings.orientation}, ${mmWords(diagonalMm(frame))} across the corners, with ${riseWords(riseMm)} and ${shiftWords(shiftMm)}.`,
    light ? `Image circle ${mmWords(light.diameterMm)}.` : 'Image circle unknown.',
    sharp ? `Sharp circle at ${apertureWords(geometry.settings.fNumber)} ${mmWords(sharp.diameterMm)}.` : 'Sharp circle unknown.',
    given.length > 0 ? `Values entered at infinity: ${given.join(', ')}.` : '',
    mechanismWords(geometry.settings.rig.mechanism),
    ...evaluateAll(geometry).map(checkSentence),
  ]
    .filter((sentence) => sentence !== '')
    .join(' ');
}
