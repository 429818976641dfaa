import { number, type FigureValue, type NumberFigure } from '../kit/figure';

const size = (label: string, min: number, max: number, unit = 'm') => number('Subject', label, unit, min, max);
const count = (label: string, max: number) => number('Subject', label, '', 0, max, { whole: true });

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
      turnDeg: size('Right side turned away', -80, 80, '°'),
    },
  },
  interior: {
    title: 'Interior',
    figures: {
      widthM: size('Width', 1, 200),
      depthM: size('Depth', 1, 400),
      wallM: size('Height of the walls', 1, 60),
      ridgeM: size('Height of the ridge', 1, 100),
      bays: count('Trusses', 60),
    },
  },
  table: {
    title: 'Table-top with a flat label',
    figures: { tableM: size('Height of the table', 0, 3), widthM: size('Width of the thing', 0.01, 3), heightM: size('Height of the thing', 0.005, 2), labelM: size('Length of the label', 0.005, 1) },
  },
  ground: { title: 'Ground with stakes', figures: { everyM: size('A stake every', 0.2, 100), farM: size('To', 2, 2000), heightM: size('Height of a stake', 0.05, 10) } },
  figures: { title: 'Row of figures', figures: { count: count('How many', 30), spacingM: size('Between two', 0.3, 20), heightM: size('Height', 0.3, 3) } },
  sheet: { title: 'Flat sheet', figures: { widthM: size('Width', 0.01, 20), heightM: size('Height', 0.01, 20), baseM: size('Lower edge above the ground', 0, 20) } },
} as const;

export type SubjectKind = keyof typeof SUBJECTS;
export const SUBJECT_KINDS = Object.keys(SUBJECTS) as readonly SubjectKind[];

type Sizes<K extends SubjectKind> = { readonly [F in keyof (typeof SUBJECTS)[K]['figures']]: NonNullable<FigureValue<(typeof SUBJECTS)[K]['figures'][F]>> };
export type SubjectOf<K extends SubjectKind> = { readonly kind: K } & Sizes<K>;
export type Subject = { readonly [K in SubjectKind]: SubjectOf<K> }[SubjectKind];

/** The dimensions of a kind with their keys. */
export function dimensionsOf(kind: SubjectKind): readonly (readonly [string, NumberFigure])[] {
  return Object.entries<NumberFigure>(SUBJECTS[kind].figures);
}

/** A subject of each kind to begin with. */
export const FIRST_SUBJECTS: { readonly [K in SubjectKind]: SubjectOf<K> } = {
  front: { kind: 'front', widthM: 12, heightM: 9, depthM: 8, storeys: 3, bays: 5, turnDeg: 0 },
  interior: { kind: 'interior', widthM: 9, depthM: 24, wallM: 4, ridgeM: 8.5, bays: 6 },
  table: { kind: 'table', tableM: 0.8, widthM: 0.3, heightM: 0.1, labelM: 0.08 },
  ground: { kind: 'ground', everyM: 5, farM: 60, heightM: 1 },
  figures: { kind: 'figures', count: 3, spacingM: 0.8, heightM: 1.75 },
  sheet: { kind: 'sheet', widthM: 0.42, heightM: 0.297, baseM: 1.2 },
};

/** How high the subject reaches, how low, and how wide it is, m: what has to come into the frame, at its reference plane. */
export function extentOf(subject: Subject): { readonly topM: number; readonly footM: number; readonly widthM: number } {
  switch (subject.kind) {
    case 'front':
      return { topM: subject.heightM, footM: 0, widthM: subject.widthM * Math.cos((subject.turnDeg * Math.PI) / 180) };
    case 'interior':
      return { topM: subject.ridgeM, footM: 0, widthM: subject.widthM };
    case 'table':
      return { topM: subject.tableM + subject.heightM, footM: subject.tableM, widthM: subject.widthM };
    case 'ground':
      return { topM: subject.heightM, footM: 0, widthM: 0 };
    case 'figures':
      return { topM: subject.heightM, footM: 0, widthM: Math.max(0, subject.count - 1) * subject.spacingM + 0.5 };
    case 'sheet':
      return { topM: subject.baseM + subject.heightM, footM: subject.baseM, widthM: subject.widthM };
  }
}
