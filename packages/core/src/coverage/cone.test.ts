import { geometryOf } from '../geometry/geometry';
import fc from 'fast-check';
import { Vector3 } from 'three';
import { setup, anySetup } from '../setup/fixtures.test-support';
import { coneContour, coneOutline, coneStretch, type Cone } from './cone';
import { cornerAngles } from './corner';
import { limitAlong } from './shiftLimit';
import { setupCone, setupMargin, setupOneWay } from '../geometry/circles';
import { evaluateWithFixes } from '../checks/evaluate';
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
    const centre = { shiftMm: (cone.imageMm * cone.axis[0]) / cone.axis[2], riseMm: (cone.imageMm * cone.axis[1]) / cone.axis[2] };
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
    expect(circle && setupMargin(geometryOf(far), circle).valueMm).toBeLessThan(-100);
  });

  test('forward turn of the back takes the room below and gives it above', () => {
    const at = (tiltDeg: number) => {
      const settings = setup({ rear: { tiltDeg, swingDeg: 0 } });
      const circle = geometryOf(settings).sharpCircle;
      return circle && setupOneWay(geometryOf(settings), circle, 'rise');
    };
    const [straight, turned] = [at(0), at(5)];
    // The back leans forward: the lens points up in its frame, so the circle goes up by v·tan 5°.
    expect(turned?.toMm).toBeGreaterThan((straight?.toMm ?? 0) + 1);
    expect(turned?.fromMm).toBeGreaterThan((straight?.fromMm ?? 0) + 1);
    expect(
      evaluateWithFixes(geometryOf(setup({ rear: { tiltDeg: 12, swingDeg: 0 }, movements: { riseMm: -8, shiftMm: 0 } }))).find(
        ({ kind }) => kind === 'sharpCircle',
      )?.state,
    ).toBe('fails');
  });
});
