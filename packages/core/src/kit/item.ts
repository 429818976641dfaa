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

/** The figures of a kind with their keys, in the order in which they are asked. */
export function figuresOf(kind: Kind): readonly (readonly [string, Figure])[] {
  return Object.entries<Figure>(KINDS[kind].figures);
}

/**
 * The version in which items are written: 2, in which every value of a kind
 * is there, or that of the newest value that says it came with a later one.
 */
export const ITEM_VERSION = Math.max(2, ...KIND_NAMES.flatMap((kind) => figuresOf(kind).map(([, { since = 1 }]) => since)));

/** The specification of one figure; `null` when the kind has none of that name. */
export function figureOf(kind: Kind, key: string): Figure | null {
  return figuresOf(kind).find(([name]) => name === key)?.[1] ?? null;
}

/** An item of which only the figures given are known. */
export function itemOf<K extends Kind>(kind: K, id: string, name: string, known: Partial<Figures<K>>): ItemOf<K> {
  const blank = Object.fromEntries(figuresOf(kind).map(([key, figure]) => [key, emptyValue(figure)]));
  // The catalogue of the kind has just written every key with its empty value.
  return { id, kind, name, note: '', figures: { ...blank, ...known } as Figures<K> };
}

/** The value of a figure by its key, for what goes over all figures alike. */
export function valueOf(item: KitItem, key: string): unknown {
  return (item.figures as Readonly<Record<string, unknown>>)[key];
}

/** Whether a figure has a meaning for this item as it stands: some only with certain slides, mounts or forms. */
export function applies(item: KitItem, figure: Figure): boolean {
  return figureApplies(figure, (key) => valueOf(item, key));
}

/** As `applies`, the values read by a function, as a form has them. */
export function figureApplies({ when }: Figure, read: (key: string) => unknown): boolean {
  if (!when) return true;
  const value = read(when.figure);
  return typeof value === 'string' && when.is.includes(value);
}

/** What cannot be true together among the values of an item, each said at the value concerned. */
export function contradictionsIn(kind: Kind, values: Readonly<Record<string, unknown>>): readonly Contradiction[] {
  // A kind and its values belong together, which a union of kinds cannot express.
  const { contradictions } = KINDS[kind] as unknown as {
    contradictions: (of: Readonly<Record<string, unknown>>) => readonly Contradiction[];
  };
  return contradictions(values);
}
