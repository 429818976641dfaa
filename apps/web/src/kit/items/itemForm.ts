import { itemsText } from '@gangway/messages/web/kit/items';
import { specText, readSpec } from '@gangway/contract/specText';
import { kitItemSchema } from '@gangway/contract/kit';
import { EVIDENCE, type CircleRow, type Evidence } from '@gangway/core/kit/spec';
import { specsOf, valueOf, type KitItem } from '@gangway/core/kit/item';
import equal from 'fast-deep-equal';
import { typedNumber } from '@gangway/contract/typedNumber';

/** An item as it is typed: every value as text, circles row by row. */
export interface ItemForm {
  name: string;
  note: string;
  specs: Record<string, string>;
  circles: { fNumber: string; diameterMm: string; evidence: Evidence }[];
  /** The values that are still taken to be typical, by their keys. */
  typical: string[];
}

/** What an item says in the fields of its sheet. */
export function formOf(item: KitItem): ItemForm {
  const specs: Record<string, string> = {};
  let circles: ItemForm['circles'] = [];
  for (const [key, spec] of specsOf(item.kind)) {
    const value = valueOf(item, key);
    // A choice is kept by its key, which is what its field holds.
    if (spec.type === 'choice') specs[key] = typeof value === 'string' ? value : '';
    else if (spec.type === 'circles')
      circles = (value as readonly CircleRow[]).map(({ fNumber, diameterMm, evidence }) => ({
        fNumber: String(fNumber),
        diameterMm: String(diameterMm),
        evidence,
      }));
    else specs[key] = specText(spec, value);
  }
  return { name: item.name, note: item.note, specs, circles, typical: [...item.typical] };
}

/** Where a field's refusal is shown: a path such as "specs.focalMm" or "circles.0.diameterMm". */
export type Refusals = ReadonlyMap<string, string>;

/** What was typed as an item, or what of it is refused; nothing is taken until all of it can be. */
export function itemFrom(form: ItemForm, from: KitItem): { readonly item: KitItem } | { readonly refusals: Refusals } {
  const { id, kind } = from;
  const refusals = new Map<string, string>();
  const specs: Record<string, unknown> = {};
  for (const [key, spec] of specsOf(kind)) {
    if (spec.type === 'circles') {
      specs[key] = form.circles.map((row, i) => {
        const [fNumber, diameterMm] = [typedNumber(row.fNumber), typedNumber(row.diameterMm)];
        if (fNumber === null) refusals.set(`circles.${i}.fNumber`, itemsText.giveTheFNumberOf);
        if (diameterMm === null) refusals.set(`circles.${i}.diameterMm`, itemsText.giveTheDiameterOfThis);
        return { fNumber: fNumber ?? 1, diameterMm: diameterMm ?? 1, evidence: row.evidence in EVIDENCE ? row.evidence : 'guessed' };
      });
      continue;
    }
    const read = readSpec(spec, form.specs[key] ?? '');
    if (read.ok) specs[key] = read.value;
    else refusals.set(`specs.${key}`, read.message);
  }
  // What was typed over is typical no longer.
  const typical = form.typical.filter((key) => equal(specs[key], valueOf(from, key)));
  const parsed = kitItemSchema.safeParse({ id, kind, name: form.name, note: form.note, specs, typical });
  if (parsed.success && refusals.size === 0) return { item: parsed.data };
  for (const { path, message } of parsed.error?.issues ?? []) {
    const steps = path.map(String);
    const where = fieldOf(steps);
    if (!refusals.has(where)) refusals.set(where, message);
  }
  return { refusals };
}

function fieldOf(steps: string[]): string {
  if (steps[0] !== 'specs') return steps.join('.');
  if (steps[1] === 'sharpCircles') return `circles.${steps.slice(2).join('.')}`;
  return steps.slice(0, 2).join('.');
}
