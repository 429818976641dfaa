import { geometryOf } from '../geometry/geometry';
import fc from 'fast-check';
import { setup } from '../setup/fixtures.test-support';
import { cropped } from './crop';
import { evenly } from '../evenly.test-support';

describe('a crop', () => {
  test('has its proportion, lies in the frame and touches two of its sides', () => {
    fc.assert(
      fc.property(evenly(5, 300), evenly(5, 300), evenly(1, 4), (widthMm, heightMm, ratio) => {
        const kept = cropped({ widthMm, heightMm }, ratio);
        const [long, short] = [Math.max(kept.widthMm, kept.heightMm), Math.min(kept.widthMm, kept.heightMm)];
        const touches = Math.abs(kept.widthMm - widthMm) < 1e-9 || Math.abs(kept.heightMm - heightMm) < 1e-9;
        return Math.abs(long / short - ratio) < 1e-9 && touches && kept.widthMm <= widthMm + 1e-9 && kept.heightMm <= heightMm + 1e-9;
      }),
    );
  });

  test('says the pixels that remain, lying as the frame lies', () => {
    // 8256 × 5504 at 3 : 1: the whole width and a third of it in height.
    expect(geometryOf(setup({ crop: 3 })).pixels).toEqual({ columns: 8256, rows: 2752 });
    expect(geometryOf(setup({ crop: 3, orientation: 'portrait' })).pixels).toEqual({ columns: 2752, rows: 8256 });
    expect(geometryOf(setup()).pixels).toEqual({ columns: 8256, rows: 5504 });
    expect(geometryOf(setup({ crop: 1 })).frame).toEqual({ widthMm: 24, heightMm: 24 });
    const base = setup();
    expect(geometryOf({ ...base, rig: { ...base.rig, back: { ...base.rig.back, columnsPx: null, rowsPx: null } } }).pixels).toBeNull();
  });
});
