import type { Plate } from '@gangway/core/model/plate';
import { plateSchema } from './plate';

const PLATE: Plate = {
  pictureId: '2b7f9a70-3a52-4a1f-9d0e-5b7a4c1d2e3f',
  name: 'quay.jpg',
  kind: 'flat',
  widthPx: 4032,
  heightPx: 3024,
  equivalentMm: 26,
  cropped: false,
  middlePx: null,
  uprights: [[100, 50, 110, 2500]],
  levels: [],
  doubtful: false,
  horizon: null,
  typed: null,
  headingDeg: 0,
  cameraHeightM: 1.6,
  cameraHeightDoubtM: 0.02,
  outline: { leftFootPx: [10, 20], rightFootPx: [30, 40], leftTopPx: [10, -400] },
  measured: [{ name: 'door', of: 'height', fromPx: [5, 6], toPx: [5, 1] }],
  from: { asideM: 1, distanceM: 20, cameraHeightM: 1.6 },
  others: [
    {
      pictureId: '7d1f9a70-3a52-4a1f-9d0e-5b7a4c1d2e3f',
      name: 'quay-2.jpg',
      widthPx: 4032,
      heightPx: 3024,
      equivalentMm: 26,
      matches: [[10, 20, 30, 40]],
      apart: { byM: 2, doubtM: 0.02 },
    },
  ],
};

describe('a stored photograph of the place', () => {
  const refusal = (some: Partial<Record<keyof Plate, unknown>>) => plateSchema.safeParse({ ...PLATE, ...some }).error?.issues[0];

  test('is read as it was written', () => {
    expect(plateSchema.parse(JSON.parse(JSON.stringify(PLATE)))).toEqual(PLATE);
  });

  test('may have a second position whose distance nobody has entered yet', () => {
    const others = PLATE.others.map((other) => ({ ...other, apart: { byM: null, doubtM: 0.02 } }));
    expect(plateSchema.parse({ ...PLATE, others }).others).toEqual(others);
  });

  test.each([
    ['a focal length that no camera has', { equivalentMm: 2 }, ['equivalentMm'], /35 mm equivalent must be/u],
    ['a camera below the ground', { cameraHeightM: -1 }, ['cameraHeightM'], /Camera above the ground must be/u],
    ['a doubt below nothing', { cameraHeightDoubtM: -0.1 }, ['cameraHeightDoubtM'], /Give or take must be/u],
    ['a pitch straight up', { typed: { pitchDeg: 90, rollDeg: 0 } }, ['typed', 'pitchDeg'], /Pitch must be/u],
    ['a measurement without a name', { measured: [{ ...PLATE.measured[0], name: ' ' }] }, ['measured', 0, 'name'], /needs a name/u],
    ['a place that is no number', { horizon: [0, 1, 2, null] }, ['horizon', 3], /two numbers of px/u],
    ['a sphere that is not twice as wide as high', { kind: 'sphere' }, ['kind'], /twice as wide/u],
    [
      'two places that are one',
      { others: [{ ...PLATE.others[0], apart: { byM: 0, doubtM: 0 } }] },
      ['others', 0, 'apart', 'byM'],
      /Distance apart must be/u,
    ],
    ['more photographs than are kept', { others: Array.from({ length: 9 }, () => PLATE.others[0]) }, ['others'], /at most 8/u],
    ['more lines than are kept', { levels: Array.from({ length: 61 }, () => [0, 0, 1, 1]) }, ['levels'], /./u],
  ])('%s is refused, naming the field', (_, some, path, words) => {
    const found = refusal(some);
    expect(found?.path).toEqual(path);
    expect(found?.message).toMatch(words);
  });
});
