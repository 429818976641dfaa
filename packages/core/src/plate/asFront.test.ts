import fc from 'fast-check';
import { evenly } from '../evenly.test-support';
import { front, quayPlate } from '../examples.test-support';
import { geometryOf } from '../geometry/geometry';
import { pictured } from '../geometry/standards';
import { outline } from '../framing/inFrame';
import { poseOf, PLAIN_SCENE } from '../scene/scene';
import { placed, seenFrom } from '../space/pose';
import { awayFromPlate, withFront } from './asFront';
import { outlinedFront } from './front';
import { focalPixels, pixelOf } from './pixel';
import { plateToRig } from './throughRig';

const FLAT = { kind: 'flat', widthPx: 4000, heightPx: 3000, focalPx: focalPixels(26, 4000, 3000) } as const;

describe('an outlined front as the subject', () => {
  test('stands in the scene where it is seen in the photograph: its corners are drawn where they were clicked', () => {
    fc.assert(
      fc.property(
        evenly(-15, 20),
        evenly(-8, 8),
        fc.tuple(evenly(300, 1500), evenly(2000, 3000)),
        fc.tuple(evenly(2200, 3800), evenly(2000, 3000)),
        evenly(-500, 1200),
        evenly(1, 3),
        (pitchDeg, rollDeg, leftFootPx, rightFootPx, top, cameraHeightM) => {
          const level = { pitchDeg, rollDeg };
          const outlined = { leftFootPx, rightFootPx, leftTopPx: [leftFootPx[0], top] } as const;
          let measured;
          try {
            measured = outlinedFront(FLAT, level, outlined, cameraHeightM);
          } catch {
            // A foot above the horizon, or edge on: refused, and tested elsewhere.
            return true;
          }
          const { scene, plate } = withFront({ ...quayPlate, cameraHeightM }, measured, null);
          // Nothing nearer than the subject may be.
          fc.pre(scene.distanceM > 0.1 && Math.abs(measured.turnedAwayDeg) < 80);
          const camera = placed(poseOf({ ...scene, yawDeg: plate.headingDeg, ...level }));
          const seen = outline(scene).map((corner) => pixelOf(FLAT, seenFrom(camera, corner)));
          const near = (wanted: readonly number[]): number =>
            Math.min(...seen.map((each) => (each ? Math.hypot(each[0] - (wanted[0] ?? 0), each[1] - (wanted[1] ?? 0)) : Infinity)));
          expect(near(leftFootPx)).toBeLessThan(1e-5);
          expect(near(rightFootPx)).toBeLessThan(1e-5);
          expect(awayFromPlate(plate, scene)).toBe(0);
          expect(awayFromPlate(plate, { ...scene, asideM: scene.asideM + 3, distanceM: scene.distanceM + 4 })).toBeCloseTo(5, 9);
          return true;
        },
      ),
    );
  });

  test('is drawn through a rig where the Finder draws it in the scene, to a thousandth of a millimetre', () => {
    const level = { pitchDeg: 4, rollDeg: -2 };
    const outlined = { leftFootPx: [700, 2200], rightFootPx: [3300, 2300], leftTopPx: [720, 300] } as const;
    const measured = outlinedFront(FLAT, level, outlined, 1.6);
    const { scene, plate } = withFront(quayPlate, measured, null);
    fc.assert(
      fc.property(
        evenly(-12, 12),
        evenly(-8, 15),
        evenly(-10, 10),
        evenly(-8, 11),
        evenly(-11, 11),
        (yawDeg, pitchDeg, rollDeg, riseMm, shiftMm) => {
          const settings = { ...front, focusM: 20, movements: { riseMm, shiftMm }, scene: { ...scene, yawDeg, pitchDeg, rollDeg } };
          const geometry = geometryOf(settings);
          const rig = { turned: { yawDeg, pitchDeg, rollDeg }, imageMm: geometry.imageMm, ...geometry.position };
          const corners = outline(settings.scene).map((corner) => pictured(geometry, corner));
          for (const px of [outlined.leftFootPx, outlined.rightFootPx]) {
            const [x, y] = plateToRig(FLAT, { yawDeg: plate.headingDeg, ...level }, rig, px) ?? [NaN, NaN];
            // A lens without distortion: the front of the examples has none.
            const off = Math.min(...corners.map((at) => (at ? Math.hypot(at[0] - x, at[1] - y) : Infinity)));
            expect(off).toBeLessThan(1e-3);
          }
        },
      ),
    );
  });

  test('keeps what else is known of subject and scene, and leaves the photograph’s place open until then', () => {
    const measured = { leftM: [-6, 20], turnedAwayDeg: 0, cameraHeightM: 1.6, widthM: 12, heightM: 9, distanceM: 20 } as const;
    const before = { ...withFront(quayPlate, measured, null).scene, ...PLAIN_SCENE, yawDeg: 7, compassDeg: 200 };
    const again = withFront(
      { ...quayPlate, headingDeg: 12 },
      { ...measured, widthM: 10 },
      { ...before, subject: { ...before.subject, kind: 'front', depthM: 3 } as typeof before.subject },
    );
    expect(again.scene).toMatchObject({
      yawDeg: 7,
      compassDeg: 200,
      asideM: 1,
      distanceM: 20,
      subject: { depthM: 3, widthM: 10, heightM: 9, turnDeg: 0 },
    });
    expect(again.plate).toMatchObject({ headingDeg: 0, from: { asideM: 1, distanceM: 20, cameraHeightM: 1.6 } });
    expect(awayFromPlate(quayPlate, before)).toBeNull();
  });
});
