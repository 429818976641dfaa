import { geometryOf } from '../geometry/geometry';
import fc from 'fast-check';
import loadHighs from 'highs';
import { widestApertureAt } from '../focus/widestAperture';
import type { Vec3 } from '../space/vector';
import { camera, lens, mounted, view } from '../rig/parts.test-support';
import { assembled } from '../rig/assembled';
import { axisToBack, pictured } from '../geometry/standards';
import { apertureChoice, choiceSentences, airyMm } from './apertureChoice';
import { frontScene, setup } from '../setup/fixtures.test-support';
import { apparentScale, isolate } from './isolate';
import { blurOf, pinStates } from '../geometry/pins';
import { seenFrom } from '../space/pose';
import { patched } from '../setup/patch';
import { leastFNumberFor, noSolutionSentence, solveFocus } from './solveFocus';
import { tiltOrStack } from './tiltOrStack';
import { stackFrames } from '../focus/stack';
import { apertureForSpread } from '../focus/spread';
import { evenly } from '../evenly.test-support';
import type { Pin, PinRole } from '../model/pin';
import type { Rig, RigParts } from '../model/rig';
import type { SetupSettings } from '../model/setup';
import { givenBack } from './givenBack';

const scene = frontScene(10, 1.5);
const rigOf = (parts: RigParts): Rig => {
  const rig = assembled({ name: 'rig', rigId: null, parts });
  if (!rig.known) throw new Error('unknown');
  return rig.value;
};
const FIELD = rigOf(view({ camera: camera({ rearTiltDeg: 15, rearSwingDeg: 12, tiltAxis: 'axis' }) }));
const TILTING = rigOf(
  mounted({
    lens: lens({
      focalMm: 50,
      slides: 'rotating',
      travelMm: 12,
      tilts: 'oneWay',
      tiltDeg: 8,
      tiltLock: 'parallel',
      tiltStepDeg: 1,
      pivotMm: 10,
      nearestM: 0.4,
      nearestMagnification: 0.2,
    }),
  }),
);

const point = (n: number, at: Vec3, role: PinRole = 'sharp', weight = 1): Pin => ({
  id: `p${n}`,
  name: `pin ${n}`,
  role,
  weight,
  place: { kind: 'point', at },
});
const pinned = (pins: readonly Pin[], more: Partial<SetupSettings> = {}): SetupSettings =>
  setup({ rig: FIELD, scene, pins, fNumber: 22, focusM: 10, ...more });
const places = fc.array(fc.tuple(evenly(-3, 3), evenly(0, 4), evenly(-6, 20)), { minLength: 3, maxLength: 9 });

describe('focus solved on a setup', () => {
  test('what it says holds: the rays of every pin at that opening are within what is allowed', () => {
    fc.assert(
      fc.property(places, fc.constantFrom('front' as const, 'rear' as const, 'none' as const), evenly(-8, 8), (at, by, yawDeg) => {
        const settings = pinned(
          at.map((p, i) => point(i, p)),
          { scene: { ...scene, yawDeg } },
        );
        const found = solveFocus(geometryOf(settings), by);
        if (!found.ok) return false;
        const { cocMm } = geometryOf(settings).blurAllowed;
        const next = patched(settings, { ...found.solution.patch });
        fc.pre(found.solution.fNumber > 1);
        // Exact rays against the formula that was solved: near enough at slow openings.
        return pinStates(geometryOf(next), found.solution.fNumber).every(({ blurMm }) => blurMm !== null && blurMm <= cocMm * 1.25);
      }),
      { numRuns: 60 },
    );
  });

  test('turning the back is as good as linear programming finds, and at an edge of the mechanism no turn is better', async () => {
    // Outside reference: HiGHS. A point is in focus where b·h = 1 with h = f·P/(P·l − f).
    const highs = await loadHighs();
    for (const at of fc.sample(places, 15)) {
      const settings = pinned(at.map((p, i) => point(i, p)));
      const found = solveFocus(geometryOf(settings), 'rear');
      if (!found.ok) throw new Error(noSolutionSentence(found.why));
      const back = geometryOf(settings).back;
      const h = at.map((p) => (back ? seenFrom(back, p) : p)).map(([x, y, z]) => [x, y, z].map((n) => (90 * n) / (1000 * z - 90)));
      const rows = h.flatMap((each, i) => {
        const sum = each.map((c, k) => `${c < 0 ? '-' : '+'} ${Math.abs(c).toFixed(15)} a${k}`).join(' ');
        return [`u${i}: ${sum} + 0.001 t >= 0.09`, `l${i}: ${sum} - 0.001 t <= 0.09`];
      });
      const solved = highs.solve(`Minimize\n obj: t\nSubject To\n ${rows.join('\n ')}\nBounds\n a0 free\n a1 free\n a2 free\nEnd`);
      const { cocMm } = geometryOf(settings).blurAllowed;
      const { rear, fNumber } = found.solution;
      const free = (90 / cocMm) * (solved.ObjectiveValue / 90);
      expect(fNumber).toBeGreaterThanOrEqual(free - 0.05);
      // It is set down in hundredths of a degree.
      if (Math.abs(rear.tiltDeg) < 14.99 && Math.abs(rear.swingDeg) < 11.99) expect(fNumber).toBeLessThanOrEqual(free + 0.3);
      for (let tiltDeg = -15; tiltDeg <= 15; tiltDeg += 3) {
        for (let swingDeg = -12; swingDeg <= 12; swingDeg += 3) {
          const turned = { ...settings, rear: { tiltDeg, swingDeg } };
          const there = geometryOf(turned).back;
          const needs = there
            ? widestApertureAt({ focalMm: 90, pointsM: at.map((p) => seenFrom(there, p)), cocMm, axis: geometryOf(turned).axis }).fNumber
            : 0;
          expect(fNumber).toBeLessThanOrEqual(needs + 0.3);
        }
      }
    }
  });

  test('a lens before a back that is turned already is solved within its own mechanism', () => {
    const settings = pinned([point(1, [0, 0, -6]), point(2, [0, 0, 10]), point(3, [1, 0, 0])], { rear: { tiltDeg: 5, swingDeg: -3 } });
    const found = solveFocus(geometryOf(settings), 'front');
    if (!found.ok) throw new Error(noSolutionSentence(found.why));
    expect(found.solution.fNumber).toBeLessThan(0.5);
    const next = patched(settings, found.solution.patch);
    // The three pins lie on the ground: the plane of focus is the ground, hinged under the lens.
    const back = geometryOf(next).back;
    const far = back && blurOf(geometryOf(next).focus, 8, seenFrom(back, [4, 0, 30]));
    expect(far).toBeLessThan(0.02);
  });

  test('a one-way tilt locked to the shift is kept', () => {
    const ground = [point(1, [0, 0, -8]), point(2, [0, 0, 20])];
    const up = pinned(ground, { rig: TILTING, movements: { riseMm: 4, shiftMm: 0 }, fNumber: 8 });
    const found = solveFocus(geometryOf(up), 'front');
    expect(found.ok && found.solution.front).toMatchObject({ swingDeg: 0 });
    expect(found.ok && found.solution.front.tiltDeg).toBeGreaterThan(1);
    // Shifted aside the lock only lets it swing, which is no use for the ground.
    const aside = solveFocus(geometryOf({ ...up, movements: { riseMm: 0, shiftMm: 4 } }), 'front');
    expect(aside.ok && Math.abs(aside.solution.front.tiltDeg)).toBeLessThan(0.01);
    const straight = solveFocus(geometryOf(up), 'none');
    expect(aside.ok && straight.ok && aside.solution.fNumber <= straight.solution.fNumber + 1e-9).toBe(true);
  });

  test('what is wanted as sharp as possible never costs those that must be sharp their aperture', () => {
    fc.assert(
      fc.property(places, evenly(1, 4), (at, height) => {
        const must = at.map((p, i) => point(i, p));
        const goal = point(99, [0.5, height, 2], 'best');
        const [alone, both] = [solveFocus(geometryOf(pinned(must)), 'front'), solveFocus(geometryOf(pinned([...must, goal])), 'front')];
        if (!alone.ok || !both.ok || alone.solution.marked === null) return true;
        const placed = geometryOf(pinned([goal])).placedPins;
        const goalAt = (s: typeof alone.solution): number => leastFNumberFor(geometryOf(pinned([goal])), s, placed);
        return both.solution.fNumber <= alone.solution.marked * (1 + 1e-6) && goalAt(both.solution) <= goalAt(alone.solution) * (1 + 1e-6);
      }),
      { numRuns: 40 },
    );
  });

  test('a tilt that gains nothing once it is set down in hundredths is not offered', () => {
    // Found by dice: rounded, the tilt takes a smaller aperture than none, by one part in a million.
    const settings = pinned([point(1, [0, 1.17, 0.28]), point(2, [0, 0.33, 25.29]), point(3, [0, 0, 0.51]), point(4, [0, 0, 0.51])], {
      sharpness: { school: 'pixels', pixels: 2, columnsPx: 20_000 },
    });
    const [front, none] = [solveFocus(geometryOf(settings), 'front'), solveFocus(geometryOf(settings), 'none')];
    if (!front.ok || !none.ok) throw new Error('not solved');
    expect(front.solution.fNumber).toBeLessThanOrEqual(none.solution.fNumber);
    expect(front.solution.front).toEqual({ tiltDeg: 0, swingDeg: 0 });
  });

  test('what cannot be is said, with the nearest that can', () => {
    const behind = solveFocus(geometryOf(pinned([point(1, [0, 1, 0]), point(2, [0, 1, -12])])), 'front');
    expect(behind).toMatchObject({ ok: false });
    expect(!behind.ok && noSolutionSentence(behind.why)).toMatch(/“pin 2” is behind the camera/);
    expect(!behind.ok && behind.nearest?.focusM).toBeCloseTo(10, 0);
    const near = solveFocus(geometryOf(pinned([point(1, [0, 1.5, -9.95])])), 'front');
    expect(!near.ok && noSolutionSentence(near.why)).toMatch(/50 mm in front of the lens, inside its focal length of 90 mm/);
    expect(solveFocus(geometryOf(pinned([])), 'front')).toMatchObject({ ok: false });
    expect(solveFocus(geometryOf(pinned([point(1, [0, 1, 0])], { rig: rigOf(mounted()) })), 'rear')).toMatchObject({
      ok: false,
      why: { kind: 'backDoesNotTurn' },
    });
    const unknown = solveFocus(
      geometryOf(pinned([point(1, [0, 0, -8]), point(2, [0, 0, 40])], { rig: rigOf(mounted({ lens: lens({ tilts: null }) })) })),
      'front',
    );
    expect(!unknown.ok && noSolutionSentence(unknown.why)).toMatch(/unknown/);
  });

  test('pins in one line leave the other movement alone', () => {
    const found = solveFocus(geometryOf(pinned([point(1, [0, 0, -6]), point(2, [0, 0, 0]), point(3, [0, 0, 12])])), 'front');
    expect(found.ok && found.solution.front.swingDeg).toBe(0);
    // They lie on the ground straight ahead, 1.5 m under the lens: J = f/sin α.
    expect(found.ok && found.solution.front.tiltDeg).toBeCloseTo((Math.asin(0.09 / 1.5) * 180) / Math.PI, 1);
  });
});

describe('a pivot behind the lens', () => {
  test('moves the picture at infinity by q·sin α, as it is measured, and the counter-movement puts it back', () => {
    const far: Vec3 = [0, 1.5, 1e7];
    const before = setup({ rig: TILTING, scene, focusM: null });
    const tilted: SetupSettings = { ...before, front: { tiltDeg: 6, swingDeg: 0 } };
    const [was, is] = [pictured(geometryOf(before), far), pictured(geometryOf(tilted), far)];
    // The lens drops, so what was in the centre rises in the picture.
    expect((is?.[1] ?? 0) - (was?.[1] ?? 0)).toBeCloseTo(10 * Math.sin(Math.PI / 30), 6);
    const back = givenBack(geometryOf(tilted));
    const again = back && pictured(geometryOf({ ...tilted, movements: back }), far);
    expect(Math.abs(again?.[1] ?? 9)).toBeLessThanOrEqual(0.05);
    expect(givenBack(geometryOf({ ...tilted, composedAt: tilted.front }))).toBeNull();
    expect(geometryOf(tilted).lens).toMatchObject({ riseMm: expect.closeTo(-1.045, 3) as number, tiltDeg: 6 });
  });

  test('a plane parallel to the axis or beyond keeps its focus as it is set: the lens stands where it should', () => {
    fc.assert(
      fc.property(evenly(2, 12), evenly(85, 140), (tiltDeg, v) => {
        const axis = axisToBack({ front: { tiltDeg, swingDeg: 0 }, rear: { tiltDeg: 0, swingDeg: 0 } });
        const along = v / axis[2];
        const focusM = Math.abs(along - 90) < 1e-4 ? null : (90 * along) / (along - 90) / 1000;
        return Math.abs(geometryOf(setup({ rig: FIELD, front: { tiltDeg, swingDeg: 0 }, focusM })).imageMm - v) < 1e-3;
      }),
    );
  });
});

describe('the aperture that is chosen', () => {
  const depth = pinned([point(1, [0, 1, -4]), point(2, [0, 1, 6])], {
    focusM: 8,
    sharpness: { school: 'pixels', pixels: 2, columnsPx: 24_000 },
  });

  test('balance of both blurs is the published rule’s, within a click: N = √(375·Δ)/(1 + m)', () => {
    const straight = solveFocus(geometryOf(depth), 'none');
    if (!straight.ok) throw new Error(noSolutionSentence(straight.why));
    const set = patched(depth, straight.solution.patch);
    // Spread on the rail between the pins at 6 and 16 m.
    const spread = 90 * 90 * (1 / (6000 - 90) - 1 / (16_000 - 90));
    const rule = apertureForSpread(spread, 0.01, 90 / 8000).balancedFNumber;
    const { balanced } = apertureChoice(geometryOf(set));
    expect(Math.abs(2 * Math.log2((balanced ?? 0) / rule))).toBeLessThan(0.6);
  });

  test('sharp from the first mark that does, and says what the one before leaves out', () => {
    const straight = solveFocus(geometryOf(depth), 'none');
    if (!straight.ok) throw new Error(noSolutionSentence(straight.why));
    const set = patched(depth, straight.solution.patch);
    const choice = apertureChoice(geometryOf(set));
    const { holdsFrom, ring, allowedMm } = choice;
    const words = choiceSentences(choice);
    const holding = ring.filter(({ defocusMm }) => (defocusMm ?? 1) <= allowedMm).map(({ fNumber }) => fNumber);
    expect(holdsFrom).toBe(holding[0] ?? null);
    expect(words).toMatch(/keeps all sharp/);
    // Diffraction counts the close-up factor: at life size it is twice as wide.
    expect(airyMm(geometryOf({ ...depth, focusM: 0.18 }), 8) / airyMm(geometryOf({ ...depth, focusM: null }), 8)).toBeCloseTo(2, 6);
    expect(choiceSentences(apertureChoice(geometryOf(pinned([]))))).toMatch(/No pin must be sharp yet/);
  });
});

describe('a standard in pixels', () => {
  test('is so many of the pixels that are there, cropped, turned or on another back', () => {
    const settings = setup({ sharpness: { school: 'pixels', pixels: 2, columnsPx: 999 } });
    const pixel = 36 / 8256;
    for (const each of [settings, { ...settings, crop: 3 }, { ...settings, crop: 1, orientation: 'portrait' as const }])
      expect(geometryOf(each).blurAllowed.cocMm).toBeCloseTo(2 * pixel, 5);
    const { rig } = settings;
    const finer = { ...settings, rig: { ...rig, back: { ...rig.back, columnsPx: 16_512, rowsPx: 11_008 } } };
    expect(geometryOf(finer).blurAllowed.cocMm).toBeCloseTo(pixel, 6);
  });
});

describe('tilt or stack', () => {
  test('a straight stack of points counts the frames of the calculator', () => {
    fc.assert(
      fc.property(evenly(-8, 0), evenly(2, 30), fc.constantFrom(8, 11, 16, 22), (near, far, fNumber) => {
        const settings = pinned([point(1, [0, 1.5, near]), point(2, [0, 1.5, far])], { fNumber });
        const stack = tiltOrStack(geometryOf(settings))?.options.find(({ way }) => way === 'stack');
        const [nearM, farM] = [10 + near, 10 + far];
        const depth = { focalMm: 90, fNumber, cocMm: geometryOf(settings).blurAllowed.cocMm };
        const formula = stackFrames({ ...depth, nearM, farM, overlap: 0.2 });
        // Where one shot holds all, nothing has to overlap.
        return stack?.shots === formula || (stack?.shots === 1 && stackFrames({ ...depth, nearM, farM }) === 1);
      }),
    );
  });

  test('prefers one tilted shot for the ground, and the photographer’s limits rule out what they do', () => {
    const ground = pinned([point(1, [0, 0, -8]), point(2, [0, 0, 30]), point(3, [1, 0, 0])], {
      sharpness: { school: 'pixels', pixels: 2, columnsPx: 20_000 },
      fNumber: 16,
    });
    expect(tiltOrStack(geometryOf(ground))?.preferred).toBe('tilt');
    const limited = tiltOrStack(geometryOf({ ...ground, limits: { ...ground.limits, somethingMoves: true, mostFrames: 1 } }));
    expect(limited?.options.find(({ way }) => way === 'stack')?.breaks).toEqual(['frames', 'motion']);
    expect(tiltOrStack(geometryOf(pinned([])))).toBeNull();
  });
});

describe('isolating one of a row', () => {
  const row = pinned([point(1, [0, 1.5, 0]), point(2, [0.8, 1.5, 0], 'soft'), point(3, [-0.8, 1.5, 0], 'soft')], { fNumber: 8 });

  test('finds the least swing that does it: a tenth less does not', () => {
    const wanted = 0.15;
    const found = isolate(geometryOf(row), 'p1', 'swing', wanted);
    expect(found?.enough).toBe(true);
    expect(found?.ownBlurMm).toBeLessThan(1e-9);
    const least = (deg: number): number =>
      Math.min(...(isolate(geometryOf({ ...row }), 'p1', 'swing', deg)?.neighbours.map(({ blurMm }) => blurMm) ?? [0]));
    expect(least(wanted)).toBeGreaterThanOrEqual(wanted);
    const turn = Math.abs(found?.turnDeg ?? 0) - 0.1;
    // (f/N)·v·sin(swing)·x/(f·z): blur grows with the sine of the swing.
    const blur = (90 / 8) * (90.8 / 90) * Math.sin((turn * Math.PI) / 180) * 0.08;
    expect(blur).toBeLessThan(wanted);
    expect(isolate(geometryOf(row), 'p1', 'tilt', wanted)?.enough).not.toBe(true);
    expect(isolate(geometryOf(row), 'gone', 'swing', wanted)).toBeNull();
  });

  test('the miniature look suggests the scale at which an untilted model would be blurred as much', () => {
    fc.assert(
      fc.property(evenly(5, 60), evenly(1.2, 6), evenly(0.05, 2), (u, r, blur) => {
        const n = apparentScale({ focalMm: 50, fNumber: 4, focusedM: u, otherM: u * r, blurMm: blur });
        fc.pre(n > 1.001 && (u * 1000) / n > 60);
        // Photograph the model: everything n times smaller and nearer, straight, focused on the same thing.
        const model = blurOf(
          { focalMm: 50, imageMm: (50 * ((u * 1000) / n)) / ((u * 1000) / n - 50), tiltDeg: 0, swingDeg: 0, axis: [0, 0, 1] },
          4,
          [0, 0, (u * r) / n],
        );
        return Math.abs((model ?? 0) / blur - 1) < 1e-6;
      }),
    );
  });
});
