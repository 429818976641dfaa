import { checkNamesText } from '@gangway/messages/core/checkNames';
import { assumptionsText } from '@gangway/messages/core/checks/assumptions';
import { exposeText } from '@gangway/messages/core/checks/expose';
import { say } from '@gangway/messages/say';
import { airyMm } from '../../planning/apertureChoice';
import type { CheckState } from '../../state';
import { apertureWords, fixed } from '../../words';
import { nearestAperture } from '../apertureFix';
import { defineCheck, type Facts } from '../check';

interface DiffractionFacts extends Facts {
  readonly fNumber: number;
  readonly airyMm: number;
  readonly allowedMm: number;
  readonly pixelMm: number | null;
}

// On a sensor of 3.76 µm f/16 is comfortable, f/22 just visible, f/32 plainly soft (common practice): Airy discs of 5.7, 7.9 and 11.4 pixels.
const SHARP_PX = 6;
const SEEN_PX = 8.2;

/** Does the aperture soften the whole picture? */
export const diffraction = defineCheck<'diffraction', DiffractionFacts>({
  kind: 'diffraction',
  name: checkNamesText.diffraction,
  step: 'expose',
  assumes: assumptionsText.diffraction,
  weight: 'counts',
  evaluate: (geometry) => {
    const { exposure, fNumber } = geometry.settings;
    if (exposure.meter === null) return null;
    const { pixelMm } = geometry;
    const airy = airyMm(geometry, fNumber);
    const allowedMm = pixelMm === null ? geometry.blurAllowed.cocMm : pixelMm * SHARP_PX;
    const seenMm = pixelMm === null ? allowedMm * Math.SQRT2 : pixelMm * SEEN_PX;
    return { state: softness(airy, allowedMm, seenMm), fNumber, airyMm: airy, allowedMm, pixelMm };
  },
  margin: (facts) => ({ value: (facts.allowedMm - facts.airyMm) * 1000, unit: 'µm' }),
  message: ({ state, fNumber, airyMm: airy, allowedMm, pixelMm }) => {
    const size = pixelMm === null ? `${fixed(airy * 1000, 0)} µm` : `${fixed(airy / pixelMm, 1)} px`;
    const most = pixelMm === null ? `${fixed(allowedMm * 1000, 0)} µm` : `${fixed(allowedMm / pixelMm, 0)} px`;
    const airyDisc = say(exposeText.atTheAiryDiscIs, { fNumber: apertureWords(fNumber), size });
    if (state === 'passes') return say(exposeText.upToThePictureStays, { airyDisc, most });
    return say(exposeText.aboveTheLimitOfA, { airyDisc, most, state: state === 'tight' ? 'yes' : 'no' });
  },
  note: ({ state }) => (state === 'passes' ? null : exposeText.stoppingDownSoftensTheWhole),
  missing: () => null,
  *fixes({ geometry, trial }) {
    yield nearestAperture(geometry, trial);
  },
});

function softness(airy: number, allowedMm: number, seenMm: number): CheckState {
  if (airy <= allowedMm) return 'passes';
  return airy <= seenMm ? 'tight' : 'fails';
}
