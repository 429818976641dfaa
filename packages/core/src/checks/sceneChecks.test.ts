import { geometryOf } from '../geometry/geometry';
import fc from 'fast-check';
import { DirectionalLight, Vector3 } from 'three';
import { PLAIN_SCENE } from '../scene/scene';
import { FIRST_SUBJECTS } from '../subjects/subject';
import { toward } from '../framing/flare';
import { keystone } from '../perspective/keystone';
import { setup } from '../setup/fixtures.test-support';
import { pictured } from '../geometry/standards';
import { patched } from '../setup/patch';
import { STATE_ORDER } from '../state';
import { marginOf, evaluateWithFixes, checkNote, checkSentence } from './evaluate';
import type { CheckKind } from './registry';
import { fixSentence } from './wording';
import { evenly } from '../evenly.test-support';
import type { Scene } from '../model/scene';
import type { SetupSettings } from '../model/setup';

const front: Scene = {
  subject: { ...FIRST_SUBJECTS.front, widthM: 6, heightM: 5 },
  distanceM: 20,
  asideM: 0,
  cameraHeightM: 1.6,
  yawDeg: 0,
  pitchDeg: 0,
  rollDeg: 0,
  ...PLAIN_SCENE,
};
const seen = (scene: Partial<Scene>, changes: Partial<SetupSettings> = {}): SetupSettings =>
  setup({ focusM: 20, scene: { ...front, ...scene }, ...changes });
const of = (kind: CheckKind, settings: SetupSettings) => evaluateWithFixes(geometryOf(settings)).find((check) => check.kind === kind);
const said = (kind: CheckKind, settings: SetupSettings): string => {
  const found = of(kind, settings);
  return found ? `${found.state}: ${checkSentence(found)}` : 'nothing';
};

describe('level', () => {
  test('half a millimetre on a print 400 mm wide is what passes, by the keystone', () => {
    const found = of('level', seen({}));
    if (found?.kind !== 'level') throw new Error('no finding');
    const { convergenceMm } = keystone({
      imageMm: (24 * 20_000) / (20_000 - 24),
      sensorWidthMm: 36,
      sensorHeightMm: 24,
      columnsPx: 8256,
      pitchDeg: found.level.pitchAllowedDeg,
    });
    expect((convergenceMm * 400) / 36).toBeCloseTo(0.5, 6);
    expect(found.state).toBe('passes');
    expect(checkNote(found)).toMatch(/A tenth of a degree .* mm on the print, \d+\.\d px in the file\./);
  });

  test('a pitched camera is levelled with the same picture, or the pitch is taken as a choice', () => {
    const settings = seen({ pitchDeg: 6 });
    const found = of('level', settings);
    expect(said('level', settings)).toMatch(/^fails: The back is pitched up by 6\.0°, 5\.\d+° over tolerance\.$/);
    expect(found?.fixes.map(({ control }) => control)).toEqual(['level', 'level', 'choice']);
    expect(found?.fixes.map(fixSentence)[0]).toMatch(/^level the camera, 2\.5 mm of rise passes with 0\.\d\d° to spare$/);
    const [same, , chosen] = found?.fixes ?? [];
    // What was in the centre stays there, within the tenth that rise is set in.
    const [before, after] = [settings, same ? patched(settings, same.patch) : settings].map((each) =>
      pictured(geometryOf(each), [0, 1.6 + 20 * Math.tan((6 * Math.PI) / 180), 0]),
    );
    expect(Math.abs((before?.[1] ?? 9) - (after?.[1] ?? 0))).toBeLessThan(0.06);
    expect(chosen && said('level', patched(settings, chosen.patch))).toMatch(
      /^passes: Verticals converge as wanted, by 6\.0° of pitch; horizontals are within tolerance|^passes: Verticals converge as wanted/,
    );
  });

  test('where levelling cuts the top off, it is offered with what else it takes', () => {
    // The tower: in by a pitch of 14°, out when level from here.
    const subject = { ...FIRST_SUBJECTS.front, widthM: 8, heightM: 31 };
    const settings = seen(
      { subject, distanceM: 24, pitchDeg: 14, rollDeg: 1.5 },
      { orientation: 'portrait', movements: { riseMm: 2, shiftMm: 0 }, focusM: 24 },
    );
    const fixes = of('level', settings)?.fixes ?? [];
    expect(fixes.map(({ control }) => control)).toEqual(['level', 'choice']);
    const [level] = fixes;
    expect(level?.patch.distanceM).toBeGreaterThan(24);
    expect(level && evaluateWithFixes(geometryOf(patched(settings, level.patch))).every(({ state }) => state === 'passes')).toBe(true);
  });

  test('a back turned upright on a pitched camera is level; a table asks for nothing, the ground only for its horizon', () => {
    expect(of('level', seen({ pitchDeg: 10 }, { rear: { tiltDeg: 10, swingDeg: 0 } }))?.state).toBe('passes');
    expect(of('level', seen({ pitchDeg: 10, subject: FIRST_SUBJECTS.table }))).toBeUndefined();
    expect(of('level', seen({ pitchDeg: -20, subject: FIRST_SUBJECTS.ground }))?.state).toBe('passes');
    expect(said('level', seen({ rollDeg: -0.5, subject: FIRST_SUBJECTS.ground }))).toMatch(
      /^fails: The back is rolled anticlockwise by 0\.50°/,
    );
  });
});

describe('room behind the camera', () => {
  test('is counted to the obstacle, and made by coming nearer', () => {
    expect(of('obstacle', seen({}))).toBeUndefined();
    expect(said('obstacle', seen({ roomM: 24 }))).toBe('passes: There is room for the camera; the obstacle is 4.0 m behind it.');
    expect(said('obstacle', seen({ roomM: 20.2 }))).toMatch(/^tight: The obstacle is only 0\.2 m behind the camera/);
    const settings = seen({ roomM: 17 });
    const found = of('obstacle', settings);
    expect(said('obstacle', settings)).toBe('fails: There is no room for the camera: it would be 3.0 m behind the obstacle.');
    expect(found?.fixes.map(fixSentence)).toEqual(['16.5 m away passes with 0.5 m to spare']);
  });
});

describe('stretch', () => {
  // A ball at the far right: 60 % of the distance beside the axis.
  const watched = seen({ watched: [12, 1.6, 0] }, { movements: { riseMm: 0, shiftMm: 6 } });

  test('is 1/cos of the angle, said and fixed by turning toward it and counter-shifting', () => {
    expect(said('stretch', seen({}))).toBe('nothing');
    expect(said('stretch', seen({ watched: [12, 1.6, 0], accepted: { ...PLAIN_SCENE.accepted, stretch: 1.1 } }))).toBe(
      'fails: A round object at this point is drawn 1.17 times as long as wide; 1.10 is accepted.',
    );
    expect(said('stretch', watched)).toMatch(/^passes/);
    const settings = seen(
      { watched: [12, 1.6, 0], accepted: { ...PLAIN_SCENE.accepted, stretch: 1.12 } },
      { movements: { riseMm: 0, shiftMm: 6 } },
    );
    const turn = of('stretch', settings)?.fixes.find(({ control }) => control === 'turn');
    expect(turn?.patch.placing?.yawDeg).toBeGreaterThan(0);
    expect(turn?.patch.movements?.shiftMm).toBeLessThan(6);
  });
});

describe('flare', () => {
  test('a light beside the picture and inside the circle fails until it is shaded; behind the camera it holds', () => {
    expect(said('flare', seen({}))).toBe('nothing');
    // 24 mm: the frame's side is at 36.9°, the circle of 67 mm at 54.4°.
    const beside = seen({ light: { bearingDeg: 45, heightDeg: 10, shaded: false } });
    expect(said('flare', beside)).toMatch(/^fails: A light source outside the picture shines into the circle, \d+\.\d° inside its edge/);
    expect(of('flare', beside)?.fixes.map(({ patch }) => patch)).toEqual([{ shaded: true }]);
    expect(said('flare', seen({ light: { bearingDeg: 45, heightDeg: 10, shaded: true } }))).toBe(
      'passes: The light source beside the picture is shaded.',
    );
    expect(said('flare', seen({ light: { bearingDeg: 10, heightDeg: 10, shaded: false } }))).toMatch(
      /^tight: The light source is in the picture/,
    );
    expect(said('flare', seen({ light: { bearingDeg: 180, heightDeg: 30, shaded: false } }))).toMatch(
      /^passes: The light source is \d+\.\d° outside the circle\.$/,
    );
  });

  test('without an image circle it is unknown, and says what to give', () => {
    const base = seen({ light: { bearingDeg: 45, heightDeg: 10, shaded: false } });
    const blank = { ...base, rig: { ...base.rig, lens: { ...base.rig.lens, circle: { ...base.rig.lens.circle, imageCircleMm: null } } } };
    const found = of('flare', blank);
    expect(found?.state).toBe('unknown');
    expect(found && checkNote(found)).toMatch(/no image circle/);
  });

  test('a direction by bearing and height is that of a lamp in a 3D package', () => {
    fc.assert(
      fc.property(evenly(-180, 180), evenly(-89, 89), (bearingDeg, heightDeg) => {
        const lamp = new DirectionalLight();
        // Spherical coordinates count from up, and around it from +z toward +x.
        lamp.position.setFromSphericalCoords(1, ((90 - heightDeg) * Math.PI) / 180, (bearingDeg * Math.PI) / 180);
        return lamp.position.distanceTo(new Vector3(...toward({ bearingDeg, heightDeg, shaded: false }))) < 1e-9;
      }),
    );
  });
});

describe('laws of checks about the scene', () => {
  test('every fix applied makes its check pass, worsens no other, and leaves the margin it states', () => {
    const offered = new Map<string, number>();
    const scenes = fc.record({
      distanceM: evenly(6, 50),
      asideM: evenly(-8, 8),
      cameraHeightM: evenly(0.5, 6),
      yawDeg: evenly(-25, 25),
      pitchDeg: fc.oneof(fc.constant(0), evenly(-15, 15)),
      rollDeg: fc.oneof(fc.constant(0), evenly(-3, 3)),
      roomM: fc.option(evenly(5, 40)),
      watched: fc.option(fc.tuple(evenly(-9, 9), evenly(0, 5), evenly(-4, 2)), { freq: 8 }),
      light: fc.option(
        fc.record({
          bearingDeg: fc.oneof(evenly(30, 60), evenly(-60, -30), evenly(-20, 20)),
          heightDeg: evenly(-5, 25),
          shaded: fc.constantFrom(false, false, true),
        }),
        { freq: 9 },
      ),
      subject: fc.constantFrom(
        front.subject,
        { ...FIRST_SUBJECTS.front, turnDeg: 40 },
        FIRST_SUBJECTS.people,
        FIRST_SUBJECTS.interior,
        FIRST_SUBJECTS.ground,
      ),
    });
    fc.assert(
      fc.property(
        scenes,
        evenly(-5, 8),
        evenly(-7, 7),
        fc.constantFrom('landscape' as const, 'portrait' as const),
        fc.constantFrom(null, 1, 2),
        (scene, riseMm, shiftMm, orientation, crop) => {
          const settings = seen(
            { ...scene, accepted: { ...PLAIN_SCENE.accepted, stretch: 1.05 } },
            { movements: { riseMm, shiftMm }, orientation, crop, focusM: scene.distanceM, fNumber: 11 },
          );
          const before = evaluateWithFixes(geometryOf(settings));
          for (const check of before) {
            expect(checkSentence(check)).not.toMatch(/NaN|undefined|null|Infinity/);
            for (const fix of check.fixes) {
              offered.set(check.kind, (offered.get(check.kind) ?? 0) + 1);
              const after = evaluateWithFixes(geometryOf(patched(settings, fix.patch)));
              const cured = after.find(({ kind }) => kind === check.kind);
              expect(cured?.state).toBe('passes');
              expect(cured && marginOf(cured)?.value).toBeCloseTo(fix.leaves.value, 9);
              for (const other of after) {
                const was = before.find(({ kind }) => kind === other.kind);
                expect(STATE_ORDER.indexOf(other.state)).toBeGreaterThanOrEqual(STATE_ORDER.indexOf(was?.state ?? 'passes'));
              }
            }
          }
        },
      ),
      { numRuns: 200 },
    );
    for (const kind of ['inFrame', 'level', 'obstacle', 'flare']) expect(offered.get(kind) ?? 0).toBeGreaterThan(2);
  });

  test('in a hall, turning toward the stretched side brings the stretch within tolerance and the rest no worse', () => {
    let cured = 0;
    fc.assert(
      fc.property(evenly(2.5, 4.4), fc.constantFrom(-1, 1), evenly(-16, -9), evenly(0, 3), (aside, side, z, riseMm) => {
        const settings = seen(
          { subject: FIRST_SUBJECTS.interior, watched: [side * aside, 1.4, z], accepted: { ...PLAIN_SCENE.accepted, stretch: 1.06 } },
          { movements: { riseMm, shiftMm: side * 3 }, fNumber: 16, focusM: 20 },
        );
        const found = of('stretch', settings);
        const turn = found?.fixes.find(({ control }) => control === 'turn');
        if (found?.state !== 'fails' || !turn) return true;
        cured++;
        const after = of('stretch', patched(settings, turn.patch));
        return (
          after?.state === 'passes' &&
          Math.sign(turn.patch.placing?.yawDeg ?? 0) === side &&
          Math.abs((marginOf(after)?.value ?? 9) - turn.leaves.value) < 1e-9
        );
      }),
    );
    expect(cured).toBeGreaterThan(10);
  });
});
