import fc from 'fast-check';
import { mounted, lens, adapter, view } from '../rig/parts.test-support';
import { assembled } from '../rig/assembled';
import { travelSpare } from '../rig/mechanism';
import { isReached, picturePlace, rounded, settingFor, slidePlace, slidesOf, spareFor } from './slides';
import { evenly } from '../evenly.test-support';
import type { RigParts, Rig } from '../model/rig';

const rigOf = (parts: RigParts): Rig => {
  const rig = assembled({ name: 'rig', rigId: null, parts });
  if (!rig.known) throw new Error('unknown');
  return rig.value;
};
const clicking = slidesOf(
  rigOf(mounted({ lens: lens({ slides: 'rotating', travelMm: 12, rotation: 'clicks', clicksDeg: [0, 30, 60, 90], shiftStepMm: 1 }) })),
);
const sliding = slidesOf(
  rigOf(
    view({ between: [adapter({ stitching: 'sliding', stopsMm: [-20, 0, 20], lensMount: 'sheet back', bodyMount: 'sheet back' }, 'back')] }),
  ),
);

describe('what moves from frame to frame', () => {
  test('a rotating shift is set along a click, in half marks of its scale', () => {
    fc.assert(
      fc.property(evenly(-12, 12), evenly(-12, 12), (riseMm, shiftMm) => {
        const at = rounded(clicking, { riseMm, shiftMm });
        const far = Math.hypot(at.riseMm, at.shiftMm);
        const angle = (Math.atan2(at.riseMm, at.shiftMm) * 180) / Math.PI;
        const onClick = far === 0 || [0, 30, 60, 90].some((deg) => Math.abs(((((angle - deg) % 180) + 270) % 180) - 90) < 1e-3);
        return onClick && Math.abs(far / 0.5 - Math.round(far / 0.5)) < 1e-4;
      }),
    );
  });

  test('a stitch back takes the frame farther than the slides alone, by its stops', () => {
    // The slides of the camera go 20 mm to either side, the stops 20 more.
    expect(settingFor(sliding, { riseMm: 0, shiftMm: 39 })).toEqual({ stopMm: 20, riseMm: 0, shiftMm: 19 });
    expect(settingFor(sliding, { riseMm: 0, shiftMm: 41 })).toBeNull();
    expect(spareFor(sliding, { riseMm: 0, shiftMm: 38 })?.spareMm).toBeCloseTo(2, 9);
    expect(spareFor(sliding, { riseMm: 0, shiftMm: 45 })?.spareMm).toBeCloseTo(-5, 9);
    // Nothing is moved that need not be.
    expect(settingFor(sliding, { riseMm: 0, shiftMm: 20 })).toEqual({ stopMm: 20, riseMm: 0, shiftMm: 0 });
  });
});

describe('a lens that moves takes its picture farther than its slide goes', () => {
  test('slide and picture are each other’s inverse, and a step parts two pictures by 1 + m of it', () => {
    fc.assert(
      fc.property(evenly(-18, 18), evenly(-8, 8), evenly(0.01, 1), (shiftMm, riseMm, magnification) => {
        const slides = { ...sliding, lensMoves: true, magnification, quarter: null };
        const there = picturePlace(slides, { riseMm, shiftMm });
        // From the stop that is nearest the slide does the rest, which alone is enlarged.
        const stopMm = [-20, 0, 20].reduce((best, each) => (Math.abs(each - shiftMm) < Math.abs(best - shiftMm) ? each : best));
        expect(there.riseMm).toBeCloseTo(riseMm * (1 + magnification), 9);
        expect(there.shiftMm).toBeCloseTo(stopMm + (shiftMm - stopMm) * (1 + magnification), 9);
        if (stopMm !== 0) return;
        const alone = { ...slides, stopsMm: [0] };
        const back = slidePlace(alone, picturePlace(alone, { riseMm, shiftMm }));
        expect(back.riseMm).toBeCloseTo(riseMm, 9);
        expect(back.shiftMm).toBeCloseTo(shiftMm, 9);
      }),
    );
  });

  test('what is left is what the best of the stops leaves', () => {
    fc.assert(
      fc.property(evenly(-50, 50), evenly(-8, 8), (shiftMm, riseMm) => {
        const each = sliding.stopsMm.map(
          (stopMm) => travelSpare(sliding.rig.mechanism, { riseMm, shiftMm: shiftMm - stopMm })?.spareMm ?? Number.NaN,
        );
        expect(each).toHaveLength(3);
        expect(spareFor(sliding, { riseMm, shiftMm })?.spareMm).toBe(Math.max(...each));
        expect(isReached(sliding, { riseMm, shiftMm })).toBe(settingFor(sliding, { riseMm, shiftMm }) !== null);
      }),
    );
  });
});
