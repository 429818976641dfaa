import { checkNamesText } from '@gangway/messages/core/checkNames';
import { assumptionsText } from '@gangway/messages/core/checks/assumptions';
import { stitchText } from '@gangway/messages/core/checks/stitch';
import { say } from '@gangway/messages/say';
import type { CheckState } from '../../state';
import { fixed } from '../../words';
import { defineCheck, type Facts } from '../check';
import { mosaicFixes } from '../mosaicFix';
import { stateOf } from '../tight';
import { leastBy } from '../whichFrame';

interface OverlapFacts extends Facts {
  readonly holes: number;
  readonly pieces: number;
  /** Shares of the frame: asked, and the least as the frames are set, with the two that have it. */
  readonly asked: number;
  readonly overlap: number;
  readonly between: readonly [number, number] | null;
  /** The largest picture without a gap, mm, where the outline is no rectangle; `null` where it is one. */
  readonly ragged: { readonly widthMm: number; readonly heightMm: number } | null;
  /** A plate of quarter turns gives what it gives. */
  readonly fixed: boolean;
}

/** Do the frames of a mosaic join without a gap, with the overlap that is asked? */
export const overlap = defineCheck<'overlap', OverlapFacts>({
  kind: 'overlap',
  name: checkNamesText.overlap,
  step: 'stitch',
  assumes: assumptionsText.overlap,
  weight: 'counts',
  evaluate: ({ laid, settings: { mosaic } }) => {
    if (!laid || !mosaic || laid.frames.length < 2) return null;
    const { holes, pieces, areaMm2, box, whole } = laid.union;
    const isRagged = areaMm2 < (box.right - box.left) * (box.upper - box.lower) * (1 - 1e-6);
    const byPlate = laid.slides.quarter !== null && laid.frames.some(({ turned }) => turned);
    const worst = leastBy(laid.overlaps, ({ share }) => share);
    const asked = mosaic.leastOverlap;
    return {
      state: overlapState(holes === 0 && pieces === 1, byPlate, laid.leastOverlap - asked),
      holes,
      pieces,
      asked,
      overlap: laid.leastOverlap,
      between: worst ? [worst.a + 1, worst.b + 1] : null,
      ragged: isRagged ? { widthMm: whole.right - whole.left, heightMm: whole.upper - whole.lower } : null,
      fixed: byPlate,
    };
  },
  margin: (facts) => (facts.fixed ? null : { value: (facts.overlap - facts.asked) * 100, unit: '%' }),
  message: overlapSentence,
  note: () => null,
  missing: () => null,
  *fixes({ geometry, trial }) {
    yield* mosaicFixes(geometry, trial, ['together', 'anew']);
  },
});

/** What a plate gives is what it gives: there the frames only have to hang together. */
function overlapState(whole: boolean, byPlate: boolean, spare: number): CheckState {
  if (!whole) return 'fails';
  return byPlate ? 'passes' : stateOf(spare, 0);
}

const percent = (share: number): string => `${fixed(share * 100, share < 0.1 ? 1 : 0)} %`;

function overlapSentence({ state, holes, pieces, ragged, asked, overlap: least, between, fixed: byPlate }: OverlapFacts): string {
  if (pieces > 1) return say(stitchText.theMosaicIsInSeparate, { pieces });
  if (holes > 0) return say(stitchText.theMosaicHasInIt, { holes: holes === 1 ? stitchText.aHole : say(stitchText.holes, { holes }) });
  const pair = between ? say(stitchText.framesAnd, { between: between[0], between2: between[1] }) : stitchText.twoNeighbours;
  if (byPlate) return say(stitchText.noGapsBetweenTheQuarter, { pair: pair.toLowerCase(), least: percent(least) });
  if (state === 'fails') return say(stitchText.overlapByAsSetToo, { pair, least: percent(least), asked: percent(asked - least) });
  const asSet = say(stitchText.leastOverlapAsSetIs, { least: percent(least), asked: percent(asked) });
  if (ragged) return say(stitchText.noGapsButTheOutline, { widthMm: fixed(ragged.widthMm, 1), heightMm: fixed(ragged.heightMm, 1), asSet });
  return say(stitchText.noGapsBetweenTheFrames, { asSet });
}
