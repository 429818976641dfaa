import { checkNamesText } from '@gangway/messages/core/checkNames';
import { assumptionsText } from '@gangway/messages/core/checks/assumptions';
import { exposeText } from '@gangway/messages/core/checks/expose';
import { say } from '@gangway/messages/say';
import { timeWords } from '../../exposure/shutter';
import { workingExposure } from '../../exposure/working';
import type { Geometry } from '../../geometry/geometry';
import { defineCheck, type Facts } from '../check';
import { otherShutter, steadier } from './exposureFix';

interface ShakeFacts extends Facts {
  readonly longestS: number;
  readonly advice: readonly (keyof typeof ADVICE)[];
}

const ADVICE = {
  heldLens: exposeText.theLensIsHeldBy,
  release: exposeText.useACableReleaseRemote,
  mirror: exposeText.raiseTheMirrorOrUse,
} as const;

/** A flash that gives nine tenths of the light freezes the picture (common practice). */
const FAINT_SHARE = 0.1;
/** Times at which a mirror, a curtain or a finger on the button shows (common practice), s. */
const SHAKY = { fromS: 1 / 60, toS: 2 };
/** Diagonal of the small format, mm, for which the old rule of one over the focal length was made. */
const SMALL_FORMAT_MM = 43.3;

/** Is the camera let go of before it exposes? */
export const shake = defineCheck<'shake', ShakeFacts>({
  kind: 'shake',
  name: checkNamesText.shake,
  step: 'expose',
  assumes: assumptionsText.shake,
  weight: 'counts',
  evaluate: (geometry) => {
    const working = workingExposure(geometry);
    if (!working || working.shots.length === 0) return null;
    if (working.flash && (working.flash.ambientShare ?? 1) <= FAINT_SHARE) return null;
    const { exposure, rig } = geometry.settings;
    const longestS = Math.max(...working.shots.map(({ shutterSpeedS }) => shutterSpeedS));
    const inRange = working.shots.some(({ shutterSpeedS }) => shutterSpeedS >= SHAKY.fromS && shutterSpeedS <= SHAKY.toS);
    const byHand = rig.parts.kind === 'held' ? longestS > longestByHandS(geometry) && !exposure.flash : false;
    const advice: readonly (keyof typeof ADVICE)[] = [
      ...(byHand ? (['heldLens'] as const) : []),
      ...(rig.parts.kind !== 'held' && exposure.release === 'hand' && longestS >= SHAKY.fromS ? (['release'] as const) : []),
      ...(inRange && working.shutter.kind === 'focal' && !exposure.mirrorUp ? (['mirror'] as const) : []),
    ];
    return { state: advice.length > 0 ? 'tight' : 'passes', longestS, advice };
  },
  margin: () => null,
  message: ({ state, longestS, advice }) =>
    state === 'tight'
      ? say(exposeText.riskOfCameraShakeAt, { longestS: timeWords(longestS), advice: advice.map((each) => ADVICE[each]).join('; ') })
      : say(exposeText.noRiskOfShakeAt, { longestS: timeWords(longestS) }),
  note: () => null,
  missing: () => null,
  *fixes({ geometry, trial }) {
    yield steadier(trial);
    yield otherShutter(geometry, trial);
  },
});

/** The old rule of one over the focal length, for the small format by its diagonal (common practice), s. */
function longestByHandS({ settings: { rig } }: Geometry): number {
  return 1 / (rig.lens.focalMm * (SMALL_FORMAT_MM / Math.hypot(rig.back.widthMm, rig.back.heightMm)));
}
