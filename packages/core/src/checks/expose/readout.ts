import { checkNamesText } from '@gangway/messages/core/checkNames';
import { assumptionsText } from '@gangway/messages/core/checks/assumptions';
import { exposeText } from '@gangway/messages/core/checks/expose';
import { say } from '@gangway/messages/say';
import { setupShutter } from '../../exposure/working';
import type { ShutterKind } from '../../model/exposure';
import { countedPixelMm } from '../../stitching/metrics';
import { fixed } from '../../words';
import { defineCheck, type Facts } from '../check';
import { stateOf } from '../tight';
import { otherShutter } from './exposureFix';
import { fastestOnSensor } from './moving';
import { shutterSpec } from './shutterSpec';
import { SHUTTERS } from '../../exposure/choices';

interface ReadoutFacts extends Facts {
  readonly shutter: ShutterKind;
  readonly readoutMs: number | null;
  readonly bentPx: number | null;
  readonly allowedPx: number;
  readonly film: boolean;
}

/** Is what moves skewed by the read-out? */
export const readout = defineCheck<'readout', ReadoutFacts>({
  kind: 'readout',
  name: checkNamesText.readout,
  step: 'expose',
  assumes: assumptionsText.readout,
  weight: 'counts',
  evaluate: (geometry) => {
    const mmPerS = fastestOnSensor(geometry);
    if (mmPerS === null || geometry.settings.exposure.meter === null) return null;
    const { kind: shutter, readoutMs } = setupShutter(geometry.settings);
    const pixelMm = countedPixelMm(geometry);
    const allowedPx = geometry.blurAllowed.cocMm / pixelMm;
    const base = { shutter, readoutMs, allowedPx, film: geometry.settings.rig.back.columnsPx === null };
    if (readoutMs === null) return { ...base, state: 'unknown', bentPx: null };
    const bentPx = (mmPerS * readoutMs) / 1000 / pixelMm;
    return { ...base, bentPx, state: stateOf(allowedPx - bentPx, allowedPx / 4) };
  },
  margin: ({ bentPx, allowedPx }) => (bentPx === null ? null : { value: allowedPx - bentPx, unit: 'px' }),
  message: ({ shutter, readoutMs, bentPx, allowedPx, film }) => {
    const name = SHUTTERS[shutter];
    if (bentPx === null || readoutMs === null) return say(exposeText.rollingShutterSkewWithThe, { name });
    if (readoutMs === 0) return say(exposeText.theExposesTheWholeFrame, { name });
    const px = film ? exposeText.pxOf5M : 'px';
    return say(exposeText.rollingShutterSkewOfMs, {
      bentPx: fixed(bentPx, bentPx < 10 ? 1 : 0),
      px,
      name,
      readoutMs: fixed(readoutMs, 0),
      allowedPx: fixed(allowedPx, 1),
    });
  },
  note: ({ state }) => (state === 'fails' ? exposeText.movingVerticalsWillAppearSlanted : null),
  missing: (parts) => shutterSpec(parts, 'readoutMs'),
  *fixes({ geometry, trial }) {
    yield otherShutter(geometry, trial);
  },
});
