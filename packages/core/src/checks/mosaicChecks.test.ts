import { geometryOf } from '../geometry/geometry';
import fc from 'fast-check';
import { mosaicGiven } from '../stitching/metrics';
import { FIRST_MOSAIC } from '../mosaic/mosaic';
import { PLAIN_SCENE } from '../scene/scene';
import { patched } from '../setup/patch';
import { setup } from '../setup/fixtures.test-support';
import { type CheckResult, evaluate, evaluateWithFixes, evaluateAll, checkNote, checkSentence } from './evaluate';
import type { CheckKind } from './registry';
import { fixSetting } from './wording';
import { evenly } from '../evenly.test-support';
import type { Mosaic } from '../model/mosaic';
import type { Scene } from '../model/scene';
import { rig } from '../examples.test-support';
import type { SetupSettings } from '../model/setup';

const at = (shiftMm: number, riseMm = 0) => ({ shiftMm, riseMm, turned: false });
const mosaic = (frames: Mosaic['frames'], more: Partial<Mosaic> = {}): Mosaic => ({
  ...FIRST_MOSAIC,
  cardGb: 64,
  nearestM: 20,
  mover: 'counter',
  ...more,
  frames,
});
const with_ = (own: Mosaic, more: Partial<SetupSettings> = {}): SetupSettings =>
  setup({ rig, orientation: 'portrait', fNumber: 8, mosaic: own, ...more });
const of = (settings: SetupSettings, kind: CheckKind): CheckResult => {
  const found = evaluateWithFixes(geometryOf(settings)).find((each) => each.kind === kind);
  if (!found) throw new Error(`no finding ${kind}`);
  return found;
};
/** Every fix makes its check hold, or leaves nothing to ask. */
const cured = (settings: SetupSettings, kind: CheckKind): void => {
  const { fixes } = of(settings, kind);
  expect(fixes.length).toBeGreaterThan(0);
  for (const { patch } of fixes)
    expect(evaluateWithFixes(geometryOf(patched(settings, patch))).find((each) => each.kind === kind)?.state ?? 'passes').toBe('passes');
};

describe('checks about a mosaic', () => {
  test('the frame that leaves the circle is named, and another aperture or frames drawn together fix it', () => {
    // The corner of the outer frames lies √(26² + 18²) = 31.6 mm off, inside 33; at 14 mm of rise it is √(26² + 30²) = 39.7.
    expect(of(with_(mosaic([at(-14), at(0), at(14)])), 'sharpCircle').state).toBe('passes');
    const out = with_(mosaic([at(-13, 9), at(0, 9), at(13, 9)]));
    const found = of(out, 'sharpCircle');
    expect(checkSentence(found)).toMatch(
      /^Frame 1 of 3: The upper left corner falls outside the sharp circle at f\/8 by [\d.]+ mm; [\d.]+ mm less movement in this direction is enough\.$/,
    );
    cured(out, 'sharpCircle');
    expect(found.fixes.map(fixSetting)).toContain('the whole mosaic moved toward the axis');
  });

  test('a gap, too little overlap and a place beyond the stops are reported and fixed', () => {
    const gap = with_(mosaic([at(-13), at(13)]));
    expect(checkSentence(of(gap, 'overlap'))).toBe('The mosaic is in 2 separate pieces.');
    cured(gap, 'overlap');
    const little = with_(mosaic([at(-11), at(11)]));
    expect(checkSentence(of(little, 'overlap'))).toBe('Frames 1 and 2 overlap by 8.3 % as set, 12 % too little.');
    cured(little, 'overlap');
    // A slot that is open to the outside is no hole, and is never called whole.
    const slot = with_(mosaic([at(-13, 8), at(13, 8), at(-9, -8), at(0, -8), at(9, -8)]));
    expect(checkSentence(of(slot, 'overlap'))).toMatch(/^No gaps, but the outline is not rectangular: [\d.]+ × [\d.]+ mm are complete\./);
    const beyond = with_(mosaic([at(-15.5), at(0), at(15.5)], { leastOverlap: 0.2 }));
    expect(checkSentence(of(beyond, 'travel'))).toMatch(/^Frame 1 lies 1\.5 mm beyond the left stop\.$/);
    cured(beyond, 'travel');
  });

  test('parallax is fixed by a lens that stands still, and unknown without the nearest thing', () => {
    const near = with_(mosaic([at(-12), at(0), at(12)], { mover: 'lens', nearestM: 3 }));
    // 35 · 12 / 3000 mm over a pixel of 36/8256.
    expect(checkSentence(of(near, 'parallax'))).toBe(
      'Parallax of 32 px between frames 1 and 2, where the lens moves 12.0 mm, more than the tolerance of 0.5 px.',
    );
    cured(near, 'parallax');
    const silent = of(with_(mosaic([at(-12), at(0)], { mover: 'lens', nearestM: null })), 'parallax');
    expect(silent.state).toBe('unknown');
    expect(checkNote(silent)).toContain('in the step Stitch');
    const still = (mover: Mosaic['mover']) => checkSentence(of(with_(mosaic([at(-12), at(0)], { mover })), 'parallax'));
    expect(still('counter')).toMatch(/^The lens stands still, since the camera is slid the other way: /);
    expect(still('back')).toMatch(/^The lens stands still: /);
  });

  test('a seam through what moves is fixed by a frame that holds the whole of it', () => {
    const zone = { name: 'people', left: -4, right: 9, lower: -5, upper: 5, speedMs: 1.4, distanceM: 20 };
    const crossed = with_(mosaic([at(-10), at(7.5)], { zones: [zone] }));
    expect(of(crossed, 'seam').state).toBe('passes');
    const seam = with_(mosaic([at(-8), at(10)], { zones: [zone] }));
    expect(checkSentence(of(seam, 'seam'))).toMatch(/^A seam crosses “people”, and what moves there goes \d+ px between frames 1 and 2\.$/);
    cured(seam, 'seam');
  });

  test('that frame is moved no farther than it takes, though close up the picture moves by more than the lens', () => {
    // 35 mm at 0.11 m: m = 0.47, so that 1 mm of the slide moves the picture by 1.47 mm.
    const zone = { name: 'hand', left: -4, right: 10, lower: -11, upper: 11, speedMs: 1.4, distanceM: 0.11 };
    const seam = with_(mosaic([at(-6, 4), at(4, -6)], { zones: [zone], mover: 'lens', nearestM: null }), { focusM: 0.11 });
    const before = geometryOf(seam);
    expect(before.magnification).toBeGreaterThan(0.4);
    const { fixes } = of(seam, 'seam');
    expect(fixes.length).toBeGreaterThan(0);
    for (const { patch } of fixes) {
      const after = geometryOf(patched(seam, patch));
      const index = after.laid?.frames.findIndex(({ riseMm, shiftMm }, i) => {
        const was = before.laid?.frames[i];
        return riseMm !== was?.riseMm || shiftMm !== was.shiftMm;
      });
      const [old, moved] = [before.laid?.rects[index ?? -1], after.laid?.rects[index ?? -1]];
      if (!old || !moved) throw new Error('no frame was moved');
      // Room left at the side it was moved to: one step for rounding and one for safety, as large as the picture draws them.
      const most = 2.1 * (before.laid?.slides.stepMm ?? NaN) * (1 + before.magnification);
      if (moved.lower > old.lower) expect(moved.upper - zone.upper).toBeLessThan(most);
      if (moved.lower < old.lower) expect(zone.lower - moved.lower).toBeLessThan(most);
      if (moved.left > old.left) expect(moved.right - zone.right).toBeLessThan(most);
      if (moved.left < old.left) expect(zone.left - moved.left).toBeLessThan(most);
    }
  });

  test('card space is asked about once somebody has looked; too little is fixed by fewer frames', () => {
    expect(evaluate('room', geometryOf(with_(mosaic([at(-8), at(8)], { cardGb: null }))))).toBeNull();
    const full = with_(mosaic([at(-8), at(8)], { cardGb: 0.2, series: { ...FIRST_MOSAIC.series, brackets: 5, flatFields: true } }));
    expect(of(full, 'room').state).toBe('fails');
    cured(full, 'room');
  });

  test('the subject is in the joined picture, not in one frame', () => {
    const scene: Scene = {
      ...PLAIN_SCENE,
      subject: { kind: 'sheet', widthM: 1.2, heightM: 0.9, baseM: 0 },
      distanceM: 1,
      asideM: 0,
      cameraHeightM: 0.45,
      yawDeg: 0,
      pitchDeg: 0,
      rollDeg: 0,
    };
    // 1.2 m at 1 m by 35 mm and a little: 43.5 × 32.6 mm.
    expect(of(setup({ rig, scene, orientation: 'portrait', focusM: 1 }), 'inFrame').state).toBe('fails');
    expect(of(with_(mosaic([at(-12), at(0), at(12)]), { scene, focusM: 1 }), 'inFrame').state).toBe('passes');
  });

  test('without a mosaic nothing is said about one; of any mosaic every sentence is whole', () => {
    expect(evaluateAll(geometryOf(setup())).map(({ kind }) => kind)).not.toEqual(expect.arrayContaining(['overlap']));
    const anyMm = evenly(-40, 40);
    fc.assert(
      fc.property(
        fc.array(fc.tuple(anyMm, anyMm), { minLength: 1, maxLength: 7 }),
        fc.constantFrom('lens' as const, 'counter' as const, 'back' as const),
        (places, mover) => {
          const all = evaluateAll(
            geometryOf(
              with_(
                mosaic(
                  places.map(([x, y]) => at(x, y)),
                  { mover },
                ),
              ),
            ),
          );
          return all.every((check) => /^[A-Z0-9“].*\.$/u.test(checkSentence(check)) && !/NaN|undefined|null/u.test(checkSentence(check)));
        },
      ),
    );
  });
});

test('a focus stack at each place takes as much more room, and as many more shots', () => {
  const single = with_(mosaic([at(-8), at(8)], { cardGb: 64 }));
  const stacked = { ...single, stack: { shots: 5, lastFocusM: null } };
  const [one, five] = [mosaicGiven(geometryOf(single)), mosaicGiven(geometryOf(stacked))];
  expect(five?.shots).toBe(5 * (one?.shots ?? NaN));
  expect(five?.bytes).toBeCloseTo(5 * (one?.bytes ?? NaN), 0);
});
