import { definitionCircle } from '../coverage/circle';
import { diagonalMm } from '../coverage/frame';
import { lightCircle, sharpCircle, standFrame } from '../geometry/circles';
import { quickFindings } from './quickFindings';
import { findingSentence } from './wording';
import { mechanismWords } from '../rig/mechanismWords';
import { apertureWords, fixed, mmWords, riseWords, shiftWords } from '../words';
import type { SetupSettings } from '../model/setup';

/** The Circle drawing in words: the same facts for those who cannot see it. */
export function circleReading(settings: SetupSettings): string {
  const frame = standFrame(settings);
  const light = lightCircle(settings);
  const sharp = sharpCircle(settings);
  const { riseMm, shiftMm } = settings.movements;
  const given = settings.rig.lens.circle.definition
    .map(({ fNumber }) => ({ fNumber, circle: definitionCircle(settings.rig.lens.circle, fNumber) }))
    .map(({ fNumber, circle }) => `${mmWords(circle?.diameterMm ?? 0)} at ${apertureWords(fNumber)}`);
  return [
    `Frame ${fixed(frame.widthMm, 1)} by ${mmWords(frame.heightMm)}, ${settings.orientation}, ${mmWords(diagonalMm(frame))} across the corners, with ${riseWords(riseMm)} and ${shiftWords(shiftMm)}.`,
    light ? `Light circle ${mmWords(light.diameterMm)}.` : 'Light circle not known.',
    sharp ? `Sharp circle at ${apertureWords(settings.fNumber)} ${mmWords(sharp.diameterMm)}.` : 'Sharp circle not known.',
    given.length > 0 ? `Figures given at infinity: ${given.join(', ')}.` : '',
    mechanismWords(settings.rig.mechanism),
    ...quickFindings(settings).map(findingSentence),
  ]
    .filter((sentence) => sentence !== '')
    .join(' ');
}
