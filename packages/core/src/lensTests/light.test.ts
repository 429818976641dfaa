import { luminance, type FlatFrame } from './flatFrame';
import { measuredLight, type LightAtAperture, type LightProblem } from './light';
import { lostAt } from './radial';
import type { SimulatedLight } from './simulatedWall';
import { randomLight, wallFrame, wallSeries } from './walls.test-support';

const F_NUMBERS = [4, 8] as const;
const trueLoss = (lens: SimulatedLight, mm: number, fNumber: number): number =>
  lens.lostStops(mm, fNumber) - Math.log2(luminance([2 ** lens.redder(mm), 1, 2 ** lens.bluer(mm)]));

/** Falls off by cos⁴ and, down to f/11, by its rim. */
const LENS: SimulatedLight = {
  focalMm: 28,
  imageCircleMm: 60,
  lostStops: (mm, fNumber) => 2 * Math.log2(1 + (mm / 28) ** 2) + Math.max(0, 1 - Math.log2(fNumber / 4) / 1.46) * (mm / 30) ** 2,
  redder: () => 0,
  bluer: () => 0,
  axisOffMm: [0, 0],
};
const kinds = (problems: readonly LightProblem[]): readonly string[] => problems.map(({ kind }) => kind);

describe('the light of a lens, on frames of an evenly lit wall', () => {
  test('over 20 invented lenses with noise: circle within 1 %, falloff within 0.05 stop, tint and axis, and the stated uncertainties hold', () => {
    const off: { readonly circle: number[]; readonly falloff: number[]; readonly axis: number[] } = { circle: [], falloff: [], axis: [] };
    for (let seed = 1; seed <= 20; seed++) {
      const lens = randomLight(seed);
      const { apertures, circle, problems, specs } = measuredLight(wallSeries(lens, F_NUMBERS, seed), 0);
      expect(problems).toEqual([]);
      expect(apertures.map(({ fNumber }) => fNumber)).toEqual(F_NUMBERS);
      if (!circle || !specs) throw new Error('no circle');
      const radius = lens.imageCircleMm / 2;
      expect(Math.abs(circle.radiusMm / radius - 1)).toBeLessThan(0.01);
      expect(Math.abs((specs.imageCircleMm ?? NaN) / lens.imageCircleMm - 1)).toBeLessThan(0.01);
      off.circle.push((circle.radiusMm - radius) / circle.doubtMm);
      circle.middleMm.forEach((mm, i) => off.axis.push((mm - (lens.axisOffMm[i] ?? 0)) / circle.middleDoubtMm));
      for (const { fNumber, heightsMm, lost, doubt, redder, bluer } of apertures) {
        for (const [i, mm] of heightsMm.entries()) {
          const error = (lost[i] ?? NaN) - trueLoss(lens, mm, fNumber);
          expect(Math.abs(error)).toBeLessThan(0.05);
          if (i > 0) off.falloff.push(error / (doubt[i] ?? NaN));
          expect(Math.abs((redder[i] ?? NaN) - lens.redder(mm))).toBeLessThan(0.01);
          expect(Math.abs((bluer[i] ?? NaN) - lens.bluer(mm))).toBeLessThan(0.01);
        }
      }
    }
    expect(off.circle).toHaveLength(20);
    for (const sigmas of Object.values(off)) {
      // Twice the stated standard deviation holds the truth in 95 of 100; and it is not stated so large that it says nothing.
      expect(sigmas.filter((each) => Math.abs(each) < 2).length / sigmas.length).toBeGreaterThanOrEqual(0.95);
      expect(Math.max(...sigmas.map(Math.abs))).toBeGreaterThan(0.3);
    }
  });

  test('becomes a table for the kit, with the aperture from which stopping down no longer helps', () => {
    const { specs, clearsFrom } = measuredLight(wallSeries(LENS, [4, 5.6, 8, 11, 16], 5), 0);
    // Between f/8 and f/11 less than a tenth of a stop is gained; between f/5.6 and f/8 more.
    expect(clearsFrom).toBe(11);
    expect(specs?.falloffStoppedFNumber).toBe(11);
    expect(specs?.heightsMm).toHaveLength(10);
    specs?.heightsMm.forEach((mm, i) => {
      expect(Math.abs((specs.falloffWideStops[i] ?? NaN) - trueLoss(LENS, mm, 4))).toBeLessThan(0.05);
      expect(Math.abs((specs.falloffStoppedStops?.[i] ?? NaN) - trueLoss(LENS, mm, 11))).toBeLessThan(0.05);
    });
    // With one aperture there is nothing to compare.
    const one = measuredLight(wallSeries(LENS, [8], 5), 0);
    expect(one.clearsFrom).toBeNull();
    expect(one.specs?.falloffStoppedStops).toBeNull();
  });

  test('close up the circle on the back is larger by 1 + m, and what is stored is that at infinity', () => {
    const near = {
      ...LENS,
      focalMm: LENS.focalMm * 1.5,
      imageCircleMm: LENS.imageCircleMm * 1.5,
      lostStops: (mm: number, f: number) => LENS.lostStops(mm / 1.5, f),
    };
    const { circle } = measuredLight(wallSeries(near, [8], 3), 0.5);
    expect(Math.abs((circle?.radiusMm ?? NaN) - 30)).toBeLessThan(0.2);
  });

  test('the middle frame alone tells no circle, and says how far it reaches', () => {
    const { circle, specs, problems } = measuredLight([wallFrame(LENS, {})], 0);
    expect(circle).toBeNull();
    expect(specs?.imageCircleMm).toBeNull();
    expect(problems).toEqual([{ kind: 'edgeNotReached', reachedMm: expect.closeTo(21.2, 0) as number }]);
  });

  describe('what cannot be measured is said, and nothing is made of it', () => {
    const series = wallSeries(LENS, F_NUMBERS, 9);
    const worst = (apertures: readonly LightAtAperture[]): number =>
      Math.max(...apertures.flatMap((at) => at.heightsMm.map((mm) => Math.abs(lostAt(at, mm) - trueLoss(LENS, mm, at.fNumber)))));

    test('frames without an aperture, clipped ones and dark ones are left out', () => {
      const { problems, apertures } = measuredLight(
        [
          ...series,
          { ...wallFrame(LENS, {}), fNumber: null, name: 'unsaid' },
          { ...wallFrame(LENS, { exposure: 1.6 }), name: 'bright' },
          { ...wallFrame(LENS, { exposure: 0.01 }), name: 'dark' },
        ],
        0,
      );
      expect(problems).toEqual([
        { kind: 'noAperture', frames: ['unsaid'] },
        { kind: 'clipped', frames: ['bright'] },
        { kind: 'dark', frames: ['dark'] },
      ]);
      expect(worst(apertures)).toBeLessThan(0.05);
    });

    test('one frame at a wrong shift is named and left out, and the others are measured without it', () => {
      const [middle, first, ...rest] = series;
      if (!middle || !first) throw new Error('no frames');
      const wrong = { ...first, shiftMm: -first.shiftMm, name: 'wrong' };
      const { problems, apertures } = measuredLight([middle, wrong, ...rest], 0);
      expect(problems).toEqual([{ kind: 'odd', fNumber: 4, frames: ['wrong'] }]);
      expect(worst(apertures)).toBeLessThan(0.05);
    });

    test('without the centred frame, or with frames that do not overlap, nothing is known against the axis', () => {
      const far = [45, 135, 225, 315].map((deg, i) => {
        const [shiftMm, riseMm] = [24 * Math.cos((deg * Math.PI) / 180), 24 * Math.sin((deg * Math.PI) / 180)];
        return wallFrame(LENS, { riseMm, shiftMm, seed: i + 1 });
      });
      const { problems, apertures, specs } = measuredLight(far, 0);
      expect(problems).toEqual([expect.objectContaining({ kind: 'gap', fNumber: 8, fromMm: 0 })]);
      expect(apertures).toEqual([]);
      expect(specs).toBeNull();
    });

    test('a cell without one of its colours does not spoil the others', () => {
      const green = series.map((frame): FlatFrame => ({
        ...frame,
        grid: { ...frame.grid, rgb: frame.grid.rgb.map((value, i) => (i === 5 ? 0 : value)) },
      }));
      expect(worst(measuredLight(green, 0).apertures)).toBeLessThan(0.05);
    });

    test('a subject that is no wall, and frames at wrong shifts', () => {
      const chart = series.map((frame): FlatFrame => ({
        ...frame,
        grid: { ...frame.grid, rgb: frame.grid.rgb.map((value, i) => (Math.floor(i / 9) % 2 ? value : 0.6 * value)) },
      }));
      expect(kinds(measuredLight(chart, 0).problems)).toEqual(['notFlat', 'notFlat']);
      expect(measuredLight(chart, 0).specs).toBeNull();
      const swapped = series.map((frame): FlatFrame => ({ ...frame, shiftMm: -frame.shiftMm }));
      expect(kinds(measuredLight(swapped, 0).problems)).toContain('notFlat');
    });

    test('frames in the wrong order of apertures', () => {
      const wrong = series.map((frame): FlatFrame => ({ ...frame, fNumber: frame.fNumber === 4 ? 8 : 4 }));
      const { problems, specs } = measuredLight(wrong, 0);
      expect(problems).toContainEqual({ kind: 'order', fNumbers: [4, 8] });
      expect(specs).toBeNull();
    });

    test('nothing at all', () => {
      expect(measuredLight([], 0)).toEqual({ apertures: [], circle: null, clearsFrom: null, problems: [], specs: null });
    });
  });
});
