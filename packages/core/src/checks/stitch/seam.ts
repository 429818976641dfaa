import { checkNamesText } from '@gangway/messages/core/checkNames';
import { assumptionsText } from '@gangway/messages/core/checks/assumptions';
import { stitchText } from '@gangway/messages/core/checks/stitch';
import { messageOf, say } from '@gangway/messages/say';
import { zoneStates, type ZoneState } from '../../stitching/metrics';
import { fixed } from '../../words';
import { defineCheck, type Facts } from '../check';
import { offer } from '../fix';
import { aroundZones } from '../mosaicFix';
import { leastBy } from '../whichFrame';

interface SeamFacts extends Facts {
  readonly zone: ZoneState;
  readonly zones: number;
}

/** A thing that moves less than this between two shots is drawn as if it stood still, px. */
const STANDS_PX = 1;

/** Is what moves kept off the seams of a mosaic? */
export const seam = defineCheck<'seam', SeamFacts>({
  kind: 'seam',
  name: checkNamesText.seam,
  step: 'stitch',
  assumes: assumptionsText.seam,
  weight: 'counts',
  evaluate: (geometry) => {
    const zones = zoneStates(geometry);
    const worst = leastBy(zones, ({ px }) => -px);
    return worst && { state: worst.px <= STANDS_PX ? 'passes' : 'fails', zone: worst, zones: zones.length };
  },
  margin: () => null,
  message: ({ state, zone, zones }) => {
    if (zone.within !== null)
      return say(stitchText.withinOneFrameNoSeam, {
        zones: zones === 1 ? say(stitchText.lies, { zone: zone.zone }) : say(stitchText.allZonesInWhichSomething, { zones }),
      });
    if (zone.between === null) return say(stitchText.isNotCrossedByA, { zone: zone.zone });
    const goes = say(stitchText.goesPxBetweenFramesAnd, {
      px: fixed(zone.px, zone.px < 10 ? 1 : 0),
      between: zone.between[0],
      between2: zone.between[1],
    });
    return say(stitchText.aSeamCrossesAndWhat, { zone: zone.zone, state: state === 'fails' ? 'yes' : 'no', goes });
  },
  note: ({ state }) => (state === 'fails' ? stitchText.orShootThatPairTwice : null),
  missing: () => null,
  *fixes({ geometry, trial }) {
    yield* aroundZones(geometry, trial);
    const { mosaic } = geometry.settings;
    if (!mosaic) return;
    const series = { ...mosaic.series, moveS: 2, settleS: Math.min(1, mosaic.series.settleS), brackets: 1 };
    yield offer('mosaic', { mosaic: { ...mosaic, series } }, trial, messageOf(stitchText.theFramesAcrossItIn, {}));
  },
});
