import { subjectsText } from '@gangway/messages/core/subjects';
import { number, type SpecValue, type NumberSpec } from '../kit/spec';

const size = (label: string, min: number, max: number, unit = 'm') =>
  number({ group: subjectsText.subject, label: label, unit: unit, min: min, max: max });
const count = (label: string, max: number) =>
  number({ group: subjectsText.subject, label: label, unit: '', min: 0, max: max, whole: true });

/**
 * What can stand before the camera, each kind with its dimensions. The world
 * is metres: x right, y up from the ground, z away from the photographer; the
 * subject's reference stands at the origin.
 */
export const SUBJECTS = {
  front: {
    title: subjectsText.facadeTowerOrObliqueFront,
    dimensions: {
      widthM: size(subjectsText.width, 0.1, 1000),
      heightM: size(subjectsText.height, 0.1, 500),
      depthM: size(subjectsText.depth, 0, 1000),
      storeys: count(subjectsText.storeys, 60),
      bays: count(subjectsText.openingsInARow, 120),
      turnDeg: size(subjectsText.facadeAngleRightSideAway, -80, 80, '°'),
    },
  },
  interior: {
    title: subjectsText.interior,
    dimensions: {
      widthM: size(subjectsText.width, 1, 200),
      depthM: size(subjectsText.depth, 1, 400),
      wallM: size(subjectsText.heightOfTheWalls, 1, 60),
      ridgeM: size(subjectsText.heightOfTheRidge, 1, 100),
      // Flat with the ridge as high as the walls, a lean-to with it over a wall.
      ridgeAsideM: size(subjectsText.ridgeRightOfTheMiddle, -100, 100),
      bays: count(subjectsText.trusses, 60),
    },
  },
  table: {
    title: subjectsText.tableTopWithAFlat,
    dimensions: {
      tableM: size(subjectsText.heightOfTheTable, 0, 3),
      widthM: size(subjectsText.widthOfTheThing, 0.01, 3),
      heightM: size(subjectsText.heightOfTheThing, 0.005, 2),
      labelM: size(subjectsText.lengthOfTheLabel, 0.005, 1),
    },
  },
  ground: {
    title: subjectsText.groundWithStakes,
    dimensions: {
      everyM: size(subjectsText.stakeSpacing, 0.2, 100),
      farM: size(subjectsText.to, 2, 2000),
      heightM: size(subjectsText.heightOfAStake, 0.05, 10),
    },
  },
  people: {
    title: subjectsText.rowOfPeople,
    dimensions: {
      count: count(subjectsText.howMany, 30),
      spacingM: size(subjectsText.betweenTwo, 0.3, 20),
      heightM: size(subjectsText.height, 0.3, 3),
    },
  },
  model: {
    title: subjectsText.massingModelFromAFile,
    dimensions: {
      metresPerUnit: size(subjectsText.metresPerUnitOfThe, 1e-6, 1e6),
      turnDeg: size(subjectsText.facadeAngleRightSideAway, -180, 180, '°'),
    },
  },
  sheet: {
    title: subjectsText.flatSheet,
    dimensions: {
      widthM: size(subjectsText.width, 0.01, 20),
      heightM: size(subjectsText.height, 0.01, 20),
      baseM: size(subjectsText.lowerEdgeAboveTheGround, 0, 20),
    },
  },
} as const;

export type SubjectKind = keyof typeof SUBJECTS;
export const SUBJECT_KINDS = Object.keys(SUBJECTS) as readonly SubjectKind[];

type Sizes<K extends SubjectKind> = {
  readonly [F in keyof (typeof SUBJECTS)[K]['dimensions']]: NonNullable<SpecValue<(typeof SUBJECTS)[K]['dimensions'][F]>>;
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
export function dimensionsOf(kind: SubjectKind): readonly (readonly [string, NumberSpec])[] {
  return Object.entries<NumberSpec>(SUBJECTS[kind].dimensions);
}

/** A subject of each kind to begin with; a model comes from its file. */
export const FIRST_SUBJECTS: { readonly [K in Exclude<SubjectKind, 'model'>]: SubjectOf<K> } = {
  front: { kind: 'front', widthM: 12, heightM: 9, depthM: 8, storeys: 3, bays: 5, turnDeg: 0 },
  interior: { kind: 'interior', widthM: 9, depthM: 24, wallM: 4, ridgeM: 8.5, ridgeAsideM: 0, bays: 6 },
  table: { kind: 'table', tableM: 0.8, widthM: 0.3, heightM: 0.1, labelM: 0.08 },
  ground: { kind: 'ground', everyM: 5, farM: 60, heightM: 1 },
  people: { kind: 'people', count: 3, spacingM: 0.8, heightM: 1.75 },
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
    case 'people':
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
