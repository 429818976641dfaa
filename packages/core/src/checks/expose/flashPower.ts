import { lengthWords } from '@gangway/messages/length';
import { checkNamesText } from '@gangway/messages/core/checkNames';
import { assumptionsText } from '@gangway/messages/core/checks/assumptions';
import { exposeText } from '@gangway/messages/core/checks/expose';
import { listed } from '@gangway/messages/list';
import { messageOf, say } from '@gangway/messages/say';
import { FAINT_STOPS, type FlashExposure } from '../../exposure/flash';
import { lossLines, wantedLines } from '../../exposure/losses';
import { workingExposure } from '../../exposure/working';
import type { FlashLight } from '../../model/exposure';
import { apertureWords, fixed, stopsWords } from '../../words';
import { nearestAperture } from '../apertureFix';
import { defineCheck, type Facts } from '../check';
import { offer, type Fix, type Trial } from '../fix';
import { stateOf } from '../tight';
import { flashLit, otherFlashShutter, otherSpeed } from './exposureFix';

interface FlashPowerFacts extends Facts {
  readonly fNumber: number;
  readonly light: FlashLight | null;
  readonly found: FlashExposure | null;
  /** Filters of which it is not known what they take. */
  readonly filters: readonly string[];
}

/** Half a stop can still be corrected in the print or the raw file; beyond a third it is tight (common practice). */
const ALLOWED_STOPS = 1 / 2;
/** An ambient share below this is not worth a word. */
const NAMED_SHARE = 0.005;

/** Do flash and ambient light expose correctly? */
export const flashPower = defineCheck<'flashPower', FlashPowerFacts>({
  kind: 'flashPower',
  name: checkNamesText.flashPower,
  step: 'expose',
  assumes: assumptionsText.flashPower,
  weight: 'counts',
  evaluate: (geometry) => {
    const { flash, flashLight: light } = geometry.settings.exposure;
    if (!flash) return null;
    const { fNumber } = geometry.settings;
    const found = workingExposure(geometry)?.flash ?? null;
    const filters = [...lossLines(geometry), ...wantedLines(geometry)].filter(({ stops }) => stops === null).map(({ words }) => words);
    const totalStops = found?.totalStops ?? null;
    const state = totalStops === null ? 'unknown' : stateOf(ALLOWED_STOPS - Math.abs(totalStops), ALLOWED_STOPS - FAINT_STOPS);
    return { state, fNumber, light, found, filters };
  },
  margin: ({ found }) =>
    found === null || found.totalStops === null ? null : { value: ALLOWED_STOPS - Math.abs(found.totalStops), unit: 'stops' },
  message: ({ state, fNumber, light, found, filters }) => {
    if (light === null || found === null) return exposeText.flashLightUnknown;
    if (found.totalStops === null) return say(exposeText.flashLosesAnUnknownAmount, { names: listed(filters) });
    const ambient = found.ambientShare !== null && found.ambientShare >= NAMED_SHARE;
    const at = {
      light: say(exposeText.flashAndAmbient, { pops: light.pops, ambient: ambient ? 'yes' : 'no' }),
      many: ambient || light.pops > 1 ? 'yes' : 'no',
      stops: stopsWords(Math.abs(found.totalStops)),
      fNumber: apertureWords(fNumber),
    };
    if (state !== 'passes') return say(found.totalStops < 0 ? exposeText.flashUnderexposes : exposeText.flashOverexposes, at);
    const share = ambient ? say(exposeText.ambientShare, { percent: fixed(found.ambientShare * 100, 0) }) : '';
    return say(exposeText.flashExposes, { ...at, share });
  },
  note: ({ state, light, found }) => {
    if (light === null || found === null) return exposeText.enterTheFlashReading;
    if (found.totalStops === null) return null;
    if (state !== 'passes') {
      if (found.powerStops === null) return exposeText.ambientLightAlone;
      const stops = stopsWords(Math.abs(found.powerStops));
      return say(found.powerStops < 0 ? exposeText.turnTheFlashDown : exposeText.turnTheFlashUp, { stops });
    }
    return found.ambientShare === null ? exposeText.ambientLightIsNotCounted : null;
  },
  missing: () => null,
  *fixes({ geometry, trial }, { light, found }) {
    if (light === null || found === null) return;
    yield otherPops(light, found, trial);
    yield otherDistance(light, found, trial);
    yield nearestAperture(geometry, trial);
    yield otherSpeed(geometry, trial);
    yield otherFlashShutter(geometry, trial);
  },
});

/** As many pops as it takes. */
function otherPops(light: FlashLight, { popsNeeded }: FlashExposure, trial: Trial): Fix | null {
  if (popsNeeded === null || popsNeeded === light.pops) return null;
  return flashLit(light, { pops: popsNeeded }, messageOf(exposeText.flashPops, { pops: popsNeeded }), trial);
}

/** The flash nearer or farther, where its light follows from its distance: a stop for each factor of √2, to tenths of a metre. */
function otherDistance(light: FlashLight, { powerStops }: FlashExposure, trial: Trial): Fix | null {
  const { reading } = light;
  if (reading.kind !== 'guide' || powerStops === null) return null;
  const distanceM = Math.round(reading.distanceM * 2 ** (-powerStops / 2) * 10) / 10;
  if (distanceM < 0.1 || distanceM > 1000) return null;
  const label = messageOf(exposeText.flashAway, { distanceM: lengthWords(distanceM, 1) });
  return offer('exposure', { exposure: { flashLight: { ...light, reading: { ...reading, distanceM } } } }, trial, label);
}
