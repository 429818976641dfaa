import { listed } from '@gangway/messages/list';
import { verdictsText } from '@gangway/messages/core/rig/verdicts';
import { say } from '@gangway/messages/say';
import { definitionCircle } from '../../coverage/circle';
import { diagonalMm, turned } from '../../coverage/frame';
import { limitAlong } from '../../coverage/shiftLimit';
import { apertureWords, mmWords } from '../../words';
import { convertersOf, circleAsks, effectiveLens, rigCircles } from '../effectiveLens';
import { circleEvidence, evidenceSentence, type CircleEvidence } from '../evidence';
import { frameOf } from '../frameOf';
import { defineVerdict, unknownFor, type UnknownFacts } from './verdict';

interface Known {
  readonly asks: readonly [];
  /** Names of the converters that the circles are seen behind. */
  readonly behind: readonly string[];
  readonly diagonalMm: number;
  readonly evidence: CircleEvidence;
}

type Circle =
  | (UnknownFacts & { readonly about: 'frame' | 'circle' })
  | (Known & { readonly state: 'fails'; readonly imageCircleMm: number })
  | (Known & { readonly state: 'tight'; readonly fNumber: number; readonly sharpMm: number })
  | (Known & {
      readonly state: 'passes';
      readonly fNumber: number;
      readonly sharpMm: number;
      readonly riseMm: number;
      readonly shiftMm: number;
    });

/** Whether the frame is inside the circles, and how much they leave to shift. */
export const circleVerdict = defineVerdict({
  kind: 'circle',
  evaluate: (parts): Circle => {
    const frame = frameOf(parts);
    const lens = effectiveLens(parts);
    if (!frame.known || !lens.known)
      return { ...unknownFor([...(frame.known ? [] : frame.asks), ...(lens.known ? [] : lens.asks)]), about: 'frame' };
    const { imageCircleMm, ...rest } = rigCircles(parts);
    const fNumber = middleAperture(lens.value.widestFNumber, lens.value.smallestFNumber);
    const sharp = definitionCircle({ imageCircleMm, ...rest }, fNumber);
    if (!sharp) return { ...unknownFor(circleAsks(parts).asks), about: 'circle' };
    const base = {
      asks: [],
      behind: convertersOf(parts).map(({ name }) => name),
      diagonalMm: diagonalMm(frame.value),
      evidence: circleEvidence(parts),
    } as const;
    if (imageCircleMm !== null && imageCircleMm < base.diagonalMm) return { ...base, state: 'fails', imageCircleMm };
    const size = turned(frame.value, 'landscape');
    const riseMm = limitAlong(size, sharp.diameterMm, 0, 1);
    const shiftMm = limitAlong(size, sharp.diameterMm, 1, 0);
    const sharpMm = sharp.diameterMm;
    return riseMm === null || shiftMm === null
      ? { ...base, state: 'tight', fNumber, sharpMm }
      : { ...base, state: 'passes', fNumber, sharpMm, riseMm, shiftMm };
  },
  message: (facts) => {
    if (facts.state === 'unknown')
      return facts.about === 'frame' ? verdictsText.whetherTheFrameIsInside : verdictsText.neitherTheImageCircleNor;
    const behind = { converters: facts.behind.length, names: listed(facts.behind) };
    if (facts.state === 'fails')
      return say(verdictsText.theImageCircleIsThe, {
        ...behind,
        imageCircleMm: mmWords(facts.imageCircleMm),
        diagonal: mmWords(facts.diagonalMm),
      });
    const sharp = { ...behind, aperture: apertureWords(facts.fNumber), diameterMm: mmWords(facts.sharpMm) };
    return facts.state === 'tight'
      ? say(verdictsText.theSharpCircleIsSmaller, { ...sharp, diagonal: mmWords(facts.diagonalMm) })
      : say(verdictsText.theSharpCircleLeaves, { ...sharp, rise: mmWords(facts.riseMm), shift: mmWords(facts.shiftMm) });
  },
  note: (facts) => (facts.state === 'unknown' ? null : evidenceSentence(facts.evidence)),
});

/** The aperture at which circles are compared: f/8, or the nearest to it that the lens has. */
export function middleAperture(widest: number, smallest: number): number {
  return Math.min(smallest, Math.max(widest, 8));
}
