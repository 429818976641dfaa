import { figureOf, type KitItem } from '../kit/item';

/** A figure that is not known and would be needed: of which item, and how to get it. */
export interface MissingValue {
  readonly itemId: string;
  readonly itemName: string;
  readonly figure: string;
  readonly label: string;
  readonly how: string;
}

/** Asks for a figure of an item. */
export function ask<I extends KitItem>(item: I, figure: keyof I['figures'] & string): MissingValue {
  return askNamed(item, figure);
}

/** As `ask`, the figure named by its key alone. */
export function askNamed(item: KitItem, figure: string): MissingValue {
  const spec = figureOf(item.kind, figure);
  return { itemId: item.id, itemName: item.name, figure, label: spec?.label ?? figure, how: spec?.how ?? '' };
}

/** A value, or what must be asked for before it can be had. */
export type Result<T> = { readonly known: true; readonly value: T } | { readonly known: false; readonly asks: readonly MissingValue[] };

export const known = <T>(value: T): Result<T> => ({ known: true, value });
export const unknown = (...asks: readonly MissingValue[]): { readonly known: false; readonly asks: readonly MissingValue[] } => ({
  known: false,
  asks,
});

/** The figures of an item under the names given, all of them known; or what of them is not. */
export function need<I extends KitItem, F extends keyof I['figures'] & string>(
  item: I,
  ...figures: readonly F[]
): Result<{ readonly [K in F]: NonNullable<I['figures'][K]> }> {
  const values = item.figures as Readonly<Record<F, unknown>>;
  const missing = figures.filter((figure) => values[figure] === null);
  if (missing.length > 0) return unknown(...missing.map((figure) => ask(item, figure)));
  // Every one of them was just seen not to be null.
  return known(item.figures as unknown as { readonly [K in F]: NonNullable<I['figures'][K]> });
}

/** Several known values together, or all that is missing of them. */
export function both<A, B>(a: Result<A>, b: Result<B>): Result<readonly [A, B]> {
  if (a.known && b.known) return known([a.value, b.value] as const);
  return unknown(...(a.known ? [] : a.asks), ...(b.known ? [] : b.asks));
}
