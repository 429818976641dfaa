import { emptyValue } from '@gangway/core/kit/figure';
import { figuresOf, KIND_NAMES, type Kind } from '@gangway/core/kit/item';
import { isJson, type Json } from './versions';

/** Whether a word names a kind of kit item. */
function isKind(value: unknown): value is Kind {
  return typeof value === 'string' && (KIND_NAMES as readonly string[]).includes(value);
}

/** An item with the values that its kind has gained since it was stored as *unknown*. */
export function withEveryFigure(item: Json): Json {
  const { kind, figures } = item;
  if (!isKind(kind) || !isJson(figures)) return item;
  const blank = Object.fromEntries(figuresOf(kind).map(([key, figure]) => [key, emptyValue(figure)]));
  return { ...item, note: item.note ?? '', figures: { ...blank, ...figures } };
}
