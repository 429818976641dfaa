import type { CheckKind } from '../checks/registry';
import { frontScene, setup } from '../setup/fixtures.test-support';
import type { Search } from './candidates';
import { contradiction } from './contradiction';

/** A front too high for the slide, from too near. */
const start = setup({
  focusM: 12,
  movements: { riseMm: 11, shiftMm: 0 },
  scene: { ...frontScene(12, 1.6), subject: { kind: 'front', widthM: 8, heightM: 31, depthM: 0, storeys: 7, bays: 3, turnDeg: 0 } },
});
const search = (may: Search['may']): Search => ({ start, may, without: new Set(), ways: new Map(), yaws: [] });
const needs = (kinds: readonly CheckKind[], may: Search['may'] = new Set()) => contradiction(search(may), kinds).needs;

test('what each way round of the frame needs is told where frame, circle and slides contradict each other, and nowhere else', () => {
  expect(needs(['inFrame', 'travel'])).toHaveLength(1);
  expect(needs(['inFrame', 'travel'], new Set(['orientation']))).toHaveLength(2);
  expect(needs([])).toEqual([]);
  expect(needs(['diffraction'])).toEqual([]);
  expect(needs(['inFrame', 'diffraction'])).toEqual([]);
});

test('only what is turned in both ways differs has two ways round', () => {
  const square = { ...start, rig: { ...start.rig, back: { ...start.rig.back, heightMm: start.rig.back.widthMm } } };
  expect(contradiction({ ...search(new Set(['orientation'])), start: square }, ['inFrame', 'travel']).needs).toHaveLength(1);
});
