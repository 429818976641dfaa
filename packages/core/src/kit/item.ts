import type { Contradiction } from './contradictions';
import { emptyValue, type Figure } from './figure';
import type { FigureValues } from './kind';
import { KINDS } from './registry';

export type Kind = keyof typeof KINDS;
export const KIND_NAMES = Object.keys(KINDS) as readonly Kind[];

type Specs<K extends Kind> = (typeof KINDS)[K]['figures'];
export type Figures<K extends Kind> = FigureValues<Specs<K>>;

/** One thing that is owned. Every figure may be `null`: *not known*. */
export interface ItemOf<K extends Kind> {
  readonly id: string;
  readonly kind: K;
  readonly name: string;
  readonly note: string;
  readonly figures: Figures<K>;
}

export type KitItem = { readonly [K in Kind]: ItemOf<K> }[Kind];

/**
 * The figures of a kind with their keys, in the order in which they are asked.
 *
 * @param kind kind of item
 *
 * @example
 * figuresOf('lens').length > 10 // => true
 */
export function figuresOf(kind: Kind): readonly (readonly [string, Figure])[] {
  return Object.entries<Figure>(KINDS[kind].figures);
}

/**
 * The version in which items are written: 2, in which every value of a kind
 * is there, or that of the newest value that says it came with a later one.
 */
export const ITEM_VERSION = Math.max(2, ...KIND_NAMES.flatMap((kind) => figuresOf(kind).map(([, { since = 1 }]) => since)));

/**
 * The specification of one figure; `null` when the kind has none of that name.
 *
 * @param kind kind of item
 * @param key key of the value
 *
 * @example
 * figureOf('lens', 'focalMm')?.unit // => 'mm'
 */
export function figureOf(kind: Kind, key: string): Figure | null {
  return figuresOf(kind).find(([name]) => name === key)?.[1] ?? null;
}

/**
 * An item of which only the figures given are known.
 *
 * @param kind kind of item
 * @param id id of the item
 * @param name name of the item
 * @param known the values that are known
 *
 * @example
 * itemOf('board', 'b1', 'Flat board', { offsetMm: 0 }).figures.offsetMm // => 0
 */
export function itemOf<K extends Kind>(kind: K, id: string, name: string, known: Partial<Figures<K>>): ItemOf<K> {
  const blank = Object.fromEntries(figuresOf(kind).map(([key, figure]) => [key, emptyValue(figure)]));
  // The catalogue of the kind has just written every key with its empty value.
  return { id, kind, name, note: '', figures: { ...blank, ...known } as Figures<K> };
}

/**
 * The value of a figure by its key, for what goes over all figures alike.
 *
 * @param item an item of the kit
 * @param key key of the value
 *
 * @example
 * valueOf(parts.lens, 'focalMm') // => 35
 */
export function valueOf(item: KitItem, key: string): unknown {
  return (item.figures as Readonly<Record<string, unknown>>)[key];
}

/**
 * Whether a figure has a meaning for this item as it stands: some only with certain slides, mounts or forms.
 *
 * @param item an item of the kit
 * @param figure the definition of the value
 *
 * @example
 * applies(parts.lens, figureOf('lens', 'riseMm')) // => true
 */
export function applies(item: KitItem, figure: Figure): boolean {
  return figureApplies(figure, (key) => valueOf(item, key));
}

/**
 * As `applies`, the values read by a function, as a form has them.
 *
 * @param figure the definition of the value
 * @param read reads another value of the item
 *
 * @example
 * figureApplies(figureOf('lens', 'focalMm'), () => null) // => true
 */
export function figureApplies({ when }: Figure, read: (key: string) => unknown): boolean {
  if (!when) return true;
  const value = read(when.figure);
  return typeof value === 'string' && when.is.includes(value);
}

/**
 * What cannot be true together among the values of an item, each said at the value concerned.
 *
 * @param kind kind of item
 * @param values the values of the item
 *
 * @example
 * contradictionsIn('lens', { ...parts.lens.figures, widestFNumber: 22, smallestFNumber: 4 }).length // => 1
 */
export function contradictionsIn(kind: Kind, values: Readonly<Record<string, unknown>>): readonly Contradiction[] {
  // A kind and its values belong together, which a union of kinds cannot express.
  const { contradictions } = KINDS[kind] as unknown as {
    contradictions: (of: Readonly<Record<string, unknown>>) => readonly Contradiction[];
  };
  return contradictions(values);
}
