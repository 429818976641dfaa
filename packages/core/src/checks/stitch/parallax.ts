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
  step: 'stitch',
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
    if (facts.state === 'unknown') return 'Enter the distance of the nearest thing in the overlaps, in the step Stitch.';
    if (facts.mover === 'back')
      return 'The tripod has to hold the lens: by the foot of the adapter, or by a collar. Check that the back clears the head below.';
    if (facts.mover === 'counter') return 'The list of the series says how far to slide it; you need a rail under the camera.';
    const nearestM = facts.parallax?.nearestM ?? null;
    return nearestM !== null && facts.state === 'fails' ? `Nothing in the overlaps may be nearer than ${metresWords(nearestM)}.` : null;
  },
  missing: () => null,
  *fixes({ geometry: { laid, settings }, trial }) {
    const { mosaic } = settings;
    if (!mosaic || !laid) return;
    const held = (label: string) => offer('mosaic', { mosaic: { ...mosaic, mover: 'back' } }, trial, label);
    if (laid.slides.footOnLens) yield held('hold the lens by its foot, move the back');
    yield offer('mosaic', { mosaic: { ...mosaic, mover: 'counter' } }, trial, 'slide the camera the other way');
    if (!laid.slides.footOnLens) yield held('hold the lens by a collar, move the back');
  },
});

function parallaxSentence({ state, mover, accepted, parallax: found, film }: ParallaxFacts): string {
  if (found === null) return 'Parallax in the overlaps is unknown: the lens moves from frame to frame.';
  const together = 'no parallax in the overlaps.';
  if (mover !== 'lens') return `The lens stands still${mover === 'counter' ? ', since the camera is slid the other way' : ''}: ${together}`;
  if (found.between === null) return `The lens stands still from frame to frame: ${together}`;
  const unit = film ? ' px of 5 µm' : ' px';
  const [a, b] = found.between;
  const part = (by: string) =>
    `Parallax of ${by}${fixed(found.px, found.px < 10 ? 2 : 0)}${unit} between frames ${a} and ${b}, where the lens moves ${mmWords(found.wayMm)}`;
  return state === 'fails'
    ? `${part('')}, more than the tolerance of ${fixed(accepted, 1)} px.`
    : `${part('at most ')} (tolerance ${fixed(accepted, 1)} px).`;
}
