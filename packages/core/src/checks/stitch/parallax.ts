import { checkNamesText } from '@gangway/messages/core/checkNames';
import { assumptionsText } from '@gangway/messages/core/checks/assumptions';
import { stitchText } from '@gangway/messages/core/checks/stitch';
import { messageOf, say } from '@gangway/messages/say';
import type { Mover } from '../../model/mosaic';
import { mosaicParallax, type Parallax } from '../../stitching/metrics';
import { fixed, metresWords, mmWords } from '../../words';
import { defineCheck, type Facts } from '../check';
import { offer } from '../fix';
import { stateOf } from '../tight';

interface ParallaxFacts extends Facts {
  readonly mover: Mover;
  readonly accepted: number;
  /** `null` when nearest and farthest are not known. */
  readonly parallax: Parallax | null;
  readonly film: boolean;
}

/** Do near and far stay together in the overlaps of a mosaic? */
export const parallax = defineCheck<'parallax', ParallaxFacts>({
  kind: 'parallax',
  name: checkNamesText.parallax,
  step: 'stitch',
  assumes: assumptionsText.parallax,
  weight: 'counts',
  evaluate: (geometry) => {
    const { mosaic, rig } = geometry.settings;
    if (!mosaic || mosaic.frames.length < 2) return null;
    const found = mosaicParallax(geometry);
    const base = { mover: mosaic.mover, accepted: mosaic.parallaxPx, film: rig.back.columnsPx === null };
    if (found === null) return { ...base, state: 'unknown', parallax: null };
    return { ...base, state: stateOf(mosaic.parallaxPx - found.px, mosaic.parallaxPx / 10), parallax: found };
  },
  margin: (facts) => facts.parallax && { value: facts.accepted - facts.parallax.px, unit: 'px' },
  message: parallaxSentence,
  note: (facts) => {
    if (facts.state === 'unknown') return stitchText.enterTheDistanceOfThe;
    if (facts.mover === 'back') return stitchText.theTripodHasToHold;
    if (facts.mover === 'counter') return stitchText.theListOfTheSeries;
    const nearestM = facts.parallax?.nearestM ?? null;
    return nearestM !== null && facts.state === 'fails'
      ? say(stitchText.nothingInTheOverlapsMay, { nearestM: metresWords(nearestM) })
      : null;
  },
  missing: () => null,
  *fixes({ geometry: { laid, settings }, trial }) {
    const { mosaic } = settings;
    if (!mosaic || !laid) return;
    const held = (label: string) => offer('mosaic', { mosaic: { ...mosaic, mover: 'back' } }, trial, messageOf(label, {}));
    if (laid.slides.footOnLens) yield held(stitchText.holdTheLensByIts);
    yield offer('mosaic', { mosaic: { ...mosaic, mover: 'counter' } }, trial, messageOf(stitchText.slideTheCameraTheOther, {}));
    if (!laid.slides.footOnLens) yield held(stitchText.holdTheLensByA);
  },
});

function parallaxSentence({ state, mover, accepted, parallax: found, film }: ParallaxFacts): string {
  if (found === null) return stitchText.parallaxInTheOverlapsIs;
  const together = stitchText.noParallaxInTheOverlaps;
  if (mover !== 'lens') return say(stitchText.theLensStandsStillSince, { mover: mover === 'counter' ? 'yes' : 'no', together });
  if (found.between === null) return say(stitchText.theLensStandsStillFrom, { together });
  const unit = film ? stitchText.pxOf5M : ' px';
  const [a, b] = found.between;
  const part = (by: string) =>
    say(stitchText.parallaxOfBetweenFramesAnd, { by, px: fixed(found.px, found.px < 10 ? 2 : 0), unit, a, b, wayMm: mmWords(found.wayMm) });
  return state === 'fails'
    ? say(stitchText.moreThanTheToleranceOf, { part: part(''), accepted: fixed(accepted, 1) })
    : say(stitchText.tolerancePx, { part: part(stitchText.atMost), accepted: fixed(accepted, 1) });
}
