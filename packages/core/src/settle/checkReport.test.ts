import { geometryOf } from '../geometry/geometry';
import { frontScene, setup } from '../setup/fixtures.test-support';
import { patched } from '../setup/patch';
import { checkReport } from './checkReport';

describe('the report of all checks of a setup', () => {
  test('each fix that it offers makes its check pass with the margin stated', () => {
    const geometry = geometryOf(setup({ movements: { riseMm: 12, shiftMm: 0 }, fNumber: 5.6, scene: frontScene(24, 1.6) }));
    const failing = checkReport(geometry).filter(({ fixes }) => fixes.length > 0);
    expect(failing.length).toBeGreaterThan(0);
    for (const { kind, fixes } of failing)
      for (const { patch, leaves } of fixes) {
        const after = checkReport(geometryOf(patched(geometry.settings, patch))).find((each) => each.kind === kind);
        expect(after?.state ?? 'passes').toBe('passes');
        if (after?.margin) expect(after.margin.value).toBeCloseTo(leaves.value, 6);
      }
  });

  test('worst comes first, and what is unknown names the value that is missing', () => {
    const settings = setup();
    const { lens } = settings.rig;
    const blind = { ...settings.rig, lens: { ...lens, circle: { imageCircleMm: null, sharpCircles: [] } } };
    const report = checkReport(geometryOf(setup({ rig: blind })));
    const order = report.map(({ state }) => ['fails', 'unknown', 'tight', 'passes'].indexOf(state));
    expect(order.every((place, i) => i === 0 || place >= (order[i - 1] ?? 0))).toBe(true);
    expect(report.filter(({ state, missing }) => state === 'unknown' && missing !== null).length).toBeGreaterThan(0);
  });
});
