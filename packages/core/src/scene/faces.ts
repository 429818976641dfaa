import { radians } from '../angles';
import { cross, dot, length, minus, scaled, type Vec3 } from '../space/vector';
import { FIGURE_DEPTH_M, ridgeX, type Mesh, type Subject } from '../subjects/subject';
import { turnedAbout } from './turnedAbout';

/** What a face is made of. */
export type Surface =
  'brick' | 'stone' | 'paving' | 'gravel' | 'timber' | 'boards' | 'plaster' | 'brass' | 'paper' | 'print' | 'cloth' | 'skin' | 'glass';

/** A flat piece of the subject: a convex polygon in world metres and how light it is, 0 to 1. */
export interface Face {
  readonly corners: readonly Vec3[];
  readonly tone: number;
  readonly surface: Surface;
  /** Which sides, from each corner to the next, are edges of the thing; all of them when not said. */
  readonly edges?: readonly boolean[];
}

/** The ground reaches this far to every side, m. */
const GROUND_M = 2000;
/** Openings and labels stand this share of a metre before their wall, so that they are not drawn into it. */
const PROUD_M = 0.01;

/** Half an opening, as a share of its bay and of its storey. */
export const HALF_OPENING = { wide: 0.24, high: 0.3 };

const made = new WeakMap<Subject, readonly Face[]>();

/**
 * Everything that the Finder draws of a subject, the ground included; made once for each.
 *
 * @param subject what is photographed
 *
 * @example
 * facesOf(front.scene.subject).length > 5 // => true
 */
export function facesOf(subject: Subject): readonly Face[] {
  const known = made.get(subject);
  if (known) return known;
  const faces =
    subject.kind === 'interior' ? bodyOf(subject) : [ground(subject.kind === 'ground' ? 'gravel' : 'paving'), ...bodyOf(subject)];
  made.set(subject, faces);
  return faces;
}

function ground(surface: Surface): Face {
  return {
    tone: 0.36,
    surface,
    corners: [
      [-GROUND_M, 0, -GROUND_M],
      [GROUND_M, 0, -GROUND_M],
      [GROUND_M, 0, GROUND_M],
      [-GROUND_M, 0, GROUND_M],
    ],
  };
}

/** A box from one corner to the opposite one; the side toward the camera is the lightest. */
export function box([x0, y0, z0]: Vec3, [x1, y1, z1]: Vec3, surface: Surface): readonly Face[] {
  return [
    {
      tone: 0.78,
      surface,
      corners: [
        [x0, y0, z0],
        [x1, y0, z0],
        [x1, y1, z0],
        [x0, y1, z0],
      ],
    },
    {
      tone: 0.5,
      surface,
      corners: [
        [x0, y0, z1],
        [x1, y0, z1],
        [x1, y1, z1],
        [x0, y1, z1],
      ],
    },
    {
      tone: 0.58,
      surface,
      corners: [
        [x0, y0, z0],
        [x0, y0, z1],
        [x0, y1, z1],
        [x0, y1, z0],
      ],
    },
    {
      tone: 0.66,
      surface,
      corners: [
        [x1, y0, z0],
        [x1, y0, z1],
        [x1, y1, z1],
        [x1, y1, z0],
      ],
    },
    {
      tone: 0.86,
      surface,
      corners: [
        [x0, y1, z0],
        [x1, y1, z0],
        [x1, y1, z1],
        [x0, y1, z1],
      ],
    },
  ];
}

interface OpeningsInput {
  readonly x0: number;
  readonly x1: number;
  readonly y0: number;
  readonly y1: number;
  readonly z: number;
  readonly rows: number;
  readonly columns: number;
  readonly surface: Surface;
}

/** A grid of openings on a wall in the plane z, `rows` × `columns`. */
export function openings({ x0, x1, y0, y1, z, rows, columns, surface }: OpeningsInput): readonly Face[] {
  const [dx, dy] = [(x1 - x0) / Math.max(1, columns), (y1 - y0) / Math.max(1, rows)];
  return Array.from({ length: rows * columns }, (_, i): Face => {
    const [cx, cy] = [x0 + dx * ((i % columns) + 0.5), y0 + dy * (Math.floor(i / columns) + 0.5)];
    const [w, h] = [dx * HALF_OPENING.wide, dy * HALF_OPENING.high];
    return {
      tone: 0.16,
      surface,
      corners: [
        [cx - w, cy - h, z],
        [cx + w, cy - h, z],
        [cx + w, cy + h, z],
        [cx - w, cy + h, z],
      ],
    };
  });
}

function bodyOf(subject: Subject): readonly Face[] {
  switch (subject.kind) {
    case 'front': {
      const { widthM: w, heightM: h, depthM, storeys, bays, turnDeg } = subject;
      const faces = [
        ...box([-w / 2, 0, 0], [w / 2, h, depthM], 'brick'),
        ...openings({ x0: -w / 2, x1: w / 2, y0: 0, y1: h, z: -PROUD_M, rows: storeys, columns: bays, surface: 'glass' }),
      ];
      return faces.map((face) => turnedFace(face, turnDeg));
    }
    case 'interior': {
      const { widthM: w, depthM: d, wallM, ridgeM, bays } = subject;
      const ridge = ridgeX(subject);
      const gable = (z: number, tone: number): Face => ({
        tone,
        surface: 'brick',
        corners: [
          [-w / 2, 0, z],
          [w / 2, 0, z],
          [w / 2, wallM, z],
          [ridge, ridgeM, z],
          [-w / 2, wallM, z],
        ],
      });
      const trusses = Array.from({ length: bays }, (_, i) => {
        const z = (-d * (i + 0.5)) / bays;
        return [
          ...box([-w / 2, wallM - 0.15, z - 0.1], [w / 2, wallM + 0.1, z + 0.1], 'timber'),
          ...box([ridge - 0.1, Math.min(wallM, ridgeM), z - 0.1], [ridge + 0.1, ridgeM, z + 0.1], 'timber'),
        ];
      });
      return [
        gable(0, 0.72),
        {
          tone: 0.42,
          surface: 'boards',
          corners: [
            [-w / 2, 0, -d],
            [w / 2, 0, -d],
            [w / 2, 0, 0],
            [-w / 2, 0, 0],
          ],
        },
        {
          tone: 0.58,
          surface: 'plaster',
          corners: [
            [-w / 2, 0, -d],
            [-w / 2, wallM, -d],
            [-w / 2, wallM, 0],
            [-w / 2, 0, 0],
          ],
        },
        {
          tone: 0.64,
          surface: 'plaster',
          corners: [
            [w / 2, 0, -d],
            [w / 2, wallM, -d],
            [w / 2, wallM, 0],
            [w / 2, 0, 0],
          ],
        },
        {
          tone: 0.34,
          surface: 'timber',
          corners: [
            [-w / 2, wallM, -d],
            [ridge, ridgeM, -d],
            [ridge, ridgeM, 0],
            [-w / 2, wallM, 0],
          ],
        },
        {
          tone: 0.4,
          surface: 'timber',
          corners: [
            [w / 2, wallM, -d],
            [ridge, ridgeM, -d],
            [ridge, ridgeM, 0],
            [w / 2, wallM, 0],
          ],
        },
        ...trusses.flat(),
        ...openings({ x0: -w / 2, x1: w / 2, y0: 0.6, y1: wallM, z: -PROUD_M, rows: 1, columns: 3, surface: 'glass' }),
      ];
    }
    case 'table': {
      const { tableM: t, widthM: w, heightM: h, labelM } = subject;
      const label = labelM / 2;
      return [
        {
          tone: 0.55,
          surface: 'timber',
          corners: [
            [-3 * w, t, -2 * w],
            [3 * w, t, -2 * w],
            [3 * w, t, 3 * w],
            [-3 * w, t, 3 * w],
          ],
        },
        ...box([-w / 2, t, 0], [w / 2, t + h * 0.5, w * 0.5], 'brass'),
        ...box([-w / 6, t, w * 0.5], [w / 6, t + h, w * 0.7], 'brass'),
        {
          tone: 0.97,
          surface: 'print',
          corners: [
            [-label, t + PROUD_M / 10, -0.9 * labelM],
            [label, t + PROUD_M / 10, -0.9 * labelM],
            [label, t + PROUD_M / 10, -0.3 * labelM],
            [-label, t + PROUD_M / 10, -0.3 * labelM],
          ],
        },
      ];
    }
    case 'ground': {
      const { everyM, farM, heightM } = subject;
      const n = Math.min(200, Math.floor(farM / everyM));
      const half = Math.min(0.05, heightM / 12);
      return Array.from({ length: n }, (_, i) => {
        const [x, z] = [(i % 2 === 0 ? -1 : 1) * everyM * 0.35, everyM * (i + 1)];
        return box([x - half, 0, z - half], [x + half, heightM, z + half], 'timber');
      }).flat();
    }
    case 'people': {
      const { count, spacingM, heightM: h } = subject;
      return Array.from({ length: count }, (_, i) => {
        const x = (i - (count - 1) / 2) * spacingM;
        return [
          ...box([x - 0.22, 0, -FIGURE_DEPTH_M], [x + 0.22, h * 0.84, FIGURE_DEPTH_M], 'cloth'),
          ...box([x - 0.09, h * 0.85, -0.1], [x + 0.09, h, 0.1], 'skin'),
        ];
      }).flat();
    }
    case 'model':
      return meshFaces(subject.mesh, subject.metresPerUnit).map((face) => turnedFace(face, subject.turnDeg));
    case 'sheet': {
      const { widthM: w, heightM: h, baseM: b } = subject;
      return [
        {
          tone: 0.95,
          surface: 'paper',
          corners: [
            [-w / 2, b, 0],
            [w / 2, b, 0],
            [w / 2, b + h, 0],
            [-w / 2, b + h, 0],
          ],
        },
        ...openings({ x0: -w / 2, x1: w / 2, y0: b, y1: b + h, z: -PROUD_M / 10, rows: 5, columns: 7, surface: 'print' }),
      ];
    }
  }
}

/** Where two faces of a solid meet at more than this, there is an edge, degrees. */
const EDGE_DEG = 20;

/** The triangles of a mesh, lighter the more they face the camera or the sky; sides between two that are nearly flat to each other are no edges. */
export function meshFaces({ vertices, triangles }: Mesh, metresPerUnit: number): readonly Face[] {
  const corner = (i: number): Vec3 => [0, 1, 2].map((j) => (vertices[3 * i + j] ?? 0) * metresPerUnit) as unknown as Vec3;
  const count = Math.floor(triangles.length / 3);
  const ids = (t: number): readonly [number, number, number] => [
    triangles[3 * t] ?? 0,
    triangles[3 * t + 1] ?? 0,
    triangles[3 * t + 2] ?? 0,
  ];
  const normals = Array.from({ length: count }, (_, t): Vec3 => {
    const [a, b, c] = ids(t);
    const n = cross(minus(corner(b), corner(a)), minus(corner(c), corner(a)));
    const size = length(n);
    return size === 0 ? [0, 1, 0] : scaled(n, 1 / size);
  });
  const side = (a: number, b: number): string => (a < b ? `${a} ${b}` : `${b} ${a}`);
  const beside = new Map<string, number[]>();
  for (let t = 0; t < count; t++) {
    const [a, b, c] = ids(t);
    for (const key of [side(a, b), side(b, c), side(c, a)]) beside.set(key, [...(beside.get(key) ?? []), t]);
  }
  const flat = Math.cos(radians(EDGE_DEG));
  const isEdge = (key: string): boolean => {
    const [first, second, ...more] = beside.get(key) ?? [];
    if (first === undefined || second === undefined || more.length > 0) return true;
    return Math.abs(dot(normals[first] ?? [0, 1, 0], normals[second] ?? [0, 1, 0])) < flat;
  };
  return normals.map((normal, t): Face => {
    const [a, b, c] = ids(t);
    // Sides toward the camera and the sky are light, whichever way the file winds its triangles.
    const tone = 0.46 + 0.32 * Math.abs(normal[2]) + 0.4 * normal[1] ** 2 + 0.06 * normal[0];
    return {
      corners: [corner(a), corner(b), corner(c)],
      tone: Math.min(1, Math.max(0, tone)),
      surface: 'plaster',
      edges: [isEdge(side(a, b)), isEdge(side(b, c)), isEdge(side(c, a))],
    };
  });
}

/** A face turned about the upright through the origin: its right side goes away from the camera. */
export function turnedFace(face: Face, deg: number): Face {
  if (deg === 0) return face;
  return { ...face, corners: face.corners.map(turnedAbout(deg)) };
}
