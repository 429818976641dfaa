import { plateToRig } from './plateToRig';

const given = {
  projection: 'flat',
  widthPx: 400,
  heightPx: 200,
  focalPx: 200,
  pointPx: [300, 100],
  plateYawDeg: 0,
  platePitchDeg: 0,
  plateRollDeg: 0,
  yawDeg: 0,
  pitchDeg: 0,
  rollDeg: 0,
  imageMm: 24,
  riseMm: 0,
  shiftMm: 0,
};
const refusalOf = (some: object) => {
  const result = plateToRig.calculate({ ...given, ...some });
  return 'error' in result ? { code: result.error.code, path: result.error.path } : result;
};

test('a flat photograph needs a focal length and a sphere has none: either is refused, naming the field', () => {
  expect(refusalOf({})).toMatchObject({ out: { xMm: 12 } });
  expect(refusalOf({ focalPx: null })).toEqual({ code: 'required', path: ['focalPx'] });
  expect(refusalOf({ projection: 'sphere' })).toEqual({ code: 'not_null', path: ['focalPx'] });
  expect(refusalOf({ projection: 'sphere', focalPx: null })).toHaveProperty('out');
});
