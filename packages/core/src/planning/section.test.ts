import { geometryOf } from '../geometry/geometry';
import fc from 'fast-check';
import { mounted, lens } from '../rig/parts.test-support';
import { assembled } from '../rig/assembled';
import { hingeMm } from '../focus/plane';
import { frontScene, setup } from '../setup/fixtures.test-support';
import { blurInSection, focusThrough, lineAt, pinPutAt, sectionOf, wedgeArea, wedgeAt } from './section';
import { evenly } from '../evenly.test-support';

const scene = frontScene(10, 1.5);
const built = assembled({
  name: 'rig',
  rigId: null,
  parts: mounted({ lens: lens({ focalMm: 90, tilts: 'both', tiltDeg: 20, tiltLock: 'free' }) }),
});
if (!built.known) throw new Error('unknown');
const rig = built.value;
const tilted = fc
  .record({ tiltDeg: evenly(0.5, 12), focusM: evenly(2, 30), fNumber: fc.constantFrom(5.6, 11, 22) })
  .map(({ tiltDeg, focusM, fNumber }) => setup({ rig, scene, front: { tiltDeg, swingDeg: 0 }, focusM, fNumber }));

describe('the section', () => {
  test('planes of lens, back and focus meet in one line, and the hinge lies f/sin α below', () => {
    fc.assert(
      fc.property(tilted, (settings) => {
        const { plane, meeting, hingeM, imageM } = sectionOf(geometryOf(settings), 'side');
        if (!plane || !meeting || hingeM === null) return false;
        const onPlane = lineAt(plane, -imageM);
        const hinge = (hingeMm(90, settings.front.tiltDeg) ?? 0) / 1000;
        return Math.abs((onPlane ?? 0) - meeting[1]) < 1e-6 * Math.abs(meeting[1]) && Math.abs(hingeM + hinge) < 1e-9 * hinge;
      }),
    );
  });

  test('at the ends of the wedge the exact blur is what is allowed, within the formula’s nearness, and in the plane it is nothing', () => {
    fc.assert(
      fc.property(tilted, evenly(1, 20), (settings, ahead) => {
        const ends = wedgeAt(geometryOf(settings), 'side', ahead);
        const { plane } = sectionOf(geometryOf(settings), 'side');
        if (!ends || !plane) return true;
        const { cocMm } = geometryOf(settings).blurAllowed;
        const middle = lineAt(plane, ahead) ?? 0;
        const blur = blurInSection(geometryOf(settings), 'side', [ahead, middle]);
        if (blur !== null && blur > 1e-6) return false;
        return ends.every((end) => {
          const there = blurInSection(geometryOf(settings), 'side', [ahead, end]);
          return there === null || Math.abs(there / cocMm - 1) < 0.25;
        });
      }),
    );
  });

  test('the corners of the wedge’s area lie on its limits, from its own near end to its far one', () => {
    const untilted = fc
      .record({ focusM: evenly(2, 30), fNumber: fc.constantFrom(5.6, 11, 22) })
      .map(({ focusM, fNumber }) => setup({ rig, scene, front: { tiltDeg: 0, swingDeg: 0 }, focusM, fNumber }));
    fc.assert(
      fc.property(fc.oneof(tilted, untilted), evenly(0.5, 60), (settings, ahead) => {
        const ends = wedgeAt(geometryOf(settings), 'side', ahead);
        const area = wedgeArea(geometryOf(settings), 'side', 0.5, 60);
        if (!area) return ends === null;
        const half = area.length / 2;
        const [lower, upper] = [area.slice(0, half), area.slice(half).reverse()];
        const zs = area.map(([z]) => z);
        const [from, to] = [Math.min(...zs), Math.max(...zs)];
        if (Math.min(Math.abs(ahead - from), Math.abs(ahead - to)) < 1e-6) return true;
        if (ends === null) return ahead < from || ahead > to;
        if (!Number.isFinite(ends[0])) return area.every(([, u]) => !Number.isFinite(u)) && ahead >= from && ahead <= to;
        // Every corner of the area lies on a limit of the wedge at its distance.
        const on = (line: typeof area, end: 0 | 1): boolean =>
          line.every(([z, u]) => Math.abs(u - (wedgeAt(geometryOf(settings), 'side', z)?.[end] ?? NaN)) < 1e-6 * (1 + Math.abs(u)));
        return from >= 0.5 && to <= 60 + 1e-9 && on(lower, 0) && on(upper, 1);
      }),
    );
  });

  test('the plane dragged to a place goes through it', () => {
    fc.assert(
      fc.property(tilted, evenly(1, 20), evenly(-1.2, 2), (settings, ahead, up) => {
        const focusM = focusThrough(geometryOf(settings), 'side', [ahead, up]);
        if (focusM === undefined) return true;
        return (blurInSection(geometryOf({ ...settings, focusM }), 'side', [ahead, up]) ?? 0) < 1e-6;
      }),
    );
  });

  test('a pin put at a place of the section is seen there, and stays where it was across it', () => {
    fc.assert(
      fc.property(
        tilted,
        fc.constantFrom('side' as const, 'plan' as const),
        evenly(1, 20),
        evenly(-2, 2),
        evenly(-20, 20),
        (settings, view, ahead, u, yawDeg) => {
          const pinned = {
            ...settings,
            scene: { ...scene, yawDeg },
            pins: [
              { id: 'p', name: 'p', role: 'sharp' as const, weight: 1, place: { kind: 'point' as const, at: [0.4, 1.1, 0.3] as const } },
            ],
          };
          const at = pinPutAt(geometryOf(pinned), 'p', view, [ahead, u]);
          if (!at) return false;
          const moved = { ...pinned, pins: pinned.pins.map((pin) => ({ ...pin, place: { kind: 'point' as const, at } })) };
          const other = view === 'side' ? ('plan' as const) : ('side' as const);
          const [seen] = sectionOf(geometryOf(moved), view).pins[0]?.points ?? [];
          const [before] = sectionOf(geometryOf(pinned), other).pins[0]?.points ?? [];
          const [after] = sectionOf(geometryOf(moved), other).pins[0]?.points ?? [];
          return (
            Math.hypot((seen?.[0] ?? NaN) - ahead, (seen?.[1] ?? NaN) - u) < 1e-9 &&
            Math.abs((after?.[1] ?? NaN) - (before?.[1] ?? NaN)) < 1e-9
          );
        },
      ),
    );
  });

  test('untilted there is no hinge, and the sharp stretch is all of the distance or none', () => {
    const straight = setup({ rig, scene, focusM: 5, fNumber: 11 });
    const found = sectionOf(geometryOf(straight), 'side');
    expect(found).toMatchObject({ hingeM: null, meeting: null });
    expect(wedgeAt(geometryOf(straight), 'side', 5)).toEqual([-Infinity, Infinity]);
    expect(wedgeAt(geometryOf(straight), 'side', 2)).toBeNull();
    expect(sectionOf(geometryOf({ ...straight, focusM: null }), 'side').plane).toBeNull();
    expect(found.ground && lineAt(found.ground, 7)).toBeCloseTo(-1.5, 12);
  });

  test('the limits of the wedge are where the blur by rays is as wide as is sharp enough', () => {
    fc.assert(
      fc.property(tilted, evenly(0.6, 20), (settings, ahead) => {
        const geometry = geometryOf(settings);
        const ends = wedgeAt(geometry, 'side', ahead);
        if (ends === null || !Number.isFinite(ends[0])) return true;
        return ends.every((u) => Math.abs((blurInSection(geometry, 'side', [ahead, u]) ?? NaN) - geometry.blurAllowed.cocMm) < 1e-6);
      }),
    );
  });
});
