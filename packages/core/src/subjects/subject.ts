import { number, type FigureValue, type NumberFigure } from '../kit/figure';

const size = (label: string, min: number, max: number, unit = 'm') =>
  number({ group: 'Subject', label: label, unit: unit, min: min, max: max });
const count = (label: string, max: number) => number({ group: 'Subject', label: label, unit: '', min: 0, max: max, whole: true });

/**
 * What can stand before the camera, each kind with its dimensions. The world
 * is metres: x right, y up from the ground, z away from the photographer; the
 * subject's reference stands at the origin.
 */
export const SUBJECTS = {
  front: {
    title: 'Façade, tower or oblique front',
    figures: {
      widthM: size('Width', 0.1, 1000),
      heightM: size('Height', 0.1, 500),
      depthM: size('Depth', 0, 1000),
      storeys: count('Storeys', 60),
      bays: count('Openings in a row', 120),
      turnDeg: size('Façade angle (right side away)', -80, 80, '°'),
    },
  },
  interior: {
    title: 'Interior',
    figures: {
      widthM: size('Width', 1, 200),
      depthM: size('Depth', 1, 400),
      wallM: size('Height of the walls', 1, 60),
      ridgeM: size('Height of the ridge', 1, 100),
      // Flat with the ridge as high as the walls, a lean-to with it over a wall.
      ridgeAsideM: size('Ridge right of the middle', -100, 100),
      bays: count('Trusses', 60),
    },
  },
  table: {
    title: 'Table-top with a flat label',
    figures: {
      tableM: size('Height of the table', 0, 3),
      widthM: size('Width of the thing', 0.01, 3),
      heightM: size('Height of the thing', 0.005, 2),
      labelM: size('Length of the label', 0.005, 1),
    },
  },
  ground: {
    title: 'Ground with stakes',
    figures: { everyM: size('Stake spacing', 0.2, 100), farM: size('To', 2, 2000), heightM: size('Height of a stake', 0.05, 10) },
  },
  figures: {
    title: 'Row of people',
    figures: { count: count('How many', 30), spacingM: size('Between two', 0.3, 20), heightM: size('Height', 0.3, 3) },
  },
  model: {
    title: 'Massing model from a file',
    figures: {
      metresPerUnit: size('Metres per unit of the file', 1e-6, 1e6),
      turnDeg: size('Façade angle (right side away)', -180, 180, '°'),
    },
  },
  sheet: {
    title: 'Flat sheet',
    figures: { widthM: size('Width', 0.01, 20), heightM: size('Height', 0.01, 20), baseM: size('Lower edge above the ground', 0, 20) },
  },
} as const;

export type SubjectKind = keyof typeof SUBJECTS;
export const SUBJECT_KINDS = Object.keys(SUBJECTS) as readonly SubjectKind[];

type Sizes<K extends SubjectKind> = {
  readonly [F in keyof (typeof SUBJECTS)[K]['figures']]: NonNullable<FigureValue<(typeof SUBJECTS)[K]['figures'][F]>>;
};

/** The solid of an imported model in units of its file: its foot at y = 0, its nearest point at z = 0, its middle at x = 0. */
export interface Mesh {
  readonly name: string;
  /** x, y, z of each corner in turn. */
  readonly vertices: readonly number[];
  /** Three corners of each triangle in turn, by their numbers. */
  readonly triangles: readonly number[];
}

export type SubjectOf<K extends SubjectKind> = { readonly kind: K } & Sizes<K> & (K extends 'model' ? { readonly mesh: Mesh } : unknown);
export type Subject = { readonly [K in SubjectKind]: SubjectOf<K> }[SubjectKind];

/** What a dimension was before it could be said. */
export const UNSAID: Readonly<Record<string, number>> = { ridgeAsideM: 0 };

/**
 * The dimensions of a kind with their keys.
 *
 * @param kind kind of subject
 *
 * @example
 * dimensionsOf('front').map(([key]) => key) // => ['widthM', 'heightM', 'depthM', 'storeys', 'bays', 'turnDeg']
 */
export function dimensionsOf(kind: SubjectKind): readonly (readonly [string, NumberFigure])[] {
  return Object.entries<NumberFigure>(SUBJECTS[kind].figures);
}

/** A subject of each kind to begin with; a model comes from its file. */
export const FIRST_SUBJECTS: { readonly [K in Exclude<SubjectKind, 'model'>]: SubjectOf<K> } = {
  front: { kind: 'front', widthM: 12, heightM: 9, depthM: 8, storeys: 3, bays: 5, turnDeg: 0 },
  interior: { kind: 'interior', widthM: 9, depthM: 24, wallM: 4, ridgeM: 8.5, ridgeAsideM: 0, bays: 6 },
  table: { kind: 'table', tableM: 0.8, widthM: 0.3, heightM: 0.1, labelM: 0.08 },
  ground: { kind: 'ground', everyM: 5, farM: 60, heightM: 1 },
  figures: { kind: 'figures', count: 3, spacingM: 0.8, heightM: 1.75 },
  sheet: { kind: 'sheet', widthM: 0.42, heightM: 0.297, baseM: 1.2 },
};

/** Where the ridge of an interior stands to the right of its middle, m: over a wall at the most. */
export function ridgeX({ widthM, ridgeAsideM }: SubjectOf<'interior'>): number {
  return Math.max(-widthM / 2, Math.min(widthM / 2, ridgeAsideM));
}

/** How far a figure reaches before and behind its middle, m. */
export const FIGURE_DEPTH_M = 0.12;

/** How high the subject reaches, how low, how wide and how deep it is, m. */
export interface Extent {
  readonly topM: number;
  readonly footM: number;
  readonly widthM: number;
  readonly depthM: number;
}

/**
 * What has to come into the frame: heights and width at the reference plane, and the depth behind it.
 *
 * @param subject what is photographed
 *
 * @example
 * extentOf(front.scene.subject) // => {topM: 9, footM: 0, widthM: 12, depthM: 8}
 */
export function extentOf(subject: Subject): Extent {
  switch (subject.kind) {
    case 'front': {
      const turn = (subject.turnDeg * Math.PI) / 180;
      return { topM: subject.heightM, footM: 0, widthM: subject.widthM * Math.cos(turn), depthM: subject.depthM };
    }
    case 'interior':
      return { topM: Math.max(subject.wallM, subject.ridgeM), footM: 0, widthM: subject.widthM, depthM: 0 };
    case 'table':
      return { topM: subject.tableM + subject.heightM, footM: subject.tableM, widthM: subject.widthM, depthM: subject.widthM };
    case 'ground':
      return { topM: subject.heightM, footM: 0, widthM: 0, depthM: subject.farM };
    case 'figures':
      return { topM: subject.heightM, footM: 0, widthM: Math.max(0, subject.count - 1) * subject.spacingM + 0.5, depthM: 0 };
    case 'model': {
      const {
        size: [width, height, depth],
      } = meshSize(subject.mesh);
      const k = subject.metresPerUnit;
      return { topM: height * k, footM: 0, widthM: width * k, depthM: depth * k };
    }
    case 'sheet':
      return { topM: subject.baseM + subject.heightM, footM: subject.baseM, widthM: subject.widthM, depthM: 0 };
  }
}

const sizes = new WeakMap<Mesh, { readonly least: readonly [number, number, number]; readonly size: readonly [number, number, number] }>();

/**
 * The box around a mesh in units of its file.
 *
 * @param mesh the model
 *
 * @example
 * meshSize({ name: 'block', vertices: [0, 0, 0, 1, 0, 0, 0, 1, 0], triangles: [0, 1, 2] }) // => {least: [0, 0, 0], size: [1, 1, 0]}
 */
export function meshSize(mesh: Mesh): {
  readonly least: readonly [number, number, number];
  readonly size: readonly [number, number, number];
} {
  const known = sizes.get(mesh);
  if (known) return known;
  const [least, most] = [
    [Infinity, Infinity, Infinity],
    [-Infinity, -Infinity, -Infinity],
  ];
  mesh.vertices.forEach((value, i) => {
    least[i % 3] = Math.min(least[i % 3] ?? Infinity, value);
    most[i % 3] = Math.max(most[i % 3] ?? -Infinity, value);
  });
  const at = (i: number): number => least[i] ?? 0;
  const span = (i: number): number => (most[i] ?? 0) - (least[i] ?? 0);
  const found = { least: [at(0), at(1), at(2)], size: [span(0), span(1), span(2)] } as const;
  sizes.set(mesh, found);
  return found;
}
