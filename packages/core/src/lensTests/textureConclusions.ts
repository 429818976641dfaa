import { lensTestsText } from '@gangway/messages/core/lensTests';
import { listed } from '@gangway/messages/list';
import { say } from '@gangway/messages/say';
import { diagonalMm } from '../coverage/frame';
import type { FrameSize } from '../model/frame';
import { apertureWords, fixed, mmWords } from '../words';
import type { FramePlace } from './chartConclusions';
import { frameNames } from './frameNames';
import { textureBest, type TextureBest, type TextureProblem, type TextureResult } from './texture';

/** What frames of a textured subject found, fact by fact. */
export type TextureFact =
  | { readonly kind: 'best'; readonly place: FramePlace; readonly best: TextureBest }
  /** Where the middle is sharpest against the position that was called 0, away from the lens. */
  | { readonly kind: 'focus'; readonly mm: number; readonly doubtMm: number };

/** The stop is off where it is so many standard deviations from nothing. */
const SEEN = 3;

/**
 * What frames of a textured subject found.
 *
 * @param result what was measured
 * @param frame size of the frame
 *
 * @example
 * textureFacts({ apertures: [], focus: null, problems: [] }, { widthMm: 36, heightMm: 24 }) // => []
 */
export function textureFacts({ apertures, focus }: TextureResult, frame: FrameSize): readonly TextureFact[] {
  const places: readonly (readonly [FramePlace, number])[] = [
    ['centre', 0],
    ['edge', Math.max(frame.widthMm, frame.heightMm) / 2],
    ['corner', diagonalMm(frame) / 2],
  ];
  return [
    ...places.flatMap(([place, heightMm]): readonly TextureFact[] => {
      const best = textureBest(apertures, heightMm);
      return best ? [{ kind: 'best', place, best }] : [];
    }),
    ...(focus ? [{ kind: 'focus' as const, mm: focus.mm, doubtMm: focus.doubtMm }] : []),
  ];
}

/**
 * A fact as a sentence.
 *
 * @param fact what a test found
 *
 * @example
 * textureConclusion({ kind: 'focus', mm: 0.002, doubtMm: 0.004 }) // => 'The infinity stop is right to within 0.01 mm.'
 */
export function textureConclusion(fact: TextureFact): string {
  if (fact.kind === 'focus') {
    const doubt = fixed(Math.max(0.01, fact.doubtMm), 2);
    return Math.abs(fact.mm) < SEEN * fact.doubtMm
      ? say(lensTestsText.stopRight, { doubt })
      : say(lensTestsText.stopOff, { mm: fixed(Math.abs(fact.mm), 2), doubt, way: fact.mm > 0 ? 'out' : 'in' });
  }
  const { heightMm, asGood, shares } = fact.best;
  const others = shares.filter(({ fNumber }) => !asGood.includes(fNumber));
  return say(lensTestsText.textureBest, {
    place: fact.place,
    mm: mmWords(heightMm),
    apertures: listed(asGood.map(apertureWords)),
    n: asGood.length,
    others: listed(
      others.map(({ fNumber, share }) => say(lensTestsText.reaches, { aperture: apertureWords(fNumber), percent: fixed(100 * share, 0) })),
    ),
    m: others.length,
  });
}

/**
 * What went wrong in frames of a textured subject and what to do, in a sentence.
 *
 * @param problem what went wrong
 *
 * @example
 * textureProblem({ kind: 'plain', frames: ['1.tif'] }).startsWith('Too little') // => true
 */
export function textureProblem(problem: TextureProblem): string {
  const names = frameNames(problem.frames);
  switch (problem.kind) {
    case 'noAperture':
      return say(lensTestsText.noAperture, { names });
    case 'clipped':
      return say(lensTestsText.clippedFrames, { names });
    case 'plain':
      return say(lensTestsText.plainFrames, { names });
    case 'moved':
      return say(lensTestsText.movedFrames, { names, percent: fixed(100 * problem.share, 0) });
  }
}
