import { checksText } from '@gangway/messages/core/checks';
import { say } from '@gangway/messages/say';
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
  const given = geometry.settings.rig.lens.circle.sharpCircles
    .map(({ fNumber }) => ({ fNumber, circle: definitionCircle(geometry.settings.rig.lens.circle, fNumber) }))
    .map(({ fNumber, circle }) => say(checksText.at, { diameterMm: mmWords(circle?.diameterMm ?? 0), fNumber: apertureWords(fNumber) }));
  return [
    say(checksText.frameByAcrossTheCorners, {
      widthMm: fixed(frame.widthMm, 1),
      heightMm: mmWords(frame.heightMm),
      orientation: geometry.settings.orientation,
      frame: mmWords(diagonalMm(frame)),
      riseMm: riseWords(riseMm),
      shiftMm: shiftWords(shiftMm),
    }),
    light ? say(checksText.imageCircle, { diameterMm: mmWords(light.diameterMm) }) : checksText.imageCircleUnknown,
    sharp
      ? say(checksText.sharpCircleAt, { fNumber: apertureWords(geometry.settings.fNumber), diameterMm: mmWords(sharp.diameterMm) })
      : checksText.sharpCircleUnknown,
    given.length > 0 ? say(checksText.valuesEnteredAtInfinity, { given: given.join(', ') }) : '',
    mechanismWords(geometry.settings.rig.mechanism),
    ...evaluateAll(geometry).map(checkSentence),
  ]
    .filter((sentence) => sentence !== '')
    .join(' ');
}
