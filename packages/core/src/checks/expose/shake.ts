import { timeWords } from '../../exposure/shutter';
import { workingExposure } from '../../exposure/working';
import type { Geometry } from '../../geometry/geometry';
import { defineCheck, type Facts } from '../check';
import { otherShutter, steadier } from './exposureFix';

interface ShakeFacts extends Facts {
  readonly longestS: number;
  readonly advice: readonly string[];
}

/** Times at which a mirror, a curtain or a finger on the button shows (common practice), s. */
const SHAKY = { fromS: 1 / 60, toS: 2 };
/** Diagonal of the small format, mm, for which the old rule of one over the focal length was made. */
const SMALL_FORMAT_MM = 43.3;

/** Is the camera let go of before it exposes? */
export const shake = defineCheck<'shake', ShakeFacts>({
  kind: 'shake',
  step: 'expose',
  weight: 'counts',
  evaluate: (geometry) => {
    const working = workingExposure(geometry);
    if (!working || working.takes.length === 0) return null;
    const { exposure, rig } = geometry.settings;
    const longestS = Math.max(...working.takes.map(({ timeS }) => timeS));
    const inRange = working.takes.some(({ timeS }) => timeS >= SHAKY.fromS && timeS <= SHAKY.toS);
    const byHand = rig.parts.kind === 'held' ? longestS > longestByHandS(geometry) && !exposure.flash : false;
    const advice = [
      ...(byHand ? ['the lens is held by hand, so shoot a burst, rest the camera, or use a faster shutter speed'] : []),
      ...(rig.parts.kind !== 'held' && exposure.release === 'hand' && longestS >= SHAKY.fromS
        ? ['use a cable release, remote or self-timer']
        : []),
      ...(inRange && working.shutter.kind === 'focal' && !exposure.mirrorUp
        ? ['raise the mirror or use the electronic first curtain, and wait two seconds']
        : []),
    ];
    return { state: advice.length > 0 ? 'tight' : 'passes', longestS, advice };
  },
  margin: () => null,
  message: ({ state, longestS, advice }) =>
    state === 'tight'
      ? `Risk of camera shake at ${timeWords(longestS)}: ${advice.join('; ')}.`
      : `No risk of shake at ${timeWords(longestS)} with this release.`,
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
