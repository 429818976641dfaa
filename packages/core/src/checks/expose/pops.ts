import { checkNamesText } from '@gangway/messages/core/checkNames';
import { assumptionsText } from '@gangway/messages/core/checks/assumptions';
import { exposeText } from '@gangway/messages/core/checks/expose';
import { messageOf, say } from '@gangway/messages/say';
import { lightTime, timeWords } from '../../exposure/shutter';
import { countedPixelMm } from '../../stitching/metrics';
import { capital, fixed } from '../../words';
import { defineCheck, type Facts } from '../check';
import type { Margin } from '../fix';
import { stateOf } from '../tight';
import { brighterOnePop, flashLit } from './exposureFix';
import { fastestOnSensor } from './moving';

interface PopsFacts extends Facts {
  readonly pops: number;
  readonly opening: 'one' | 'each';
  /** From the first pop to the last, s; `null` when not known. */
  readonly takesS: number | null;
  /** How long the shutter is open, and what it is set to, s. */
  readonly openS: number;
  readonly setS: number;
  /** How far what moves fastest goes on the sensor in that time, px; `null` where nothing was said to move. */
  readonly movedPx: number | null;
  readonly allowedPx: number;
  readonly film: boolean;
}

/** A shutter opened for several pops is closed by hand: it is held open a tenth longer than they take. */
const LONGER = 1.1;

/** Do several pops fit into the opening, and what moves between them? */
export const pops = defineCheck<'pops', PopsFacts>({
  kind: 'pops',
  name: checkNamesText.pops,
  step: 'expose',
  assumes: assumptionsText.pops,
  // More pops may be the way to enough light: what they ask of the shutter is said then.
  weight: 'advice',
  evaluate: (geometry) => {
    const { exposure, rig } = geometry.settings;
    const light = exposure.flash ? exposure.flashLight : null;
    if (!light || light.pops < 2) return null;
    const takesS = light.recycleS === null ? null : (light.pops - 1) * light.recycleS;
    const pixelMm = countedPixelMm(geometry);
    const mmPerS = fastestOnSensor(geometry);
    const movedPx = mmPerS === null || takesS === null ? null : (mmPerS * takesS) / pixelMm;
    const facts = {
      pops: light.pops,
      opening: light.opening,
      takesS,
      openS: lightTime(light.shutterSpeedS, exposure.nominal),
      setS: light.shutterSpeedS,
      movedPx,
      allowedPx: geometry.blurAllowed.cocMm / pixelMm,
      film: rig.back.columnsPx === null,
    };
    if (takesS === null) return { ...facts, state: 'unknown' };
    if (tooShort(facts)) return { ...facts, state: 'fails' };
    return { ...facts, state: movedPx === null ? 'passes' : stateOf(facts.allowedPx - movedPx, facts.allowedPx / 4) };
  },
  margin: (facts): Margin | null => {
    const { takesS, openS, movedPx, allowedPx } = facts;
    if (takesS === null) return null;
    if (tooShort(facts)) return { value: Math.log2(openS / takesS), unit: 'stops' };
    return movedPx === null ? null : { value: allowedPx - movedPx, unit: 'px' };
  },
  message: (facts) => {
    const { state, takesS, setS, movedPx, allowedPx, film } = facts;
    if (takesS === null) return say(exposeText.popsTakeUnknown, { pops: facts.pops });
    const at = { pops: facts.pops, takesS: timeWords(takesS) };
    if (tooShort(facts)) return say(exposeText.popsNeedTheShutterOpen, { ...at, openS: timeWords(setS) });
    if (movedPx === null) return say(exposeText.popsStill, at);
    const px = film ? exposeText.pxOf5M : 'px';
    const moved = { movedPx: fixed(movedPx, movedPx < 10 ? 1 : 0), allowedPx: fixed(allowedPx, 1), px };
    return capital(say(state === 'fails' ? exposeText.popsMoving : exposeText.popsStillEnough, { ...at, ...moved }));
  },
  note: ({ state, opening }) => {
    if (state === 'unknown') return exposeText.enterTheRecyclingTime;
    return opening === 'each' ? exposeText.popsEachOpening : exposeText.popsKeepStill;
  },
  missing: () => null,
  *fixes({ geometry, trial }, facts) {
    const light = geometry.settings.exposure.flashLight;
    if (!light || facts.takesS === null) return;
    if (tooShort(facts)) {
      const shutterSpeedS = Math.ceil(facts.takesS * LONGER);
      const label = messageOf(exposeText.flashShutter, { shutterSpeedS: timeWords(shutterSpeedS) });
      yield flashLit(light, { shutterSpeedS }, label, trial);
      yield flashLit(light, { opening: 'each' }, messageOf(exposeText.anOpeningForEachPop, {}), trial);
    }
    yield brighterOnePop(geometry, trial);
  },
});

/** Whether the one opening ends before the last pop. */
function tooShort({ opening, takesS, openS }: Pick<PopsFacts, 'opening' | 'takesS' | 'openS'>): boolean {
  return opening === 'one' && takesS !== null && openS < takesS;
}
