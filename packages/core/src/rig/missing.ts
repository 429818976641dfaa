import { specOf, type KitItem } from '../kit/item';

/** A value that is not known and would be needed: of which item, and how to get it. */
export interface MissingValue {
  readonly itemId: string;
  readonly itemName: string;
  readonly spec: string;
  readonly label: string;
  readonly how: string;
}

/** Asks for a value of an item. */
export function ask<I extends KitItem>(item: I, spec: keyof I['specs'] & string): MissingValue {
  return askNamed(item, spec);
}

/** As `ask`, the value named by its key alone. */
export function askNamed(item: KitItem, spec: string): MissingValue {
  const field = specOf(item.kind, spec);
  return { itemId: item.id, itemName: item.name, spec, label: field?.label ?? spec, how: field?.how ?? '' };
}

/** A value, or what must be asked for before it can be had. */
export type Result<T> = { readonly known: true; readonly value: T } | { readonly known: false; readonly asks: readonly MissingValue[] };

export const known = <T>(value: T): Result<T> => ({ known: true, value });
export const unknown = (...asks: readonly MissingValue[]): { readonly known: false; readonly asks: readonly MissingValue[] } => ({
  known: false,
  asks,
});

/** The specs of an item under the names given, all of them known; or what of them is not. */
export function need<I extends KitItem, F extends keyof I['specs'] & string>(
  item: I,
  ...specs: readonly F[]
): Result<{ readonly [K in F]: NonNullable<I['specs'][K]> }> {
  const values = item.specs as Readonly<Record<F, unknown>>;
  const missing = specs.filter((spec) => values[spec] === null);
  if (missing.length > 0) return unknown(...missing.map((spec) => ask(item, spec)));
  // Every one of them was just seen not to be null.
  return known(item.specs as unknown as { readonly [K in F]: NonNullable<I['specs'][K]> });
}

/** Several known values together, or all that is missing of them. */
export function both<A, B>(a: Result<A>, b: Result<B>): Result<readonly [A, B]> {
  if (a.known && b.known) return known([a.value, b.value] as const);
  return unknown(...(a.known ? [] : a.asks), ...(b.known ? [] : b.asks));
}
