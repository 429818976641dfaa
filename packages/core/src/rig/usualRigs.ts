import { classesText } from '@gangway/messages/core/kit/classes';
import { EMPTY_PLAN, type RigKind, type RigPlan } from './parts';
import type { KitItem } from '../kit/item';
import { itemOfClass } from '../kit/classes/class';
import { CLASSES, type ClassId } from '../kit/classes/registry';

/** What somebody mostly photographs, or how. */
export type Shoots = 'architecture' | 'products' | 'landscape' | 'adapted' | 'freelensing';

/** A rig put together from classes of equipment. */
export interface RigClass {
  readonly id: string;
  readonly name: string;
  /** For whom it is a usual rig. */
  readonly for: readonly Shoots[];
  readonly kind: RigKind;
  readonly back: ClassId;
  readonly between?: ClassId;
  readonly camera?: ClassId;
  readonly board?: ClassId;
  readonly lens: ClassId;
}

/** Usual rigs, those that most people have first. */
export const RIG_CLASSES: readonly RigClass[] = [
  {
    id: 'shiftWide',
    name: classesText.rigShiftWide,
    for: ['architecture', 'landscape'],
    kind: 'mounted',
    back: 'smallBody',
    lens: 'shiftWide',
  },
  {
    id: 'shiftNormal',
    name: classesText.rigShiftNormal,
    for: ['architecture', 'landscape'],
    kind: 'mounted',
    back: 'smallBody',
    lens: 'shiftNormal',
  },
  { id: 'shiftLong', name: classesText.rigShiftLong, for: ['products'], kind: 'mounted', back: 'smallBody', lens: 'shiftLong' },
  {
    id: 'rail',
    name: classesText.rigRail,
    for: ['products'],
    kind: 'view',
    back: 'smallBody',
    camera: 'bellowsRail',
    board: 'railBoard0',
    lens: 'railLens',
  },
  {
    id: 'fieldWide',
    name: classesText.rigFieldWide,
    for: ['architecture', 'landscape'],
    kind: 'view',
    back: 'sheet45',
    camera: 'field45',
    board: 'fieldBoardRecessed',
    lens: 'fieldWide',
  },
  {
    id: 'fieldNormal',
    name: classesText.rigFieldNormal,
    for: ['landscape'],
    kind: 'view',
    back: 'sheet45',
    camera: 'field45',
    board: 'fieldBoard0',
    lens: 'fieldNormal',
  },
  {
    id: 'roll',
    name: classesText.rigRoll,
    for: ['landscape'],
    kind: 'view',
    back: 'roll69',
    camera: 'field45',
    board: 'fieldBoard0',
    lens: 'fieldNormal',
  },
  {
    id: 'monorail',
    name: classesText.rigMonorail,
    for: ['products', 'architecture'],
    kind: 'view',
    back: 'sheet45',
    camera: 'monorail45',
    board: 'monorailBoard0',
    lens: 'fieldNormal',
  },
  {
    id: 'adapted',
    name: classesText.rigAdapted,
    for: ['adapted', 'products'],
    kind: 'mounted',
    back: 'smallBody',
    between: 'shiftAdapter',
    lens: 'mediumNormal',
  },
  { id: 'held', name: classesText.rigHeld, for: ['freelensing'], kind: 'held', back: 'smallBody', lens: 'mediumNormal' },
];

/**
 * The items of a usual rig, and the plan by which they go together.
 *
 * @param of the rig
 * @param newId makes an id for each item
 *
 * @example
 * itemsOfRig(RIG_CLASSES[0], () => 'x').items.length // => 2
 */
export function itemsOfRig(of: RigClass, newId: () => string): { readonly items: readonly KitItem[]; readonly plan: RigPlan } {
  const made = (id: ClassId): KitItem => {
    const item = itemOfClass<KitItem['kind']>(CLASSES[id], newId());
    // An item and its kind belong together, which the union of classes cannot express.
    return item as KitItem;
  };
  const back = made(of.back);
  const between = of.between === undefined ? [] : [made(of.between)];
  const camera = of.camera === undefined ? null : made(of.camera);
  const board = of.board === undefined ? null : made(of.board);
  const lens = made(of.lens);
  return {
    items: [back, ...between, ...(camera ? [camera] : []), ...(board ? [board] : []), lens],
    plan: {
      ...EMPTY_PLAN,
      kind: of.kind,
      backId: back.id,
      betweenIds: between.map(({ id }) => id),
      cameraId: camera?.id ?? null,
      boardId: board?.id ?? null,
      lensId: lens.id,
    },
  };
}
