import { emptyValue } from '@gangway/core/kit/spec';
import { specsOf, KIND_NAMES, type Kind } from '@gangway/core/kit/item';
import { isJson, type Json } from './versions';

/** Whether a word names a kind of kit item. */
function isKind(value: unknown): value is Kind {
  return typeof value === 'string' && (KIND_NAMES as readonly string[]).includes(value);
}

/** An item with the values that its kind has gained since it was stored as *unknown*; before items said so, none of their values was typical. */
export function withEverySpec(item: Json): Json {
  const { kind, specs } = item;
  if (!isKind(kind) || !isJson(specs)) return item;
  const blank = Object.fromEntries(specsOf(kind).map(([key, spec]) => [key, emptyValue(spec)]));
  return { ...item, note: item.note ?? '', specs: { ...blank, ...specs }, typical: item.typical ?? [] };
}
