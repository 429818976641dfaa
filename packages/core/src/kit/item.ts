import type { Contradiction } from './contradictions';
import { emptyValue, type Spec } from './spec';
import type { SpecValues } from './kind';
import { KINDS } from './registry';

export type Kind = keyof typeof KINDS;
export const KIND_NAMES = Object.keys(KINDS) as readonly Kind[];

type SpecFields<K extends Kind> = (typeof KINDS)[K]['specs'];
export type Specs<K extends Kind> = SpecValues<SpecFields<K>>;

/** One thing that is owned. Every value may be `null`: *not known*. */
export interface ItemOf<K extends Kind> {
  readonly id: string;
  readonly kind: K;
  readonly name: string;
  readonly note: string;
  readonly specs: Specs<K>;
  /** Keys of the values that are typical of its class, not its own: nobody measured or looked them up. */
  readonly typical: readonly string[];
}

export type KitItem = { readonly [K in Kind]: ItemOf<K> }[Kind];

/**
 * The specs of a kind with their keys, in the order in which they are asked.
 *
 * @param kind kind of item
 *
 * @example
 * specsOf('lens').length > 10 // => true
 */
export function specsOf(kind: Kind): readonly (readonly [string, Spec])[] {
  return Object.entries<Spec>(KINDS[kind].specs);
}

/** The version since which an item says which of its values are typical. */
export const TYPICAL_SINCE = 7;

/** The version in which items are written: that, or that of the newest value that says it came with a later one. */
export const ITEM_VERSION = Math.max(TYPICAL_SINCE, ...KIND_NAMES.flatMap((kind) => specsOf(kind).map(([, { since = 1 }]) => since)));

/**
 * The definition of one spec; `null` when the kind has none of that name.
 *
 * @param kind kind of item
 * @param key key of the value
 *
 * @example
 * specOf('lens', 'focalMm')?.unit // => 'mm'
 */
export function specOf(kind: Kind, key: string): Spec | null {
  return specsOf(kind).find(([name]) => name === key)?.[1] ?? null;
}

/**
 * An item of which only the values given are known.
 *
 * @param kind kind of item
 * @param id id of the item
 * @param name name of the item
 * @param known the values that are known
 *
 * @example
 * itemOf('board', 'b1', 'Flat board', { offsetMm: 0 }).specs.offsetMm // => 0
 */
export function itemOf<K extends Kind>(kind: K, id: string, name: string, known: Partial<Specs<K>>): ItemOf<K> {
  const blank = Object.fromEntries(specsOf(kind).map(([key, spec]) => [key, emptyValue(spec)]));
  // The catalogue of the kind has just written every key with its empty value.
  return { id, kind, name, note: '', specs: { ...blank, ...known } as Specs<K>, typical: [] };
}

/**
 * The value of a spec by its key, for what goes over all specs alike.
 *
 * @param item an item of the kit
 * @param key key of the value
 *
 * @example
 * valueOf(parts.lens, 'focalMm') // => 35
 */
export function valueOf(item: KitItem, key: string): unknown {
  return (item.specs as Readonly<Record<string, unknown>>)[key];
}

/**
 * Whether a value has a meaning for this item as it stands: some only with certain slides, mounts or forms.
 *
 * @param item an item of the kit
 * @param spec the definition of the value
 *
 * @example
 * applies(parts.lens, specOf('lens', 'riseMm')) // => true
 */
export function applies(item: KitItem, spec: Spec): boolean {
  return specApplies(spec, (key) => valueOf(item, key));
}

/**
 * As `applies`, the values read by a function, as a form has them.
 *
 * @param spec the definition of the value
 * @param read reads another value of the item
 *
 * @example
 * specApplies(specOf('lens', 'focalMm'), () => null) // => true
 */
export function specApplies({ when }: Spec, read: (key: string) => unknown): boolean {
  if (!when) return true;
  const value = read(when.spec);
  return typeof value === 'string' && when.is.includes(value);
}

/**
 * What cannot be true together among the values of an item, each said at the value concerned.
 *
 * @param kind kind of item
 * @param values the values of the item
 *
 * @example
 * contradictionsIn('lens', { ...parts.lens.specs, widestFNumber: 22, smallestFNumber: 4 }).length // => 1
 */
export function contradictionsIn(kind: Kind, values: Readonly<Record<string, unknown>>): readonly Contradiction[] {
  // A kind and its values belong together, which a union of kinds cannot express.
  const { contradictions } = KINDS[kind] as unknown as {
    contradictions: (of: Readonly<Record<string, unknown>>) => readonly Contradiction[];
  };
  return contradictions(values);
}
