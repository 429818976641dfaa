import fc from 'fast-check';
import { ringOf } from '../coverage/apertures';
import { checkNamed } from '../checks/registry';
import { evenly } from '../evenly.test-support';
import { takenUp } from '../framing/inFrame';
import { freshGeometry } from '../geometry/geometry';
import type { Mechanism } from '../model/movements';
import { FIRST_MOSAIC } from '../mosaic/mosaic';
import type { SetupSettings } from '../model/setup';
import { frontScene, setup } from '../setup/fixtures.test-support';
import { certificateOf } from './certificate';
import type { Search } from './candidates';
import { settle } from './settle';
import { excludedSentence } from './wording';

const MAY = ['movements', 'orientation', 'aperture'] as const;
const searchOf = (start: SetupSettings): Search => ({ start, may: new Set(MAY), without: new Set(), ways: new Map(), yaws: [] });

/** Circles that end before the slides do. */
const SMALL = {
  imageCircleMm: 56,
  sharpCircles: [
    { fNumber: 3.5, diameterMm: 46 },
    { fNumber: 11, diameterMm: 54 },
  ],
};

/** A front 8 m wide seen from a distance by a slide that goes so far. */
function front(heightM: number, distanceM: number, mechanism: Mechanism, changes: Partial<SetupSettings> = {}): SetupSettings {
  const plain = setup();
  return setup({
    rig: { ...plain.rig, mechanism, lens: mechanism.kind === 'box' ? { ...plain.rig.lens, circle: SMALL } : plain.rig.lens },
    focusM: distanceM,
    scene: {
      ...frontScene(distanceM, 1.6),
      subject: { kind: 'front', widthM: 8, heightM, depthM: 0, storeys: 3, bays: 3, turnDeg: 0 },
    },
    ...changes,
  });
}

const starts = fc.record({
  /** Height of the front over its distance: from what any way round holds to what none does. */
  steepness: evenly(0.7, 1.6),
  distanceM: evenly(14, 30),
  radiusMm: evenly(2, 14),
  kind: fc.constantFrom('disc' as const, 'box' as const),
  asideM: evenly(-6, 6),
  portrait: fc.boolean(),
});

test('of what a certificate excludes no setting of the slides passes the checks that it names', () => {
  const tally = { certified: 0, solved: 0, circles: 0 };
  fc.assert(
    fc.property(starts, fc.array(fc.tuple(evenly(-30, 30), evenly(-30, 30)), { minLength: 40, maxLength: 40 }), (start, throws) => {
      const { steepness, distanceM, radiusMm, kind, asideM, portrait } = start;
      const mechanism: Mechanism = kind === 'disc' ? { kind, radiusMm } : { kind, riseMm: 30, fallMm: 30, leftMm: 30, rightMm: 30 };
      const settings = front(steepness * distanceM, distanceM, mechanism, { orientation: portrait ? 'portrait' : 'landscape' });
      const from = settings.scene === null ? settings : { ...settings, scene: { ...settings.scene, asideM } };
      const certificate = certificateOf(searchOf(from));
      if (certificate === null) {
        tally.solved++;
        return;
      }
      tally.certified++;
      const { solutions } = settle(from, { may: MAY, lastResorts: [], waysOut: false });
      expect(solutions).toEqual([]);
      for (const { orientation, widestFNumber, smallestFNumber, kinds } of certificate) {
        if (kinds.some((each) => each === 'sharpCircle' || each === 'imageCircle')) tally.circles++;
        for (const fNumber of [widestFNumber, smallestFNumber])
          for (const [riseMm, shiftMm] of throws) {
            const geometry = freshGeometry({ ...from, orientation, fNumber, movements: { riseMm, shiftMm } });
            expect(kinds.some((each) => ['fails', 'unknown'].includes(checkNamed(each).evaluate(geometry)?.state ?? ''))).toBe(true);
          }
      }
      // Both ways round and every mark of the ring are in it.
      for (const orientation of ['portrait', 'landscape'] as const)
        for (const mark of ringOf(from.rig.lens))
          expect(
            certificate.filter((each) => each.orientation === orientation && each.widestFNumber <= mark && mark <= each.smallestFNumber),
          ).toHaveLength(1);
    }),
    { numRuns: 24, seed: 11 },
  );
  expect(tally.certified).toBeGreaterThan(5);
  expect(tally.solved).toBeGreaterThan(3);
  expect(tally.circles).toBeGreaterThan(1);
});

test('what lies between two marks of a scale is not certified away', () => {
  let between = 0;
  fc.assert(
    fc.property(evenly(0.004, 0.08), evenly(10, 14), (leftMm, cameraHeightM) => {
      // A front that fills the frame but for so much: one narrow stretch of rises holds it.
      const tall = (heightM: number): SetupSettings => {
        const { scene, ...rest } = front(heightM, 30, { kind: 'disc', radiusMm: 14 }, { orientation: 'portrait' });
        return { ...rest, scene: scene && { ...scene, cameraHeightM } };
      };
      const boxOf = (settings: SetupSettings) => {
        const box = takenUp(freshGeometry(settings));
        if (!box) throw new Error('the front is not before the camera');
        return box;
      };
      const guess = boxOf(tall(40));
      const settings = tall((40 * (36 - leftMm)) / (guess.upper - guess.lower));
      const { lower, upper } = boxOf(settings);
      const riseMm = (lower + upper) / 2;
      const set = { ...settings, fNumber: 11, movements: { riseMm, shiftMm: 0 } };
      const passes = ['inFrame', 'sharpCircle', 'travel'] as const;
      expect(passes.map((kind) => checkNamed(kind).evaluate(freshGeometry(set))?.state)).not.toContain('fails');
      if (Math.abs(riseMm * 10 - Math.round(riseMm * 10)) > leftMm * 5) between++;
      expect(certificateOf({ ...searchOf(settings), may: new Set(['movements', 'aperture']) })).toBeNull();
    }),
    { numRuns: 30 },
  );
  expect(between).toBeGreaterThan(5);
});

describe('where the slides do not decide', () => {
  const plain = front(12, 30, { kind: 'disc', radiusMm: 12 });
  const only = (start: SetupSettings, may: Search['may']) => certificateOf({ ...searchOf(start), may });

  test('a camera out of level excludes every aperture', () => {
    const rolled = { ...plain, scene: plain.scene && { ...plain.scene, rollDeg: 3 } };
    expect(new Set(certificateOf(searchOf(rolled))?.map(({ kinds }) => kinds.join()))).toEqual(new Set(['level']));
  });

  test('with the slides locked the present place counts, and flare only where the lens may not be shaded', () => {
    // Just beside the picture, so that it is within the image circle.
    const light = { bearingDeg: 42, heightDeg: 5, shaded: false };
    const lit = { ...plain, scene: plain.scene && { ...plain.scene, light } };
    expect(checkNamed('flare').evaluate(freshGeometry(lit))?.state).toBe('fails');
    expect(only(lit, new Set(['aperture']))?.map(({ kinds }) => kinds.join())).toContain('flare');
    const shaded = only(lit, new Set(['aperture', 'shade'])) ?? [];
    expect(shaded.map(({ kinds }) => kinds.join())).not.toContain('flare');
  });

  test('something that is searched in steps, or a mosaic, leaves nothing certain', () => {
    const rolled = { ...plain, scene: plain.scene && { ...plain.scene, rollDeg: 3 } };
    expect(only(rolled, new Set([...MAY, 'focus']))).toBeNull();
    expect(
      certificateOf(searchOf({ ...rolled, mosaic: { ...FIRST_MOSAIC, frames: [{ riseMm: 0, shiftMm: 0, turned: false }] } })),
    ).toBeNull();
    expect(only(rolled, new Set(MAY))).not.toBeNull();
  });
});

test('says which checks exclude which apertures', () => {
  expect(excludedSentence({ orientation: 'landscape', widestFNumber: 11, smallestFNumber: 11, kinds: ['pins'] })).toMatch(
    /^Landscape at f\/11 rules out [^.]+$/u,
  );
});
