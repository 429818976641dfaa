import type { Vec3 } from '../space/vector';
import { FIGURE_DEPTH_M, type Subject, type SubjectOf } from '../subjects/subject';
import { box, facesOf, HALF_OPENING, turnedFace, type Face, type Surface } from './faces';

/** More windows than this are drawn flat: reveals and bars would not be seen. */
const MOST_DEEP_WINDOWS = 600;
/** How deep glass lies behind the wall, and how far sills and courses stand before it, m. */
const REVEAL_M = 0.18;
const RELIEF_M = 0.1;
/** People beside a front are so tall, m: something to measure by. */
export const PERSON_M = 1.75;

const made = new WeakMap<Subject, readonly Face[]>();

/**
 * A subject as the Finder pictures it: its faces with windows, courses, doors
 * and figures that a typed subject does not have. It keeps to the outline of
 * `facesOf`, which all calculations go by; only what stands before a front, and
 * what is behind a table or a sheet, is beside it.
 *
 * @param subject what is photographed
 *
 * @example
 * dressedFaces(front.scene.subject).length > 20 // => true
 */
export function dressedFaces(subject: Subject): readonly Face[] {
  const known = made.get(subject);
  if (known) return known;
  const faces = dressed(subject);
  made.set(subject, faces);
  return faces;
}

function dressed(subject: Subject): readonly Face[] {
  const plain = facesOf(subject);
  switch (subject.kind) {
    case 'front': {
      const windows = subject.storeys * subject.bays;
      const building = windows === 0 || windows > MOST_DEEP_WINDOWS ? plain.slice(1) : frontOf(subject);
      return [...plain.slice(0, 1), ...building, ...besideFront(subject)];
    }
    case 'people':
      return [...plain.slice(0, 1), ...rowOf(subject)];
    case 'table': {
      const { tableM: t, widthM: w } = subject;
      const behind = Math.max(2.2, 8 * w);
      return [...plain.map((face, i) => (i === 0 ? { ...face, surface: 'boards' as const } : face)), ...wall(behind, Math.max(3.2, t + 2))];
    }
    case 'sheet':
      return [...plain.map((face, i) => (i === 0 ? { ...face, surface: 'boards' as const } : face)), ...wall(0.03, 3.2)];
    default:
      return plain;
  }
}

/** A plain wall behind small things. */
function wall(z: number, heightM: number): readonly Face[] {
  return [rectangle([-12, 0, z], [12, heightM, z], 'plaster', 0.7)];
}

/** A rectangle square to the line of sight, from its lower left to its upper right corner. */
function rectangle([x0, y0, z]: Vec3, [x1, y1]: Vec3, surface: Surface, tone: number): Face {
  return {
    tone,
    surface,
    corners: [
      [x0, y0, z],
      [x1, y0, z],
      [x1, y1, z],
      [x0, y1, z],
    ],
  };
}

interface Opening {
  readonly x: readonly [number, number];
  readonly y: readonly [number, number];
  readonly door: boolean;
}

/** A front with its windows cut into it, sills, lintels, a plinth, a course over the ground floor and one under the eaves. */
function frontOf(subject: SubjectOf<'front'>): readonly Face[] {
  const { widthM: w, heightM: h, depthM, storeys, bays, turnDeg } = subject;
  const sides = box([-w / 2, 0, 0], [w / 2, h, depthM], 'brick').slice(1);
  const [dx, dy] = [w / bays, h / storeys];
  const [halfWide, halfHigh] = [dx * HALF_OPENING.wide, dy * HALF_OPENING.high];
  const entrance = dy > 2.4 && dx > 1.5 ? Math.floor(bays / 2) : null;
  const faces: Face[] = [...sides];
  for (let row = 0; row < storeys; row++) {
    const cy = dy * (row + 0.5);
    const [y0, y1] = [cy - halfHigh, cy + halfHigh];
    // Below and above the windows the wall is whole; between them stand piers.
    faces.push(
      rectangle([-w / 2, dy * row, 0], [w / 2, y0, 0], 'brick', 0.78),
      rectangle([-w / 2, y1, 0], [w / 2, dy * (row + 1), 0], 'brick', 0.78),
    );
    for (let column = 0; column <= bays; column++) {
      const from = column === 0 ? -w / 2 : -w / 2 + dx * (column - 0.5) + halfWide;
      const to = column === bays ? w / 2 : -w / 2 + dx * (column + 0.5) - halfWide;
      faces.push(rectangle([from, y0, 0], [to, y1, 0], 'brick', 0.78));
    }
    for (let column = 0; column < bays; column++) {
      const cx = -w / 2 + dx * (column + 0.5);
      const door = row === 0 && column === entrance;
      faces.push(...openingOf({ x: [cx - halfWide, cx + halfWide], y: [y0, y1], door }, dy));
    }
  }
  const course = (y: number, height: number, surface: Surface): readonly Face[] =>
    box([-w / 2, y, -RELIEF_M], [w / 2, y + height, 0], surface);
  const small = Math.min(0.35, dy * 0.08);
  faces.push(...course(h - 1.6 * small, 1.6 * small, 'stone'));
  if (storeys > 1) faces.push(...course(dy - small / 2, small, 'stone'));
  faces.push(...plinth(w, Math.min(0.9, dy * 0.16), entrance === null ? null : -w / 2 + dx * (entrance + 0.5), halfWide));
  return faces.map((face) => turnedFace(face, turnDeg));
}

/** The foot of the wall, left open where the door is. */
function plinth(w: number, height: number, doorX: number | null, halfWide: number): readonly Face[] {
  const part = (from: number, to: number): readonly Face[] => box([from, 0, -RELIEF_M * 0.7], [to, height, 0], 'stone');
  return doorX === null ? part(-w / 2, w / 2) : [...part(-w / 2, doorX - halfWide * 1.15), ...part(doorX + halfWide * 1.15, w / 2)];
}

function openingOf({ x: [x0, x1], y: [y0, y1], door }: Opening, storeyM: number): readonly Face[] {
  const z = REVEAL_M;
  const low = door ? 0.02 : y0;
  const side = (corners: readonly Vec3[], tone: number): Face => ({ corners, tone, surface: 'stone' });
  const reveals = [
    side(
      [
        [x0, low, 0],
        [x0, low, z],
        [x0, y1, z],
        [x0, y1, 0],
      ],
      0.55,
    ),
    side(
      [
        [x1, low, 0],
        [x1, low, z],
        [x1, y1, z],
        [x1, y1, 0],
      ],
      0.6,
    ),
    side(
      [
        [x0, y1, 0],
        [x1, y1, 0],
        [x1, y1, z],
        [x0, y1, z],
      ],
      0.4,
    ),
    side(
      [
        [x0, low, 0],
        [x1, low, 0],
        [x1, low, z],
        [x0, low, z],
      ],
      0.8,
    ),
  ];
  const thick = Math.min(0.22, storeyM * 0.06);
  const wide = (x1 - x0) * 0.12;
  const lintel = box([x0 - wide, y1, -RELIEF_M * 0.4], [x1 + wide, y1 + 1.6 * thick, 0], 'stone');
  if (door) {
    // The wall below the window is still there: the door stands before it, and its leaf up to the lintel.
    return [...box([x0, 0, -0.04], [x1, y1, 0.02], 'timber'), ...lintel, ...box([x0 - wide, 0, -0.35], [x1 + wide, 0.14, 0], 'stone')];
  }
  const sill = box([x0 - wide, y0 - thick, -RELIEF_M], [x1 + wide, y0, 0.02], 'stone');
  const bar = Math.min(0.07, (x1 - x0) * 0.06);
  const [cx, cy] = [(x0 + x1) / 2, y0 + (y1 - y0) * 0.55];
  const bars = [
    ...box([cx - bar / 2, y0, z - 0.05], [cx + bar / 2, y1, z], 'plaster'),
    ...box([x0, cy - bar / 2, z - 0.05], [x1, cy + bar / 2, z], 'plaster'),
    ...box([x0, y0, z - 0.05], [x0 + bar, y1, z], 'plaster'),
    ...box([x1 - bar, y0, z - 0.05], [x1, y1, z], 'plaster'),
  ];
  return [rectangle([x0, y0, z], [x1, y1, z], 'glass', 0.16), ...reveals, ...lintel, ...sill, ...bars];
}

/** Two people on the ground before a front: something to measure by. */
function besideFront({ widthM, heightM, turnDeg }: SubjectOf<'front'>): readonly Face[] {
  if (heightM < 3) return [];
  const before = Math.min(2.5, widthM * 0.25 + 0.4);
  return [...person(-widthM * 0.22, -before, PERSON_M), ...person(widthM * 0.16, -before * 0.6, PERSON_M * 0.96)].map((face) =>
    turnedFace(face, turnDeg),
  );
}

function rowOf({ count, spacingM, heightM }: SubjectOf<'people'>): readonly Face[] {
  return Array.from({ length: count }, (_, i) => person((i - (count - 1) / 2) * spacingM, 0, heightM)).flat();
}

/** How many sides a limb has. */
const SIDES = 10;

interface Ring {
  readonly y: number;
  /** Half its width and half its depth, m. */
  readonly x: number;
  readonly z: number;
}

/** A body of rings about an upright, closed at its top. */
function turnedBody(cx: number, cz: number, rings: readonly Ring[], surface: Surface): readonly Face[] {
  const point = ({ x, y, z }: Ring, i: number): Vec3 => {
    const turn = (2 * Math.PI * i) / SIDES;
    return [cx + x * Math.cos(turn), y, cz + z * Math.sin(turn)];
  };
  const faces: Face[] = [];
  rings.slice(1).forEach((upper, k) => {
    const lower = rings[k] ?? upper;
    for (let i = 0; i < SIDES; i++)
      // Two triangles: between rings of unlike shape four corners do not lie in a plane.
      faces.push(
        { corners: [point(lower, i), point(lower, i + 1), point(upper, i + 1)], tone: 0.5, surface },
        { corners: [point(lower, i), point(upper, i + 1), point(upper, i)], tone: 0.5, surface },
      );
  });
  const top = rings.at(-1);
  if (top) faces.push({ corners: Array.from({ length: SIDES }, (_, i) => point(top, i)), tone: 0.6, surface });
  return faces;
}

/** Someone standing, within 0.22 m to either side and as deep as the figures that calculations go by. */
function person(cx: number, cz: number, heightM: number): readonly Face[] {
  const h = heightM;
  const deep = FIGURE_DEPTH_M;
  const leg = (x: number): readonly Face[] =>
    turnedBody(
      cx + x,
      cz,
      [
        { y: 0, x: 0.06, z: deep * 0.9 },
        { y: 0.05 * h, x: 0.055, z: 0.06 },
        { y: 0.48 * h, x: 0.085, z: 0.09 },
      ],
      'cloth',
    );
  const arm = (x: number): readonly Face[] =>
    turnedBody(
      cx + x,
      cz,
      [
        { y: 0.42 * h, x: 0.035, z: 0.045 },
        { y: 0.6 * h, x: 0.045, z: 0.05 },
        { y: 0.8 * h, x: 0.05, z: 0.06 },
      ],
      'cloth',
    );
  const torso = turnedBody(
    cx,
    cz,
    [
      { y: 0.44 * h, x: 0.165, z: deep * 0.9 },
      { y: 0.58 * h, x: 0.145, z: deep * 0.82 },
      { y: 0.74 * h, x: 0.18, z: deep },
      { y: 0.81 * h, x: 0.16, z: deep * 0.8 },
      { y: 0.84 * h, x: 0.06, z: 0.06 },
    ],
    'cloth',
  );
  const head = turnedBody(
    cx,
    cz,
    [
      { y: 0.83 * h, x: 0.05, z: 0.05 },
      { y: 0.87 * h, x: 0.065, z: 0.075 },
      { y: 0.92 * h, x: 0.08, z: 0.095 },
      { y: 0.96 * h, x: 0.075, z: 0.09 },
      { y: 0.99 * h, x: 0.045, z: 0.055 },
      { y: h, x: 0.01, z: 0.01 },
    ],
    'skin',
  );
  return [...leg(-0.085), ...leg(0.085), ...arm(-0.17), ...arm(0.17), ...torso, ...head];
}
