import { geometryOf } from '../geometry/geometry';
import fc from 'fast-check';
import { Vector3 } from 'three';
import { setupCone, setupMargin } from '../geometry/circles';
import { evenly } from '../evenly.test-support';
import { FIRST_MOSAIC } from '../mosaic/mosaic';
import { PLAIN_SCENE } from '../scene/scene';
import { FIRST_SUBJECTS } from '../subjects/subject';
import { setup } from '../setup/fixtures.test-support';
import type { Mark } from './drawing';
import { circleMarks, clipped, sectionMarks, viewOf, type Box } from './setupDrawings';
import type { SetupSettings } from '../model/setup';

const box: Box = { x: 10, y: 20, w: 60, h: 50 };
type Line = Extract<Mark, { kind: 'line' }>;
const linesOf = (marks: readonly Mark[], widthMm: number): readonly Line[] =>
  marks.filter((mark): mark is Line => mark.kind === 'line' && mark.widthMm === widthMm);
const frameOf = (marks: readonly Mark[]) => marks.find((mark): mark is Extract<Mark, { kind: 'rect' }> => mark.kind === 'rect');

/** Where a mark lies on the back, mm over the foot of the lens: the frame on the paper is to scale with the frame that there is. */
function onBack(marks: readonly Mark[], { movements, orientation }: SetupSettings): (x: number, y: number) => readonly [number, number] {
  const frame = frameOf(marks);
  if (!frame) throw new Error('no frame');
  const scale = frame.w / (orientation === 'landscape' ? 36 : 24);
  return (x, y) => [movements.shiftMm + (x - frame.x - frame.w / 2) / scale, movements.riseMm - (y - frame.y - frame.h / 2) / scale];
}

const tilted = fc
  .record({
    tiltDeg: evenly(-9, 9),
    swingDeg: evenly(-9, 9),
    riseMm: evenly(-8, 8),
    shiftMm: evenly(-8, 8),
    orientation: fc.constantFrom('landscape' as const, 'portrait' as const),
  })
  .map(({ tiltDeg, swingDeg, riseMm, shiftMm, orientation }) =>
    setup({ front: { tiltDeg, swingDeg }, movements: { riseMm, shiftMm }, orientation }),
  );

describe('the circle on paper', () => {
  test('straight, it is as wide as the image circle, and the frame lies in it where it is set', () => {
    const settings = setup({ movements: { riseMm: 6, shiftMm: -4 } });
    const marks = circleMarks(geometryOf(settings), box);
    const disc = marks.find((mark) => mark.kind === 'disc');
    const frame = frameOf(marks);
    if (disc?.kind !== 'disc' || !frame) throw new Error('no circle');
    const scale = frame.w / 36;
    expect(disc.r / scale).toBeCloseTo(67 / 2, 6);
    expect([disc.x, disc.y]).toEqual([40, 45]);
    expect((frame.x + frame.w / 2 - 40) / scale).toBeCloseTo(-4, 6);
    expect((45 - frame.y - frame.h / 2) / scale).toBeCloseTo(6, 6);
    expect(frame.h / scale).toBeCloseTo(24, 6);
  });

  test('tilted, every place of the line is seen at the half-angle of the circle from the axis of the lens', () => {
    fc.assert(
      fc.property(tilted, (settings) => {
        const light = geometryOf(settings).imageCircle;
        if (!light || (settings.front.tiltDeg === 0 && settings.front.swingDeg === 0)) return true;
        const marks = circleMarks(geometryOf(settings), box);
        const cone = setupCone(geometryOf(settings), light);
        const back = onBack(marks, settings);
        const ring = linesOf(marks, 0.35);
        expect(ring.length).toBeGreaterThan(30);
        return ring.every(({ x1, y1 }) => {
          const [x, y] = back(x1, y1);
          const angle = new Vector3(x, y, cone.imageMm).angleTo(new Vector3(...cone.axis));
          // What the paper cuts off ends between two places of the line.
          const cut =
            Math.min(Math.abs(x1 - box.x), Math.abs(x1 - box.x - box.w), Math.abs(y1 - box.y), Math.abs(y1 - box.y - box.h)) < 1e-6;
          return cut || Math.abs(angle - cone.halfAngle) < 1e-6;
        });
      }),
    );
  });

  test('the dashes go around the frame where the check says that it is inside, and cut it where it is not', () => {
    let [inside, outside] = [0, 0];
    fc.assert(
      fc.property(tilted, (settings) => {
        const sharp = geometryOf(settings).sharpCircle;
        const frame = frameOf(circleMarks(geometryOf(settings), box));
        if (!sharp || !frame) return true;
        const margin = setupMargin(geometryOf(settings), sharp);
        if (margin.of !== 'movement' || Math.abs(margin.valueMm) < 0.3) return true;
        const marks = circleMarks(geometryOf(settings), box);
        const corners = [
          [frame.x, frame.y],
          [frame.x + frame.w, frame.y],
          [frame.x, frame.y + frame.h],
          [frame.x + frame.w, frame.y + frame.h],
        ] as const;
        const back = onBack(marks, settings);
        const cone = setupCone(geometryOf(settings), sharp);
        const within = corners.every(
          ([x, y]) => new Vector3(...back(x, y), cone.imageMm).angleTo(new Vector3(...cone.axis)) <= cone.halfAngle + 1e-9,
        );
        if (within) inside++;
        else outside++;
        return within === margin.valueMm > 0;
      }),
      { numRuns: 200 },
    );
    expect(inside).toBeGreaterThan(20);
    expect(outside).toBeGreaterThan(5);
  });

  test('a mosaic has all its frames, numbered in their order', () => {
    const frames = [-9, 0, 9].map((shiftMm) => ({ riseMm: 2, shiftMm, turned: false }));
    const marks = circleMarks(geometryOf(setup({ mosaic: { ...FIRST_MOSAIC, frames } })), box);
    expect(marks.filter(({ kind }) => kind === 'rect')).toHaveLength(3);
    const numbers = marks.filter((mark): mark is Extract<Mark, { kind: 'text' }> => mark.kind === 'text');
    expect(numbers.map(({ text }) => text)).toEqual(['1', '2', '3']);
    // Each number stands in the middle of its frame; half the height of a figure lies above its foot.
    const rects = marks.filter((mark): mark is Extract<Mark, { kind: 'rect' }> => mark.kind === 'rect');
    for (const [i, { x, y, w, h }] of rects.entries()) {
      expect(numbers[i]?.x).toBeCloseTo(x + w / 2, 9);
      expect((numbers[i]?.y ?? 0) - (y + h / 2)).toBeCloseTo((0.75 * (numbers[i]?.sizeMm ?? 0)) / 2, 9);
    }
    // The cross marks the foot of the axis, as long to either side.
    const cross = linesOf(marks, 0.2)
      .filter(({ x1, y1, x2, y2 }) => x1 === x2 || y1 === y2)
      .slice(-2);
    expect(cross.map(({ x1, x2, y1, y2 }) => [(x1 + x2) / 2, (y1 + y2) / 2])).toEqual([
      [40, 45],
      [40, 45],
    ]);
    for (const { x1, x2, y1, y2 } of cross) expect(Math.hypot(x2 - x1, y2 - y1)).toBeCloseTo(2.4, 9);
  });

  test('where no circle is known the frame stands alone', () => {
    const { rig } = setup();
    const marks = circleMarks(
      geometryOf(setup({ rig: { ...rig, lens: { ...rig.lens, circle: { imageCircleMm: null, sharpCircles: [] } } } })),
      box,
    );
    expect(marks.map(({ kind }) => kind)).toEqual(['rect', 'line', 'line']);
  });
});

describe('a line clipped to a box', () => {
  test('what is left lies in the box and on the line; what is dropped does not cross it', () => {
    const any = fc.tuple(evenly(-50, 150), evenly(-50, 150));
    fc.assert(
      fc.property(any, any, ([x1, y1], [x2, y2]) => {
        const inBox = (x: number, y: number, slack = 1e-9): boolean =>
          x >= box.x - slack && x <= box.x + box.w + slack && y >= box.y - slack && y <= box.y + box.h + slack;
        const part = clipped([x1, y1], [x2, y2], box);
        const samples = Array.from({ length: 101 }, (_, i) => [x1 + ((x2 - x1) * i) / 100, y1 + ((y2 - y1) * i) / 100] as const);
        if (!part) return samples.every(([x, y]) => !inBox(x, y, -1e-9));
        return part.every(
          ([x, y]) =>
            inBox(x, y, 1e-6) && Math.abs((x - x1) * (y2 - y1) - (y - y1) * (x2 - x1)) < 1e-6 * (1 + Math.hypot(x2 - x1, y2 - y1)) * 100,
        );
      }),
      { numRuns: 400 },
    );
  });
});

describe('the section on paper', () => {
  const scene = {
    subject: FIRST_SUBJECTS.front,
    distanceM: 12,
    asideM: 0,
    cameraHeightM: 1.5,
    yawDeg: 0,
    pitchDeg: 0,
    rollDeg: 0,
    ...PLAIN_SCENE,
  };

  test('all of it lies in its box, with no value missing', () => {
    fc.assert(
      fc.property(
        tilted,
        fc.option(evenly(0.4, 40)),
        fc.array(fc.tuple(evenly(-4, 4), evenly(0, 6), evenly(-8, 30)), { maxLength: 6 }),
        (settings, focusM, places) => {
          const pins = places.map((at, i) => ({
            id: `p${i}`,
            name: `pin ${i}`,
            role: 'sharp' as const,
            weight: 1,
            place: { kind: 'point' as const, at },
          }));
          return sectionMarks(geometryOf({ ...settings, scene, focusM, pins }), box).every((mark) => {
            if (mark.kind !== 'line') return Object.values(mark).every((value) => typeof value !== 'number' || Number.isFinite(value));
            return (
              [mark.x1, mark.x2].every((x) => x >= box.x - 1e-6 && x <= box.x + box.w + 1e-6) &&
              [mark.y1, mark.y2].every((y) => y >= box.y - 1e-6 && y <= box.y + box.h + 1e-6)
            );
          });
        },
      ),
      { numRuns: 200 },
    );
  });

  test('is seen from the side, and from above when the lens is swung alone', () => {
    expect(viewOf({ front: { tiltDeg: 0, swingDeg: 0 } })).toBe('side');
    expect(viewOf({ front: { tiltDeg: 2, swingDeg: 1 } })).toBe('side');
    expect(viewOf({ front: { tiltDeg: 0, swingDeg: 4 } })).toBe('plan');
  });

  /** A camera level at 1.5 m before pins, straight or tilted, focused at 4 m. */
  const drawn = (changes: Partial<SetupSettings>, ...places: readonly (readonly [number, number, number])[]) =>
    sectionMarks(
      geometryOf(
        setup({
          scene,
          focusM: 4,
          pins: places.map((at, i) => ({ id: `p${i}`, name: `pin ${i}`, role: 'sharp', weight: 1, place: { kind: 'point', at } })),
          ...changes,
        }),
      ),
      box,
    );
  type Rect = Extract<Mark, { kind: 'rect' }>;
  type Text = Extract<Mark, { kind: 'text' }>;
  const squares = (marks: readonly Mark[]) => marks.filter((mark): mark is Rect => mark.kind === 'rect');
  const textsOf = (marks: readonly Mark[]) => marks.filter((mark): mark is Text => mark.kind === 'text');
  const middle = ({ x, y, w, h }: Rect): readonly [number, number] => [x + w / 2, y + h / 2];

  test('is to one scale, up and ahead, and the bar says it', () => {
    // From the façade 12 m away the pins stand 8 m and 3 m before it: 4 m and 9 m from the camera, at its height and 1 m above.
    const marks = drawn({}, [0, 1.5, -8], [0, 2.5, -3]);
    const [near, far] = squares(marks).map(middle);
    if (!near || !far) throw new Error('a pin is not drawn');
    const scale = (far[0] - near[0]) / 5;
    expect((near[1] - far[1]) / 1).toBeCloseTo(scale, 6);
    const bar = linesOf(marks, 0.3).at(-1);
    const words = textsOf(marks).at(-1)?.text ?? '';
    expect(words).toMatch(/^[125]0* m$/u);
    expect(((bar?.x2 ?? 0) - (bar?.x1 ?? 0)) / scale).toBeCloseTo(Number.parseInt(words, 10), 6);
    // No shorter than half of what there is room for.
    expect((bar?.x2 ?? 0) - (bar?.x1 ?? 0)).toBeLessThanOrEqual(box.w * 0.2 + 1e-9);
    expect((bar?.x2 ?? 0) - (bar?.x1 ?? 0)).toBeGreaterThan(box.w * 0.2 * 0.39);
    // The camera stands 1.5 m over the ground, the dashed line 0.15 mm wide that is level.
    const ground = marks.find((mark): mark is Line => mark.kind === 'line' && mark.dashed === true && Math.abs(mark.y1 - mark.y2) < 1e-9);
    expect(((ground?.y1 ?? 0) - near[1]) / scale).toBeCloseTo(1.5, 6);
  });

  test('straight, the plane of sharp focus stands upright through what is in focus, and no hinge line is drawn', () => {
    const marks = drawn({}, [0, 1.5, -8], [0, 2.5, -3]);
    const [plane] = linesOf(marks, 0.45);
    const [near] = squares(marks).map(middle);
    expect(plane?.x1).toBeCloseTo(near?.[0] ?? NaN, 6);
    expect(plane?.x2).toBeCloseTo(near?.[0] ?? NaN, 6);
    // It goes through the box from top to foot.
    expect(Math.abs((plane?.y1 ?? 0) - (plane?.y2 ?? 0))).toBeCloseTo(box.h, 6);
    expect(textsOf(marks).map(({ text }) => text)).not.toContain('hinge line');
    // Sharp is filled, what is not sharp is not.
    expect(squares(drawn({ fNumber: 3.5, focusM: 0.6 }, [0, 1.5, -8]))[0]?.filled).toBe(false);
    expect(squares(marks)[0]?.filled).toBe(true);
  });

  test('tilted, hinge line and plane lie where the law of the hinge puts them', () => {
    const marks = drawn({ front: { tiltDeg: 1.2, swingDeg: 0 } }, [0, 1.5, -8], [0, 2.5, -3]);
    const [near, far] = squares(marks).map(middle);
    if (!near || !far) throw new Error('a pin is not drawn');
    const scale = (far[0] - near[0]) / 5;
    const lens: readonly [number, number] = [near[0] - 4 * scale, near[1]];
    const dot = marks.find((mark) => mark.kind === 'disc' && mark.filled === true);
    if (dot?.kind !== 'disc') throw new Error('no hinge line');
    // Merklinger: f / sin(tilt) below the lens.
    expect(dot.x).toBeCloseTo(lens[0], 6);
    expect((dot.y - lens[1]) / scale).toBeCloseTo(0.024 / Math.sin((1.2 * Math.PI) / 180), 2);
    expect(textsOf(marks).map(({ text }) => text)).toContain('hinge line');
    const [plane] = linesOf(marks, 0.45);
    if (!plane) throw new Error('no plane');
    // The plane leaves the hinge line forward and up: the dot lies on the line.
    const off = (plane.x2 - plane.x1) * (dot.y - plane.y1) - (plane.y2 - plane.y1) * (dot.x - plane.x1);
    expect(Math.abs(off) / Math.hypot(plane.x2 - plane.x1, plane.y2 - plane.y1)).toBeLessThan(0.05);
    // The lens leans with the tilt: its upper end is ahead of its lower one by twice 2.6 mm · sin.
    const leaning = linesOf(marks, 0.5)[0];
    expect(Math.abs((leaning?.x2 ?? 0) - (leaning?.x1 ?? 0))).toBeCloseTo(2 * 2.6 * Math.sin((1.2 * Math.PI) / 180), 3);
    expect(Math.abs((leaning?.y2 ?? 0) - (leaning?.y1 ?? 0))).toBeCloseTo(2 * 2.6 * Math.cos((1.2 * Math.PI) / 180), 3);
  });

  test('names of pins that lie upon each other stand one over the other', () => {
    const names = textsOf(drawn({}, [0, 1.5, -8], [0, 1.52, -8], [0, 1.54, -7.9])).filter(({ text }) => text.startsWith('pin'));
    expect(names).toHaveLength(3);
    const ys = names.map(({ y }) => y).sort((a, b) => a - b);
    ys.slice(1).forEach((y, i) => expect(y - (ys[i] ?? 0)).toBeGreaterThanOrEqual(2.5));
  });

  test('a small set is measured in centimetres or millimetres', () => {
    const bar = (distanceM: number) =>
      textsOf(
        sectionMarks(geometryOf(setup({ scene: { ...scene, distanceM, subject: { ...FIRST_SUBJECTS.front } }, focusM: distanceM })), box),
      ).at(-1)?.text;
    expect(bar(12)).toMatch(/^[125]0* m$/u);
    expect(bar(0.6)).toMatch(/^[125]0? cm$/u);
  });
});
