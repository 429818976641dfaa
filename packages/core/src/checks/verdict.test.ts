import { freshGeometry } from '../geometry/geometry';
import type { SetupSettings } from '../model/setup';
import { setup } from '../setup/fixtures.test-support';
import { evaluateAll } from './evaluate';
import { verdictLine, verdictState } from './verdict';

const said = (settings: SetupSettings): readonly [string, string] => {
  const results = evaluateAll(freshGeometry(settings));
  return [verdictState(results), verdictLine(results, settings.rig.parts)];
};

test('a setup is ready, tight with its sentence, or fails with a count', () => {
  expect(said(setup())).toEqual(['passes', 'Ready']);
  // A circle of 60 mm leaves a frame of 36 × 24 mm √(30² − 18²) − 12 = 12 mm of rise.
  const [state, line] = said(setup({ movements: { riseMm: 11.8, shiftMm: 0 } }));
  expect(state).toBe('tight');
  expect(line).toMatch(/^Tight: .*only 0\.\d mm/u);
  expect(said(setup({ movements: { riseMm: 20, shiftMm: 0 } }))).toEqual(['fails', '3 checks fail']);
});

test('one value that two checks lack is one value', () => {
  const base = setup();
  const dark = { ...base, rig: { ...base.rig, lens: { ...base.rig.lens, circle: { imageCircleMm: null, sharpCircles: [] } } } };
  expect(evaluateAll(freshGeometry(dark)).filter(({ state }) => state === 'unknown')).toHaveLength(2);
  expect(said(dark)).toEqual(['unknown', 'Unknown: 1 value missing']);
});
