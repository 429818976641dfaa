import { radians } from '../angles';
import type { Vec3 } from '../focus/vector';
import type { Subject } from './subject';

/** A flat piece of the subject: a convex polygon in world metres and how light it is, 0 to 1. */
export interface Face {
  readonly corners: readonly Vec3[];
  readonly tone: number;
}

/** The ground reaches this far to every side, m. */
const GROUND_M = 2000;
/** Openings and labels stand this share of a metre before their wall, so that they are not drawn into it. */
const PROUD_M = 0.01;

/** Everything that the Finder draws of a subject, the ground included. */
export function facesOf(subject: Subject): readonly Face[] {
  return subject.kind === 'interior' ? bodyOf(subject) : [ground(), ...bodyOf(subject)];
}

function ground(): Face {
  return { tone: 0.36, corners: [[-GROUND_M, 0, -GROUND_M], [GROUND_M, 0, -GROUND_M], [GROUND_M, 0, GROUND_M], [-GROUND_M, 0, GROUND_M]] };
}

/** A box from one corner to the opposite one; the side toward the camera is the lightest. */
function box([x0, y0, z0]: Vec3, [x1, y1, z1]: Vec3): readonly Face[] {
  return [
    { tone: 0.78, corners: [[x0, y0, z0], [x1, y0, z0], [x1, y1, z0], [x0, y1, z0]] },
    { tone: 0.5, corners: [[x0, y0, z1], [x1, y0, z1], [x1, y1, z1], [x0, y1, z1]] },
    { tone: 0.58, corners: [[x0, y0, z0], [x0, y0, z1], [x0, y1, z1], [x0, y1, z0]] },
    { tone: 0.66, corners: [[x1, y0, z0], [x1, y0, z1], [x1, y1, z1], [x1, y1, z0]] },
    { tone: 0.86, corners: [[x0, y1, z0], [x1, y1, z0], [x1, y1, z1], [x0, y1, z1]] },
  ];
}

/** A grid of openings on a wall in the plane z, `rows` × `columns`. */
function openings(x0: number, x1: number, y0: number, y1: number, z: number, rows: number, columns: number): readonly Face[] {
  const [dx, dy] = [(x1 - x0) / Math.max(1, columns), (y1 - y0) / Math.max(1, rows)];
  return Array.from({ length: rows * columns }, (_, i): Face => {
    const [cx, cy] = [x0 + dx * ((i % columns) + 0.5), y0 + dy * (Math.floor(i / columns) + 0.5)];
    const [w, h] = [dx * 0.24, dy * 0.3];
    return { tone: 0.16, corners: [[cx - w, cy - h, z], [cx + w, cy - h, z], [cx + w, cy + h, z], [cx - w, cy + h, z]] };
  });
}

function bodyOf(subject: Subject): readonly Face[] {
  switch (subject.kind) {
    case 'front': {
      const { widthM: w, heightM: h, depthM, storeys, bays, turnDeg } = subject;
      const faces = [...box([-w / 2, 0, 0], [w / 2, h, depthM]), ...openings(-w / 2, w / 2, 0, h, -PROUD_M, storeys, bays)];
      return turnDeg === 0 ? faces : faces.map((face) => turnedFace(face, turnDeg));
    }
    case 'interior': {
      const { widthM: w, depthM: d, wallM, ridgeM, bays } = subject;
      const gable = (z: number, tone: number): Face => ({ tone, corners: [[-w / 2, 0, z], [w / 2, 0, z], [w / 2, wallM, z], [0, ridgeM, z], [-w / 2, wallM, z]] });
      const trusses = Array.from({ length: bays }, (_, i) => {
        const z = (-d * (i + 0.5)) / bays;
        return [...box([-w / 2, wallM - 0.15, z - 0.1], [w / 2, wallM + 0.1, z + 0.1]), ...box([-0.1, wallM, z - 0.1], [0.1, ridgeM, z + 0.1])];
      });
      return [
        gable(0, 0.72),
        { tone: 0.42, corners: [[-w / 2, 0, -d], [w / 2, 0, -d], [w / 2, 0, 0], [-w / 2, 0, 0]] },
        { tone: 0.58, corners: [[-w / 2, 0, -d], [-w / 2, wallM, -d], [-w / 2, wallM, 0], [-w / 2, 0, 0]] },
        { tone: 0.64, corners: [[w / 2, 0, -d], [w / 2, wallM, -d], [w / 2, wallM, 0], [w / 2, 0, 0]] },
        { tone: 0.34, corners: [[-w / 2, wallM, -d], [0, ridgeM, -d], [0, ridgeM, 0], [-w / 2, wallM, 0]] },
        { tone: 0.4, corners: [[w / 2, wallM, -d], [0, ridgeM, -d], [0, ridgeM, 0], [w / 2, wallM, 0]] },
        ...trusses.flat(),
        ...openings(-w / 2, w / 2, 0.6, wallM, -PROUD_M, 1, 3),
      ];
    }
    case 'table': {
      const { tableM: t, widthM: w, heightM: h, labelM } = subject;
      const label = labelM / 2;
      return [
        { tone: 0.55, corners: [[-3 * w, t, -2 * w], [3 * w, t, -2 * w], [3 * w, t, 3 * w], [-3 * w, t, 3 * w]] },
        ...box([-w / 2, t, 0], [w / 2, t + h * 0.5, w * 0.5]),
        ...box([-w / 6, t, w * 0.5], [w / 6, t + h, w * 0.7]),
        { tone: 0.97, corners: [[-label, t + PROUD_M / 10, -0.9 * labelM], [label, t + PROUD_M / 10, -0.9 * labelM], [label, t + PROUD_M / 10, -0.3 * labelM], [-label, t + PROUD_M / 10, -0.3 * labelM]] },
      ];
    }
    case 'ground': {
      const { everyM, farM, heightM } = subject;
      const n = Math.min(200, Math.floor(farM / everyM));
      const half = Math.min(0.05, heightM / 12);
      return Array.from({ length: n }, (_, i) => {
        const [x, z] = [(i % 2 === 0 ? -1 : 1) * everyM * 0.35, everyM * (i + 1)];
        return box([x - half, 0, z - half], [x + half, heightM, z + half]);
      }).flat();
    }
    case 'figures': {
      const { count, spacingM, heightM: h } = subject;
      return Array.from({ length: count }, (_, i) => {
        const x = (i - (count - 1) / 2) * spacingM;
        return [...box([x - 0.22, 0, -0.12], [x + 0.22, h * 0.84, 0.12]), ...box([x - 0.09, h * 0.85, -0.1], [x + 0.09, h, 0.1])];
      }).flat();
    }
    case 'sheet': {
      const { widthM: w, heightM: h, baseM: b } = subject;
      return [{ tone: 0.95, corners: [[-w / 2, b, 0], [w / 2, b, 0], [w / 2, b + h, 0], [-w / 2, b + h, 0]] }, ...openings(-w / 2, w / 2, b, b + h, -PROUD_M / 10, 5, 7)];
    }
  }
}

/** A face turned about the upright through the origin: its right side goes away from the camera. */
function turnedFace(face: Face, deg: number): Face {
  const a = radians(deg);
  return { ...face, corners: face.corners.map(([x, y, z]): Vec3 => [x * Math.cos(a) - z * Math.sin(a), y, x * Math.sin(a) + z * Math.cos(a)]) };
}
