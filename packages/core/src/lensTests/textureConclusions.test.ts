import { textureConclusion, textureFacts, textureProblem } from './textureConclusions';
import type { ShareAt, TextureAtAperture } from './texture';

const level = (fNumber: number, shares: readonly number[]): TextureAtAperture => {
  const at = shares.map((share): ShareAt => ({ share, doubt: 0.01 }));
  return { fNumber, heightsMm: [0, 10, 20], tangential: at, sagittal: at.map(() => ({ share: 1, doubt: 0.01 })), places: [] };
};

test('tells the best apertures by place and what the others reach', () => {
  const apertures = [level(4, [0.8, 0.6, 0.42]), level(8, [1, 0.97, 0.9]), level(11, [0.98, 1, 1])];
  const facts = textureFacts({ apertures, focus: null, problems: [] }, { widthMm: 36, heightMm: 24 });
  expect(facts.map(textureConclusion)).toEqual([
    'On the axis f/8 and f/11 are sharpest; of their contrast f/4 reaches 80 %.',
    '18.0 mm from the axis f/11 is sharpest; of its contrast f/4 reaches 42 % and f/8 reaches 90 %.',
    'In the corners (21.6 mm from the axis) f/11 is sharpest; of its contrast f/4 reaches 42 % and f/8 reaches 90 %.',
  ]);
  expect(textureFacts({ apertures: [level(4, [1, 1, 1])], focus: null, problems: [] }, { widthMm: 36, heightMm: 24 })).toEqual([]);
});

test('tells whether the infinity stop is right, and what is left out', () => {
  expect(textureConclusion({ kind: 'focus', mm: 0.06, doubtMm: 0.01 })).toBe(
    'The infinity stop is off: the middle is sharpest with the back 0.06 ± 0.01 mm farther out, so at the stop the lens focuses beyond infinity.',
  );
  expect(textureConclusion({ kind: 'focus', mm: -0.06, doubtMm: 0.01 })).toBe(
    'The infinity stop is off: the middle is sharpest with the back 0.06 ± 0.01 mm farther in, so at the stop the lens does not reach infinity.',
  );
  expect(textureProblem({ kind: 'moved', frames: ['3.tif'], share: 0.34 })).toContain('Something moved in 3.tif');
});
