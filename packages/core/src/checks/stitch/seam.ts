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
  step: 'stitch',
  weight: 'counts',
  evaluate: (geometry) => {
    const zones = zoneStates(geometry);
    const worst = leastBy(zones, ({ px }) => -px);
    return worst && { state: worst.px <= STANDS_PX ? 'passes' : 'fails', zone: worst, zones: zones.length };
  },
  margin: () => null,
  message: ({ state, zone, zones }) => {
    if (zone.within !== null)
      return `${zones === 1 ? `“${zone.zone}” lies` : `All ${zones} zones in which something moves lie`} within one frame: no seam has to cross it.`;
    if (zone.between === null) return `“${zone.zone}” is not crossed by a seam.`;
    const goes = `goes ${fixed(zone.px, zone.px < 10 ? 1 : 0)} px between frames ${zone.between[0]} and ${zone.between[1]}`;
    return `A seam crosses “${zone.zone}”, ${state === 'fails' ? 'and' : 'but'} what moves there ${goes}.`;
  },
  note: ({ state }) =>
    state === 'fails'
      ? 'Or shoot that pair twice and mask it, or expose so long that the movement becomes a smooth streak. A slow readout skews moving things; a leaf shutter does not.'
      : null,
  missing: () => null,
  *fixes({ geometry, trial }) {
    yield* aroundZones(geometry, trial);
    const { mosaic } = geometry.settings;
    if (!mosaic) return;
    const series = { ...mosaic.series, moveS: 2, settleS: Math.min(1, mosaic.series.settleS), brackets: 1 };
    yield offer('mosaic', { mosaic: { ...mosaic, series } }, trial, 'the frames across it in direct succession, by hand in two seconds');
  },
});
