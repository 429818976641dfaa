import fc from 'fast-check';
import { evaluateAll, marginOf } from '../checks/evaluate';
import { fixSetting } from '../checks/wording';
import { CONTROL_GROUPS, type ControlGroup } from '../fields/locks';
import { geometryOf } from '../geometry/geometry';
import type { SetupSettings } from '../model/setup';
import { anySetup, frontScene, setup } from '../setup/fixtures.test-support';
import { patched } from '../setup/patch';
import { STATE_ORDER } from '../state';
import { changesBetween } from './controls';
import { checksWithFixes, fixesWithin } from './fixes';

/** A front 8 m wide and 22 m high from 18 m, in landscape at the end of the slide. */
const tower = setup({
  focusM: 18,
  movements: { riseMm: 12, shiftMm: 0 },
  scene: {
    ...frontScene(18, 1.6),
    subject: { kind: 'front', widthM: 8, heightM: 22, depthM: 0, storeys: 7, bays: 3, turnDeg: 0 },
  },
});

const locking = (settings: SetupSettings, ...groups: readonly ControlGroup[]): SetupSettings => ({
  ...settings,
  locks: { ...settings.locks, ...Object.fromEntries(groups.map((group) => [group, 'locked'])) },
});

const rank = (settings: SetupSettings, kind: string): number =>
  STATE_ORDER.indexOf(evaluateAll(geometryOf(settings)).find((each) => each.kind === kind)?.state ?? 'passes');

describe('fixes of one check', () => {
  test('set two things where one is not enough: a tower that is cut off in landscape is turned and raised', () => {
    const fixes = fixesWithin(geometryOf(tower)).inFrame ?? [];
    expect(fixes.map(fixSetting)).toEqual(['the frame in portrait, 9.8 mm of rise, f/9']);
    expect(Object.keys(fixes[0]?.patch ?? {}).sort()).toEqual(['fNumber', 'movements', 'orientation']);
  });

  test('keep to the locks', () => {
    const kept = fixesWithin(geometryOf(locking(tower, 'orientation', 'distance'))).inFrame ?? [];
    expect(kept.flatMap(({ patch }) => Object.keys(patch)).filter((key) => key === 'orientation' || key === 'distanceM')).toEqual([]);
    expect(fixesWithin(geometryOf(locking(tower, ...CONTROL_GROUPS))).inFrame).toEqual([]);
  });

  test('each makes its check pass with the margin stated and no other worse, and nothing locked is touched', () => {
    let [several, offered] = [0, 0];
    fc.assert(
      fc.property(anySetup, fc.subarray([...CONTROL_GROUPS], { maxLength: 3 }), (any, locked) => {
        const settings = locking(any, ...locked);
        const before = checksWithFixes(geometryOf(settings));
        for (const { kind, fixes } of before)
          for (const { patch, leaves, control } of fixes) {
            offered++;
            if (control === 'several') several++;
            const next = patched(settings, patch);
            const after = evaluateAll(geometryOf(next));
            const fixed = after.find((each) => each.kind === kind);
            expect(fixed?.state ?? 'passes').toBe('passes');
            const margin = fixed && marginOf(fixed)?.value;
            if (margin !== undefined) expect(margin).toBeCloseTo(leaves.value, 9);
            for (const other of after) {
              const was = before.find((each) => each.kind === other.kind)?.state ?? 'passes';
              expect(rank(next, other.kind)).toBeGreaterThanOrEqual(STATE_ORDER.indexOf(was));
            }
            expect(changesBetween(settings, next).filter(({ group }) => locked.includes(group))).toEqual([]);
          }
      }),
      { numRuns: 60 },
    );
    expect(offered).toBeGreaterThan(20);
    expect(several).toBeGreaterThan(0);
  });
});
