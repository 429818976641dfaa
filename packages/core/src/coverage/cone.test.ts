import { geometryOf } from '../geometry/geometry';
import fc from 'fast-check';
import { Vector3 } from 'three';
import { setup, anySetup } from '../setup/fixtures.test-support';
import { bestPlace, coneContour, coneOutline, coneStretch, type Cone } from './cone';
import { cornerAngles } from './corner';
import { limitAlong } from './shiftLimit';
import { setupCone, setupContour, setupMargin, setupOneWay } from '../geometry/circles';
import type { ShiftPosition } from '../model/movements';
import type { SetupSettings } from '../model/setup';
import { evenly } from '../evenly.test-support';

const frame = { widthMm: 36, heightMm: 24 };

describe('a cone of light on a turned back', () => {
  test('untilted it ends where the circle does', () => {
    fc.assert(
      fc.property(evenly(45, 120), evenly(0, 2 * Math.PI), evenly(20, 200), (diameter, theta, imageMm) => {
        const cone: Cone = { axis: [0, 0, 1], halfAngle: Math.atan(diameter / 2 / imageMm), imageMm };
        const limit = limitAlong(frame, diameter, Math.cos(theta), Math.sin(theta));
        const found = coneStretch(frame, cone, { riseMm: 0, shiftMm: 0 }, [Math.cos(theta), Math.sin(theta)]);
        if (limit === null) return found === null || found.fromMm > -1e-6;
        return found !== null && Math.abs(found.toMm - limit) < 1e-6 && found.fromMm <= 1e-6;
      }),
    );
  });

  test('of a lens that is turned far, the back cuts an open section: inside are the places from which all corners look within the cone', () => {
    const within = ({ axis, halfAngle, imageMm }: Cone, centre: ShiftPosition): boolean =>
      [-1, 1].every((sx) =>
        [-1, 1].every((sy) => {
          const corner = new Vector3(centre.shiftMm + (sx * frame.widthMm) / 2, centre.riseMm + (sy * frame.heightMm) / 2, imageMm);
          return corner.angleTo(new Vector3(...axis)) <= halfAngle;
        }),
      );
    let [inside, outside, placed] = [0, 0, 0];
    fc.assert(
      fc.property(
        evenly(35, 80),
        evenly(15, 60),
        evenly(0, 2 * Math.PI),
        evenly(0, 2 * Math.PI),
        evenly(20, 120),
        (turned, half, phi, theta, imageMm) => {
          const alpha = (turned * Math.PI) / 180;
          const cone: Cone = {
            axis: [Math.sin(alpha) * Math.cos(phi), Math.sin(alpha) * Math.sin(phi), Math.cos(alpha)],
            halfAngle: (half * Math.PI) / 180,
            imageMm,
          };
          const from = { shiftMm: imageMm * Math.tan(alpha) * Math.cos(phi), riseMm: imageMm * Math.tan(alpha) * Math.sin(phi) };
          const found = coneStretch(frame, cone, from, [Math.cos(theta), Math.sin(theta)]);
          for (const along of [-300, -90, -20, 0, 7, 31, 110, 400]) {
            const at = { shiftMm: from.shiftMm + along * Math.cos(theta), riseMm: from.riseMm + along * Math.sin(theta) };
            const expected = within(cone, at);
            if (expected) inside++;
            else outside++;
            // On the edge itself both are right.
            const nearEdge = found !== null && Math.min(Math.abs(along - found.fromMm), Math.abs(along - found.toMm)) < 1e-6;
            if (!nearEdge) expect([along, found !== null && found.fromMm <= along && along <= found.toMm]).toEqual([along, expected]);
          }
          const best = bestPlace(frame, cone);
          if (best) {
            placed++;
            expect(within(cone, best)).toBe(true);
          } else expect(within(cone, from)).toBe(false);
        },
      ),
      { numRuns: 400 },
    );
    for (const seen of [inside, outside, placed]) expect(seen).toBeGreaterThan(50);
  });

  test('turned, the worst corner stands on the edge at either end of the stretch, by the angle of its ray', () => {
    let seen = 0;
    fc.assert(
      fc.property(evenly(-20, 20), evenly(-20, 20), evenly(0, 2 * Math.PI), (tiltDeg, swingDeg, theta) => {
        const settings = setup({ rear: { tiltDeg, swingDeg } });
        const light = geometryOf(settings).imageCircle;
        if (!light) return false;
        const cone = setupCone(geometryOf(settings), light);
        const found = coneStretch(frame, cone, { riseMm: 0, shiftMm: 0 }, [Math.cos(theta), Math.sin(theta)]);
        if (found === null) return true;
        seen++;
        return [found.fromMm, found.toMm].every((along) => {
          const movements = { ...geometryOf(settings).lens, shiftMm: along * Math.cos(theta), riseMm: along * Math.sin(theta) };
          return (
            Math.abs(Math.max(...cornerAngles(frame, geometryOf(settings).imageMm, movements).map(({ angle }) => angle)) - cone.halfAngle) <
            1e-9
          );
        });
      }),
    );
    expect(seen).toBeGreaterThan(20);
  });

  test('its outline lies where rays of the half-angle meet the back, by a 3D package', () => {
    const settings = setup({ rear: { tiltDeg: 8, swingDeg: -5 } });
    const light = geometryOf(settings).imageCircle;
    const cone = light && setupCone(geometryOf(settings), light);
    if (!cone) throw new Error('no circle');
    const outline = coneOutline(cone, 36);
    expect(outline).toHaveLength(72);
    for (let i = 0; i < 36; i++)
      expect(new Vector3(outline[2 * i], outline[2 * i + 1], cone.imageMm).angleTo(new Vector3(...cone.axis))).toBeCloseTo(
        cone.halfAngle,
        9,
      );
  });

  test('the contour is inside, and a hair beyond it is not', () => {
    const settings = setup({ rear: { tiltDeg: 6, swingDeg: 3 } });
    const sharp = geometryOf(settings).sharpCircle;
    const cone = sharp && setupCone(geometryOf(settings), sharp);
    if (!cone) throw new Error('no circle');
    const points = coneContour(frame, cone, 90);
    const centre = bestPlace(frame, cone);
    if (!centre) throw new Error('fits nowhere');
    const worst = (shiftMm: number, riseMm: number) =>
      Math.max(...cornerAngles(frame, cone.imageMm, { ...geometryOf(settings).lens, shiftMm, riseMm }).map(({ angle }) => angle));
    for (let i = 0; i < 90; i++) {
      const [x, y] = [points[2 * i] ?? 0, points[2 * i + 1] ?? 0];
      const toward = (share: number): readonly [number, number] => [
        centre.shiftMm + (x - centre.shiftMm) * share,
        centre.riseMm + (y - centre.riseMm) * share,
      ];
      expect(worst(...toward(0.999))).toBeLessThanOrEqual(cone.halfAngle);
      expect(worst(...toward(1.001))).toBeGreaterThan(cone.halfAngle);
    }
  });
});

describe('a setup with its back turned', () => {
  test('checks of the circles agree with the angles of the corners, whatever the setup', () => {
    fc.assert(
      fc.property(anySetup, evenly(-12, 12), evenly(-12, 12), (any, tiltDeg, swingDeg) => {
        const settings = { ...any, rear: { tiltDeg, swingDeg } };
        const circle = geometryOf(settings).sharpCircle;
        if (!circle) return true;
        const half = setupCone(geometryOf(settings), circle).halfAngle;
        const worst = Math.max(
          ...cornerAngles(
            {
              widthMm: Math.max(any.rig.back.widthMm, any.rig.back.heightMm),
              heightMm: Math.min(any.rig.back.widthMm, any.rig.back.heightMm),
            },
            geometryOf(settings).imageMm,
            geometryOf(settings).lens,
          ).map(({ angle }) => angle),
        );
        if (any.orientation === 'portrait' || Math.abs(worst - half) < 1e-6) return true;
        return setupMargin(geometryOf(settings), circle).valueMm >= 0 === worst <= half;
      }),
      { numRuns: 300 },
    );
  });

  test('a corner that looks sideways of the lens is outside, not green', () => {
    const { rig } = setup();
    const far = setup({
      rig: {
        ...rig,
        back: { ...rig.back, widthMm: 15, heightMm: 106 },
        lens: { ...rig.lens, circle: { imageCircleMm: null, sharpCircles: [{ fNumber: 4, diameterMm: 20 }] } },
      },
      movements: { riseMm: 0, shiftMm: -45 },
      rear: { tiltDeg: -12, swingDeg: -12 },
    });
    const circle = geometryOf(far).sharpCircle;
    expect(circle && setupMargin(geometryOf(far), circle).valueMm).toBeLessThan(-50);
  });

  test('turning the back about its centre leaves the frame in the middle of the circle: it takes about as much room above as below', () => {
    const at = (tiltDeg: number) => {
      const { rig } = setup();
      const settings = setup({ rig: { ...rig, lens: { ...rig.lens, focalMm: 100 } }, rear: { tiltDeg, swingDeg: 0 } });
      const circle = geometryOf(settings).sharpCircle;
      return circle && setupOneWay(geometryOf(settings), circle, 'rise');
    };
    const [straight, turned] = [at(0), at(5)];
    // The axis goes v·tan 5° = 8.7 mm up in the frame of the back, and the lens with it; the ellipse reaches a little farther.
    expect(Math.abs((turned?.toMm ?? NaN) - (straight?.toMm ?? NaN))).toBeLessThan(1.6);
    expect(Math.abs((turned?.fromMm ?? NaN) - (straight?.fromMm ?? NaN))).toBeLessThan(1.6);
  });

  test('a tight circle of a tilted lens still has a contour wherever the frame fits at all', () => {
    let [fitting, drawn] = [0, 0];
    fc.assert(
      fc.property(evenly(2, 14), evenly(-14, 14), evenly(0.98, 1.1), (tiltDeg, swingDeg, share) => {
        const settings = setup({ front: { tiltDeg, swingDeg } });
        const { imageMm, axis, lens } = geometryOf(settings);
        const cone: Cone = { axis, imageMm, halfAngle: Math.atan((share * Math.hypot(18, 12)) / 24) };
        // By brute force: any place of a fine grid at which all corners are inside.
        let fits = false;
        for (let x = -30; x <= 30 && !fits; x += 0.25)
          for (let y = -30; y <= 30 && !fits; y += 0.25)
            fits = cornerAngles(frame, imageMm, { ...lens, shiftMm: x, riseMm: y }).every(({ angle }) => angle <= cone.halfAngle);
        const outline = coneContour(frame, cone, 36);
        if (fits) fitting++;
        if (outline.length > 0) drawn++;
        return !fits || outline.length > 0;
      }),
      { numRuns: 24 },
    );
    expect(fitting).toBeGreaterThan(3);
    expect(drawn).toBeLessThan(24);
  });
});

describe('the margin in a circle', () => {
  const angles = (settings: SetupSettings, at: ShiftPosition): number =>
    Math.max(
      ...cornerAngles(geometryOf(settings).frame, geometryOf(settings).imageMm, { ...geometryOf(settings).lens, ...at }).map(
        ({ angle }) => angle,
      ),
    );

  /** The margin of a setup whose frame fits somewhere, with the half-angle of its circle. */
  const movable = (settings: SetupSettings): { readonly valueMm: number; readonly halfAngle: number } | null => {
    const geometry = geometryOf(settings);
    const circle = geometry.sharpCircle;
    const margin = circle && setupMargin(geometry, circle);
    return circle && margin?.of === 'movement' ? { valueMm: margin.valueMm, halfAngle: setupCone(geometry, circle).halfAngle } : null;
  };
  /** The worst corner's angle after a movement by so much in each of many directions. */
  const around = (settings: SetupSettings, by: number, directions: number): readonly number[] => {
    const { riseMm, shiftMm } = geometryOf(settings).position;
    return Array.from({ length: directions }, (_, i) => {
      const theta = (2 * Math.PI * i) / directions;
      return angles(settings, { riseMm: riseMm + by * Math.sin(theta), shiftMm: shiftMm + by * Math.cos(theta) });
    });
  };

  test('inside, no movement shorter than it brings a corner out in any direction, and some movement that long does', () => {
    let seen = 0;
    fc.assert(
      fc.property(anySetup, evenly(-12, 12), evenly(-8, 8), fc.boolean(), (any, tiltDeg, swingDeg, straight) => {
        const settings = straight ? any : { ...any, front: { tiltDeg, swingDeg } };
        const found = movable(settings);
        if (found === null || found.valueMm <= 0.01) return true;
        seen++;
        const { valueMm, halfAngle } = found;
        const moved = (by: number) => around(settings, by, 720);
        const [within, beyond] = [moved(valueMm * 0.999), moved(valueMm * 1.003 + 0.001)];
        return Math.max(...within) <= halfAngle * (1 + 1e-9) && Math.max(...beyond) > halfAngle;
      }),
      { numRuns: 250 },
    );
    expect(seen).toBeGreaterThan(15);
  });

  test('outside, some movement that long brings all corners in, and none that is shorter', () => {
    let seen = 0;
    fc.assert(
      fc.property(anySetup, evenly(-12, 12), evenly(-8, 8), fc.boolean(), (any, tiltDeg, swingDeg, straight) => {
        const settings = straight ? any : { ...any, front: { tiltDeg, swingDeg } };
        const found = movable(settings);
        if (found === null || found.valueMm >= -0.01) return true;
        seen++;
        const { halfAngle } = found;
        const far = -found.valueMm;
        const nearest = (by: number) => Math.min(...around(settings, by, 1440));
        // Where the frame only just fits, directions on a grid may miss the place.
        return nearest(far * 0.997) > halfAngle && (nearest(far * 1.003) <= halfAngle * (1 + 1e-3) || far < 0.05);
      }),
      { numRuns: 150 },
    );
    expect(seen).toBeGreaterThan(20);
  });

  test('a frame that is said to fit nowhere fits nowhere, with the present tilt, at any place', () => {
    let seen = 0;
    fc.assert(
      fc.property(anySetup, evenly(-12, 12), evenly(-8, 8), (any, tiltDeg, swingDeg) => {
        const settings = { ...any, front: { tiltDeg, swingDeg } };
        const circle = geometryOf(settings).sharpCircle;
        if (!circle || setupMargin(geometryOf(settings), circle).of !== 'diameter') return true;
        seen++;
        const { halfAngle } = setupCone(geometryOf(settings), circle);
        const v = geometryOf(settings).imageMm;
        for (let x = -2 * v; x <= 2 * v; x += v / 12)
          for (let y = -2 * v; y <= 2 * v; y += v / 12) if (angles(settings, { riseMm: y, shiftMm: x }) <= halfAngle) return false;
        return true;
      }),
      { numRuns: 60 },
    );
    expect(seen).toBeGreaterThan(5);
  });

  test('contour, scale and margin agree: on the contour and at the end of the scale nothing is left', () => {
    fc.assert(
      fc.property(evenly(-10, 10), evenly(-6, 6), evenly(-10, 10), evenly(-8, 8), (tiltDeg, swingDeg, rearTiltDeg, shiftMm) => {
        const settings = setup({
          front: { tiltDeg, swingDeg },
          rear: { tiltDeg: rearTiltDeg, swingDeg: 0 },
          movements: { riseMm: 0, shiftMm },
          fNumber: 11,
        });
        const geometry = geometryOf(settings);
        const circle = geometry.imageCircle;
        if (!circle) return false;
        const left = (movements: ShiftPosition) => setupMargin(geometryOf({ ...settings, movements }), circle).valueMm;
        const outline = setupContour(geometry, circle);
        const on = Array.from({ length: 12 }, (_, i) => left({ shiftMm: outline[60 * i] ?? NaN, riseMm: outline[60 * i + 1] ?? NaN }));
        const scale = setupOneWay(geometry, circle, 'rise');
        const ends = scale ? [left({ riseMm: scale.toMm, shiftMm }), left({ riseMm: scale.fromMm, shiftMm })] : [];
        return [...on, ...ends].every((mm) => Math.abs(mm) < 1e-3);
      }),
      { numRuns: 60 },
    );
  });

  test('what is told of the movement that is set is true: so much more of it, or less, brings a corner to the edge or all corners in', () => {
    const seen = { more: 0, less: 0, spare: 0 };
    fc.assert(
      fc.property(evenly(3, 14), evenly(-9, 6), evenly(-4, 4), evenly(43.6, 52), (tiltDeg, riseMm, shiftMm, circleMm) => {
        const { rig } = setup();
        const circle = { imageCircleMm: circleMm, sharpCircles: [] };
        const settings = setup({
          rig: { ...rig, lens: { ...rig.lens, circle } },
          front: { tiltDeg, swingDeg: 0 },
          movements: { riseMm, shiftMm },
        });
        const leftAt = (share: number) => {
          const geometry = geometryOf({ ...settings, movements: { riseMm: riseMm * share, shiftMm: shiftMm * share } });
          return geometry.imageCircle ? setupMargin(geometry, geometry.imageCircle) : null;
        };
        const margin = leftAt(1);
        if (margin?.of !== 'movement' || margin.travel?.valueMm == null || Math.hypot(riseMm, shiftMm) < 0.5) return true;
        const { valueMm, change } = margin.travel;
        const more = valueMm >= 0 || change === 'more';
        seen[valueMm >= 0 ? 'spare' : change]++;
        const by = ((more ? 1 : -1) * Math.abs(valueMm)) / Math.hypot(riseMm, shiftMm);
        return Math.abs(leftAt(1 + by)?.valueMm ?? NaN) < 1e-6 && Math.sign(valueMm) === Math.sign(margin.valueMm);
      }),
      { numRuns: 600 },
    );
    expect(Math.min(seen.more, seen.less, seen.spare)).toBeGreaterThan(5);
  });
});
