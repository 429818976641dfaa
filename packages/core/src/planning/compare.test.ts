import { geometryOf } from '../geometry/geometry';
import fc from 'fast-check';
import { PLAIN_SCENE } from '../scene/scene';
import { FIRST_SUBJECTS } from '../subjects/subject';
import { stretchAt } from '../framing/stretch';
import { setupMargin } from '../geometry/circles';
import { pictured } from '../geometry/standards';
import { converging, edgeLeanDeg } from './converge';
import { setup } from '../setup/fixtures.test-support';
import { riseOrPitch } from './riseOrPitch';
import { patched } from '../setup/patch';
import { turnInOffer } from './turnInOffer';
import { evenly } from '../evenly.test-support';
import type { Scene } from '../model/scene';
import type { SetupSettings } from '../model/setup';

const tower: Scene = {
  subject: { kind: 'front', widthM: 8, heightM: 31, depthM: 8, storeys: 7, bays: 3, turnDeg: 0 },
  distanceM: 26,
  asideM: 0,
  cameraHeightM: 1.6,
  yawDeg: 0,
  pitchDeg: 0,
  rollDeg: 0,
  ...PLAIN_SCENE,
};
const seen = (changes: Partial<SetupSettings> = {}): SetupSettings =>
  setup({ orientation: 'portrait', movements: { riseMm: 11, shiftMm: 0 }, focusM: 26, scene: tower, ...changes });

describe('by rise or by pitch and software', () => {
  test('counted over a grid of pixels, so many of the pitched frame end in the picture, and the trapezoid is where the world is', () => {
    for (const riseMm of [4, 8, 11, -7]) {
      const settings = seen({ movements: { riseMm, shiftMm: 0 } });
      const found = riseOrPitch(geometryOf(settings));
      if (!found) throw new Error('no comparison');
      const pitched = { ...settings, movements: { riseMm: 0, shiftMm: 0 }, scene: { ...tower, pitchDeg: found.pitchDeg } };
      const level = { ...settings, movements: { riseMm: 0, shiftMm: 0 } };
      // A far grid of the world, as both cameras see it.
      let [inFrame, kept] = [0, 0];
      for (let i = 0; i < 240; i++) {
        for (let j = 0; j < 240; j++) {
          const [px, py] = [((i + 0.5) / 240 - 0.5) * 24, ((j + 0.5) / 240 - 0.5) * 36];
          // The world point on the wall behind this pixel of the pitched frame.
          const v = (24 * 26_000) / (26_000 - 24);
          const [c, s] = [Math.cos((found.pitchDeg * Math.PI) / 180), Math.sin((found.pitchDeg * Math.PI) / 180)];
          const away = v * c - py * s;
          const point = [(px / away) * 26, 1.6 + ((py * c + v * s) / away) * 26, 0] as const;
          if (i % 60 === 0 && j % 60 === 0) {
            const at = pictured(geometryOf(pitched), point);
            expect(Math.hypot((at?.[0] ?? 9) - px, (at?.[1] ?? 9) - py)).toBeLessThan(1e-6);
          }
          const flat = pictured(geometryOf(level), point);
          if (!flat) continue;
          inFrame++;
          if (
            flat[0] >= found.byPitch.left &&
            flat[0] <= found.byPitch.right &&
            flat[1] >= found.byPitch.lower &&
            flat[1] <= found.byPitch.upper
          )
            kept++;
        }
      }
      expect(Math.abs(kept / inFrame - found.keptByPitch)).toBeLessThan(0.01);
    }
  });

  test('with more rise software keeps less, and what rise takes in it cannot always', () => {
    const [little, much] = [seen({ movements: { riseMm: 3, shiftMm: 0 } }), seen()].map((each) => riseOrPitch(geometryOf(each)));
    expect(much?.keptByPitch).toBeLessThan(little?.keptByPitch ?? 0);
    expect(much?.stretchAlong).toBeGreaterThan(little?.stretchAlong ?? 9);
    // 24 mm with 11 mm of rise on 36 mm of height: a lens of 24·36/58 mm sees as far up level.
    expect(much?.wider.focalMm).toBeCloseTo((24 * 36) / 58, 6);
    expect(much?.wider.kept).toBeCloseTo((36 / 58) ** 2, 6);
    expect(riseOrPitch(geometryOf(seen({ movements: { riseMm: 0, shiftMm: 3 } })))).toBeNull();
    expect(riseOrPitch(geometryOf(setup()))).toBeNull();
    expect(riseOrPitch(geometryOf(seen({ scene: null })))).toBeNull();
  });
});

describe('turning toward the edge and counter-shifting', () => {
  const hall: Scene = { ...tower, subject: FIRST_SUBJECTS.interior, distanceM: 18, watched: [4.2, 1, -10] };
  const hallSeen = (stretch: number, changes: Partial<SetupSettings> = {}) =>
    setup({ fNumber: 11, focusM: 18, scene: { ...hall, accepted: { ...PLAIN_SCENE.accepted, stretch } }, ...changes });

  test('offers the least turn that does it: a step less would not', () => {
    const settings = hallSeen(1.06);
    const offer = turnInOffer(geometryOf(settings));
    expect(offer?.endedBy).toBeNull();
    const yaw = offer?.patch?.placing?.yawDeg ?? 0;
    expect(yaw).toBeGreaterThan(0);
    const less = { ...settings, scene: settings.scene && { ...settings.scene, yawDeg: yaw - 0.1 } };
    expect(stretchAt(geometryOf(less), hall.watched ?? [0, 0, 0])).toBeGreaterThan(1.06 - 0.02);
    expect(offer?.after.watched).toBeLessThanOrEqual(1.06 - 0.02);
    expect(offer && offer.after.left > offer.before.left && offer.after.right < offer.before.right).toBe(true);
    expect(offer?.after.convergeDeg).not.toBe(0);
  });

  test('stops at the slide and says so, with the best that there is', () => {
    const offer = turnInOffer(geometryOf(hallSeen(1.03, { rig: { ...setup().rig, mechanism: { kind: 'disc', radiusMm: 2 } } })));
    expect(offer?.endedBy).toBe('slide');
    expect(offer?.after.watched).toBeLessThan(offer?.before.watched ?? 0);
    expect(Math.abs(offer?.patch?.movements?.shiftMm ?? 9)).toBeLessThanOrEqual(2);
  });

  test('whatever the setup: the offer is within slides and circle, keeps the centre and never makes it worse', () => {
    let offered = 0;
    fc.assert(
      fc.property(evenly(-4, 4), evenly(-14, -4), evenly(-8, 8), evenly(0, 8), (x, z, shiftMm, riseMm) => {
        const settings = {
          ...hallSeen(1.05, { movements: { riseMm, shiftMm } }),
          scene: { ...hall, watched: [x, 1, z] as const, accepted: { ...PLAIN_SCENE.accepted, stretch: 1.05 } },
        };
        const offer = turnInOffer(geometryOf(settings));
        if (!offer?.patch) return true;
        offered++;
        const next = patched(settings, offer.patch);
        const light = geometryOf(next).imageCircle;
        const inside =
          light !== null &&
          setupMargin(geometryOf(next), light).valueMm >= Math.min(0, setupMargin(geometryOf(settings), light).valueMm) - 1e-9;
        return offer.after.watched < offer.before.watched && inside && Math.hypot(next.movements.riseMm, next.movements.shiftMm) <= 12.005;
      }),
      { numRuns: 300 },
    );
    expect(offered).toBeGreaterThan(10);
  });
});

describe('converging on purpose', () => {
  test('an upright at the edge leans by what was asked, measured by projection, and the centre stays', () => {
    fc.assert(
      fc.property(evenly(0.5, 6), (leanDeg) => {
        const settings = seen({ movements: { riseMm: 8, shiftMm: 0 } });
        const found = converging(geometryOf(settings), leanDeg);
        if (!found) return false;
        const next = patched({ ...settings, movements: { riseMm: 0, shiftMm: 0 } }, { placing: found.patch.placing ?? {} });
        // Two points of an upright that is pictured at the edge, at the height of the axis.
        const x = (26 * 12) / ((24 * 26_000) / (26_000 - 24));
        const c = Math.cos((found.pitchDeg * Math.PI) / 180);
        const [a, b] = [
          pictured(geometryOf(next), [x / c, 1.6 + 26 * Math.tan((found.pitchDeg * Math.PI) / 180), 0]),
          pictured(geometryOf(next), [x / c, 1.7 + 26 * Math.tan((found.pitchDeg * Math.PI) / 180), 0]),
        ];
        if (!a || !b) return false;
        return Math.abs((Math.atan((a[0] - b[0]) / (b[1] - a[1])) * 180) / Math.PI - leanDeg) < 0.05;
      }),
    );
    expect(converging(geometryOf(setup()), 2)).toBeNull();
    expect(edgeLeanDeg(geometryOf(seen()), converging(geometryOf(seen()), 2)?.pitchDeg ?? 0)).toBeCloseTo(2, 1);
    expect(converging(geometryOf(seen()), 2)?.patch.accepted?.convergeDeg).toBe(converging(geometryOf(seen()), 2)?.pitchDeg);
  });
});
