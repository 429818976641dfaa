import fc from 'fast-check';
import { mounted } from '../rig/parts.test-support';
import { evenly } from '../evenly.test-support';
import type { Mechanism } from '../model/movements';
import type { Scene } from '../model/scene';
import type { SetupSettings } from '../model/setup';
import { PLAIN_SCENE } from '../scene/scene';
import { FIRST_SUBJECTS } from '../subjects/subject';
import { PLAIN_SETTINGS } from './defaults';

/** A camera level and square before the demo front, `distanceM` away and `cameraHeightM` above the ground. */
export function frontScene(distanceM: number, cameraHeightM: number): Scene {
  return {
    subject: FIRST_SUBJECTS.front,
    distanceM,
    asideM: 0,
    cameraHeightM,
    yawDeg: 0,
    pitchDeg: 0,
    rollDeg: 0,
    ...PLAIN_SCENE,
  };
}

/** A plain small-format stand to vary in tests. */
export function setup(changes: Partial<SetupSettings> = {}): SetupSettings {
  return {
    rig: {
      name: 'Small format with a 24 mm shift wide',
      // The figures below are varied by themselves, as if these parts had given them.
      rigId: null,
      parts: mounted(),
      lens: {
        name: '24 mm shift wide',
        focalMm: 24,
        widestFNumber: 3.5,
        smallestFNumber: 22,
        stopStep: 'third',
        circle: {
          imageCircleMm: 67,
          sharpCircles: [
            { fNumber: 3.5, diameterMm: 54 },
            { fNumber: 8, diameterMm: 60 },
            { fNumber: 11, diameterMm: 64 },
          ],
        },
      },
      back: { name: '36 × 24 body', widthMm: 36, heightMm: 24, columnsPx: 8256, rowsPx: 5504 },
      mechanism: { kind: 'disc', radiusMm: 12 },
    },
    orientation: 'landscape',
    ...PLAIN_SETTINGS,
    movements: { riseMm: 0, shiftMm: 0 },
    fNumber: 8,
    focusM: null,
    ...changes,
  };
}

const travel = evenly(0, 40);

const mechanism: fc.Arbitrary<Mechanism> = fc.oneof(
  fc.record({ kind: fc.constant('box' as const), riseMm: travel, fallMm: travel, leftMm: travel, rightMm: travel }),
  fc.record({ kind: fc.constant('disc' as const), radiusMm: travel }),
  fc.record({
    kind: fc.constant('line' as const),
    angleDeg: evenly(0, 179),
    forwardMm: travel,
    backMm: travel,
  }),
  fc.constant({ kind: 'fixed' as const }),
  fc.constant({ kind: 'unknown' as const }),
);

/** Stands of every kind that a photographer could set, sensible or not. */
export const anySetup: fc.Arbitrary<SetupSettings> = fc
  .record({
    mechanism,
    imageCircleMm: fc.option(evenly(40, 180)),
    sharpCircles: fc.uniqueArray(fc.record({ fNumber: fc.constantFrom(4, 5.6, 8, 11, 16, 22), diameterMm: evenly(20, 180) }), {
      maxLength: 5,
      selector: ({ fNumber }) => fNumber,
    }),
    widthMm: evenly(15, 120),
    heightMm: evenly(15, 120),
    stopStep: fc.constantFrom('full', 'half', 'third'),
    orientation: fc.constantFrom('landscape' as const, 'portrait' as const),
    riseMm: evenly(-45, 45),
    shiftMm: evenly(-45, 45),
    fNumber: fc.constantFrom(3.5, 4, 5, 6.3, 8, 9, 11, 16, 22),
    focusM: fc.option(evenly(0.2, 100)),
  })
  .map((any) => {
    const base = setup();
    return {
      ...base,
      orientation: any.orientation,
      movements: { riseMm: any.riseMm, shiftMm: any.shiftMm },
      fNumber: any.fNumber,
      focusM: any.focusM,
      rig: {
        ...base.rig,
        mechanism: any.mechanism,
        back: { ...base.rig.back, widthMm: any.widthMm, heightMm: any.heightMm },
        lens: {
          ...base.rig.lens,
          stopStep: any.stopStep as 'full',
          circle: { imageCircleMm: any.imageCircleMm, sharpCircles: any.sharpCircles },
        },
      },
    };
  });
