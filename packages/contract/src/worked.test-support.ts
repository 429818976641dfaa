import { geometryOf } from '@gangway/core/geometry/geometry';
import fc from 'fast-check';
import { evenly } from '@gangway/core/evenly.test-support';
import { FIRST_MOSAIC } from '@gangway/core/mosaic/mosaic';
import { proposals } from '@gangway/core/stitching/goals';
import { patched } from '@gangway/core/setup/patch';
import { DEMO_SETUPS } from './demo';
import type { Mosaic } from '@gangway/core/model/mosaic';
import type { SetupSettings } from '@gangway/core/model/setup';
import { FIRST_EXPOSURE } from '@gangway/core/setup/defaults';

const tenths = (most: number) => fc.integer({ min: -most * 10, max: most * 10 }).map((n) => n / 10 + 0);

const MOSAICS: readonly Mosaic[] = DEMO_SETUPS.flatMap(({ settings }) => {
  const laid = proposals(geometryOf(settings), { for: 'everything' }, 0.3);
  const frames = (laid.fewest ?? laid.most ?? laid.nearest)?.layout.frames;
  return frames ? [{ ...FIRST_MOSAIC, frames }] : [];
});
/** The demo setups as a photographer might leave them in the middle of the work: moved, turned, metered, with another's rig, or a mosaic laid out. */
export const worked: fc.Arbitrary<SetupSettings> = fc
  .record({
    from: fc.constantFrom(...DEMO_SETUPS),
    rigOf: fc.option(fc.constantFrom(...DEMO_SETUPS), { freq: 4 }),
    movements: fc.option(fc.record({ riseMm: tenths(15), shiftMm: tenths(15) })),
    front: fc.option(fc.record({ tiltDeg: tenths(9), swingDeg: tenths(6) })),
    orientation: fc.constantFrom('landscape' as const, 'portrait' as const),
    stop: fc.nat({ max: 12 }),
    focus: fc.option(evenly(0.3, 60)),
    pitchDeg: fc.option(tenths(4), { freq: 2 }),
    meter: fc.option(
      fc.record({
        kind: fc.constant('pair' as const),
        fNumber: fc.constantFrom(5.6, 11, 22),
        shutterSpeedS: fc.constantFrom(1 / 8000, 1 / 125, 1 / 8, 2, 60),
        iso: fc.constantFrom(25, 100, 800),
      }),
    ),
    shutter: fc.constantFrom(null, 'focal' as const, 'leaf' as const, 'electronic' as const),
    flash: fc.boolean(),
    moving: fc.option(fc.record({ speedMs: evenly(0.2, 20), distanceM: evenly(1, 60) })),
    mosaic: fc.option(fc.constantFrom(...MOSAICS), { freq: 3 }),
  })
  .map(({ from, rigOf, movements, front, orientation, stop, focus, pitchDeg, meter, shutter, flash, moving, mosaic }) => {
    const settings: SetupSettings = {
      ...from.settings,
      rig: rigOf?.settings.rig ?? from.settings.rig,
      mosaic: mosaic ?? from.settings.mosaic,
    };
    const { widestFNumber } = settings.rig.lens;
    return patched(
      {
        ...settings,
        ...(settings.scene && pitchDeg !== null && { scene: { ...settings.scene, pitchDeg } }),
        exposure: { ...FIRST_EXPOSURE, meter, flash, moving, shutter: meter === null ? FIRST_EXPOSURE.shutter : shutter },
      },
      {
        orientation,
        fNumber: Number((widestFNumber * 2 ** (stop / 4)).toPrecision(2)),
        ...(movements && { movements }),
        ...(front && { front }),
        ...(focus !== null && { focusM: Math.max(focus, settings.rig.lens.focalMm / 400) }),
      },
    );
  });
