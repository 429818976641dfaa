import fc from 'fast-check';
import { ActionCreators } from 'redux-undo';
import { DEMO_SETUPS, FIELD_RIG, HELD_RIG, RAIL_RIG, SMALL_FORMAT_RIG } from '@gangway/contract/demo';
import { setupSettingsSchema } from '@gangway/contract/setup';
import { storedSettings, type Setup } from '@gangway/contract/storedSetup';
import { evenly } from '@gangway/core/evenly.test-support';
import { reaches } from '@gangway/core/rig/mechanism';
import { centredSetup } from '@gangway/core/planning/centred';
import { nearestTilt } from '@gangway/core/focus/tiltMechanism';
import { store } from '../../store/store';
import { benchState } from './benchStore';
import { opened } from './history';
import type { SetupSettings } from '@gangway/core/model/setup';
import { setupEdit } from './setupEdit';
import { movementEdit } from '../movements/movementEdit';
import { focusEdit } from '../focus/focusEdit';
import { sceneEdit } from '../scene/sceneEdit';
import { pinEdit } from '../focus/pinEdit';
import { rigEdit } from '../rig/rigEdit';
import { setupTiltMechanism } from '@gangway/core/planning/setupTilt';

function put(settings: SetupSettings): void {
  const setup: Setup = { id: 'a', jobId: 'b', name: 'Tower', settings, version: 1, lastWriteId: null, updatedAt: '', deletedAt: null };
  store.dispatch(opened(setup));
}
function now(): SetupSettings {
  const settings = setupEdit.present();
  if (!settings) throw new Error('no setup');
  return settings;
}
const said = (): string => benchState().edit.present?.said ?? '';

/** Anything that a field may hand on: what is meant, and what is a slip of the finger. */
const spec = fc.oneof(
  { weight: 5, arbitrary: evenly(-60, 60) },
  { weight: 2, arbitrary: fc.constantFrom(0, 1, -1, 8, 11, 500, 1e9, -1e9, 1e-9) },
);
const endless = fc.oneof({ weight: 6, arbitrary: spec }, { weight: 1, arbitrary: fc.constant(Number.POSITIVE_INFINITY) });
type Act = (pinned: () => string) => unknown;
const act: fc.Arbitrary<Act> = fc.oneof(
  spec.map(
    (mm): Act =>
      () =>
        movementEdit.typeMovement('rise', mm),
  ),
  spec.map(
    (mm): Act =>
      () =>
        movementEdit.typeMovement('shift', mm),
  ),
  spec.map(
    (mm): Act =>
      () =>
        movementEdit.typeSlide(mm),
  ),
  spec.map(
    (n): Act =>
      () =>
        movementEdit.typeAperture(n),
  ),
  endless.map(
    (m): Act =>
      () =>
        focusEdit.setFocus(m),
  ),
  spec.map(
    (deg): Act =>
      () =>
        focusEdit.typeTurn('tilt', deg),
  ),
  spec.map(
    (deg): Act =>
      () =>
        focusEdit.typeTurn('swing', deg),
  ),
  fc.tuple(evenly(-60, 60), evenly(-60, 60)).map(
    ([riseMm, shiftMm]): Act =>
      () =>
        movementEdit.moveWithin({ riseMm, shiftMm }, 'drag'),
  ),
  fc.tuple(evenly(-60, 60), evenly(-60, 60)).map(
    ([tiltDeg, swingDeg]): Act =>
      () =>
        focusEdit.turnWithin({ tiltDeg, swingDeg }, 'turn'),
  ),
  spec.map(
    (m): Act =>
      () =>
        sceneEdit.setDistance(m),
  ),
  spec.map(
    (tiltDeg): Act =>
      () =>
        focusEdit.setRear({ tiltDeg }, { tiltDeg: 15, swingDeg: 10 }),
  ),
  spec.map(
    (weight): Act =>
      (pinned) =>
        pinEdit.changePin(pinned(), { weight }),
  ),
  fc.tuple(spec, spec, spec).map(
    ([x, y, z]): Act =>
      (pinned) =>
        pinEdit.changePin(pinned(), { place: { kind: 'point', at: [x, y, z] } }),
  ),
  fc.tuple(evenly(-50, 50), evenly(0, 40), evenly(-50, 50)).map(
    (at): Act =>
      (pinned) =>
        pinEdit.dragPin(pinned(), () => at, 'pin'),
  ),
  fc.string({ maxLength: 90 }).map(
    (name): Act =>
      (pinned) =>
        pinEdit.changePin(pinned(), { name }),
  ),
  fc.constant<Act>(() => pinEdit.addPin({ name: 'a point', role: 'sharp', place: { kind: 'point', at: [0, 1, 0] } })),
  fc.constant<Act>((pinned) => pinEdit.removePin(pinned())),
  spec.map(
    (pixels): Act =>
      () =>
        focusEdit.setSharpness({ school: 'pixels', pixels, columnsPx: 8000 }),
  ),
  spec.map(
    (softTimes): Act =>
      () =>
        focusEdit.setLimits({ softTimes }),
  ),
  spec.map(
    (cameraHeightM): Act =>
      () =>
        sceneEdit.amendScene((scene) => ({ ...scene, cameraHeightM }), 'height'),
  ),
  fc.constantFrom(SMALL_FORMAT_RIG, FIELD_RIG, RAIL_RIG, HELD_RIG).map(
    (rig): Act =>
      () =>
        rigEdit.setRig(rig),
  ),
  fc.constantFrom('landscape' as const, 'portrait' as const).map(
    (orientation): Act =>
      () =>
        movementEdit.setOrientation(orientation),
  ),
  fc.constantFrom(null, 1, 1.5, 2).map(
    (crop): Act =>
      () =>
        sceneEdit.setCrop(crop, 'crop'),
  ),
  fc.constant<Act>(() => store.dispatch(ActionCreators.undo())),
  fc.constant<Act>(() => store.dispatch(ActionCreators.redo())),
);

describe('whatever is done to a setup', () => {
  test('what comes of it can be kept, and what is refused says so in a sentence and changes nothing', () => {
    let [refused, done] = [0, 0];
    fc.assert(
      fc.property(fc.constantFrom(...DEMO_SETUPS), fc.array(act, { minLength: 1, maxLength: 12 }), ({ settings }, acts) => {
        put(settings);
        for (const each of acts) {
          const before = now();
          const words = each(() => before.pins[0]?.id ?? 'none');
          if (typeof words === 'string') {
            refused++;
            expect(words).toMatch(/^[A-Z0-9“f−].*\.$/su);
            expect(words).not.toMatch(/NaN|undefined|null|Infinity/);
            expect(now()).toBe(before);
          } else if (now() !== before) done++;
          const kept = setupSettingsSchema.safeParse(storedSettings(now()));
          if (!kept.success)
            throw new Error(`cannot be kept: ${kept.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`).join(' · ')}`);
        }
      }),
      { numRuns: 1000 },
    );
    expect(refused).toBeGreaterThan(200);
    expect(done).toBeGreaterThan(400);
  });

  test('a movement or a turn by hand ends where the mechanism can go', () => {
    fc.assert(
      fc.property(fc.constantFrom(...DEMO_SETUPS), evenly(-90, 90), evenly(-90, 90), ({ settings }, a, b) => {
        put({ ...settings, movements: { riseMm: 0, shiftMm: 0 }, front: { tiltDeg: 0, swingDeg: 0 } });
        movementEdit.moveWithin({ riseMm: a, shiftMm: b });
        if (reaches(now().rig.mechanism, now().movements) === false) return false;
        focusEdit.turnWithin({ tiltDeg: a, swingDeg: b });
        const mechanism = setupTiltMechanism(now());
        const near = mechanism && nearestTilt(mechanism, now().front);
        return near === null || Math.hypot(near.tiltDeg - now().front.tiltDeg, near.swingDeg - now().front.swingDeg) < 0.01;
      }),
    );
  });

  test('each change is one step to undo and says itself', () => {
    put({ ...centredSetup(SMALL_FORMAT_RIG), focusM: 10 });
    const start = now();
    expect(movementEdit.typeMovement('rise', 6.5)).toBeNull();
    expect(said()).toBe('6.5 mm of rise');
    expect(movementEdit.typeMovement('shift', -3)).toBeNull();
    expect(said()).toBe('3.0 mm of shift to the left');
    expect(movementEdit.typeAperture(11)).toBeNull();
    expect(said()).toBe('f/11');
    expect(focusEdit.setFocus(Number.POSITIVE_INFINITY)).toBeNull();
    expect(now().focusM).toBeNull();
    for (let i = 0; i < 4; i++) store.dispatch(ActionCreators.undo());
    expect(now()).toEqual(start);
    // Setting what is set already is no step.
    movementEdit.setAperture(start.fNumber);
    movementEdit.setOrientation(start.orientation);
    movementEdit.move(start.movements);
    expect(benchState().edit.past).toHaveLength(0);
  });
});

describe('what cannot be set says why, with what can', () => {
  test('beyond the end stop of a rotating slide, with what the other movement leaves', () => {
    put({ ...centredSetup(SMALL_FORMAT_RIG), movements: { riseMm: 0, shiftMm: 8 } });
    // √(12² − 8²) = 8.9.
    expect(movementEdit.typeMovement('rise', 11)).toBe(
      '11.0 mm of rise is beyond the end stop: the slide goes from 8.9 mm of fall to 8.9 mm of rise, with 8.0 mm of shift to the right.',
    );
    expect(movementEdit.typeMovement('rise', 8.9)).toBeNull();
  });

  test('a setup that another rig has left beyond its stops may come nearer, and not go farther', () => {
    put({ ...centredSetup(SMALL_FORMAT_RIG), movements: { riseMm: 30, shiftMm: 0 } });
    expect(movementEdit.typeMovement('rise', 31)).toMatch(/beyond the end stop/);
    expect(movementEdit.typeMovement('rise', 20)).toBeNull();
    expect(now().movements.riseMm).toBe(20);
  });

  test('a slide locked to an angle goes along itself', () => {
    const rig = { ...SMALL_FORMAT_RIG, mechanism: { kind: 'line' as const, angleDeg: 30, forwardMm: 10, backMm: 4 } };
    put(centredSetup(rig));
    expect(movementEdit.typeMovement('rise', 3)).toBe('This slide is locked to an angle: rise and shift go together.');
    expect(movementEdit.typeSlide(11)).toBe('Slide 11.0 mm is beyond the end stop: it goes from −4.0 to 10.0 mm.');
    expect(movementEdit.typeSlide(10)).toBeNull();
    expect(now().movements.riseMm).toBeCloseTo(5, 9);
    expect(now().movements.shiftMm).toBeCloseTo(10 * Math.cos(Math.PI / 6), 9);
  });

  test('where the stops are unknown, all that can be written down may be typed', () => {
    put(centredSetup({ ...SMALL_FORMAT_RIG, mechanism: { kind: 'unknown' as const } }));
    expect(movementEdit.typeMovement('rise', 40)).toBeNull();
    expect(movementEdit.typeMovement('rise', 600)).toBe('Rise must be a number from −500 to 500 mm.');
    expect(movementEdit.typeMovement('shift', Number.POSITIVE_INFINITY)).toMatch(/^Shift must be a number/);
    expect(now().movements).toEqual({ riseMm: 40, shiftMm: 0 });
  });

  test('apertures, focus and tilts beyond what the lens has', () => {
    put({ ...centredSetup(SMALL_FORMAT_RIG), focusM: 10 });
    expect(movementEdit.typeAperture(1.4)).toBe('f/1.4 is not on this lens: it goes from f/3.5 to f/22.');
    expect(focusEdit.setFocus(0.01)).toBe('Focus 0.01 m is inside the focal length; it must be more than 0.024 m.');
    expect(focusEdit.setFocus(2e5)).toBe('Focus 200000 m is too far to tell from infinity; at most 100000 m.');
    expect(focusEdit.typeTurn('tilt', 50)).toBe('Tilt 50.0° is out of range: at most 45° either way.');
  });

  test('more pins than a setup may have', () => {
    put(DEMO_SETUPS.find(({ name }) => name.startsWith('Slipway'))?.settings ?? centredSetup(SMALL_FORMAT_RIG));
    let words: string | null = null;
    for (let i = 0; i < 200 && words === null; i++)
      words = pinEdit.addPin({ name: `point ${i}`, role: 'sharp', place: { kind: 'point', at: [0, 1, 0] } });
    expect(words).toMatch(/^A setup may have at most \d+ pins; remove one first\.$/);
    expect(new Set(now().pins.map(({ id }) => id)).size).toBe(now().pins.length);
  });
});

describe('a solution that is set', () => {
  test('puts the picture back where a pivot has carried it, when the slides reach, and says so', () => {
    const gauge = DEMO_SETUPS.find(({ name }) => name.startsWith('Slipway'))?.settings;
    if (!gauge) throw new Error('no slipway');
    put(gauge);
    focusEdit.applyFocus({ front: { tiltDeg: 5, swingDeg: 0 } }, 'tilt 5.0° forward');
    expect(now().front.tiltDeg).toBe(5);
    expect(said()).toMatch(/^tilt 5\.0° forward/);
    store.dispatch(ActionCreators.undo());
    expect(now()).toEqual(gauge);
  });

  test('another rig as the table of rigs found it: at least the rise that is needed, in tenths, straight and at its aperture', () => {
    fc.assert(
      fc.property(evenly(-20, 20), (riseMm) => {
        put(DEMO_SETUPS[0]?.settings ?? centredSetup(SMALL_FORMAT_RIG));
        rigEdit.takeRig(FIELD_RIG, 'portrait', { riseMm, fromFNumber: 16 });
        const { movements, orientation, fNumber } = now();
        const wide = riseMm >= 0 ? movements.riseMm >= riseMm - 1e-9 : movements.riseMm <= riseMm + 1e-9;
        return (
          wide &&
          Math.abs(movements.riseMm - riseMm) <= 0.1 + 1e-9 &&
          Math.abs(movements.riseMm * 10 - Math.round(movements.riseMm * 10)) < 1e-9 &&
          movements.shiftMm === 0 &&
          orientation === 'portrait' &&
          fNumber === 16
        );
      }),
    );
  });
});
