import { freshGeometry, type Geometry } from '../geometry/geometry';
import { specOf, valueOf, type KitItem } from '../kit/item';
import { assembled } from '../rig/assembled';
import { askNamed, type MissingValue } from '../rig/missing';
import { withItem } from '../rig/parts';
import { typicalIn } from '../rig/typical';
import { withPivotDoubt } from './pivotDoubt';
import { CHECKS, type CheckKind } from './registry';

/** Things of one class differ by about so much from what is typical of it. */
const DIFFER = 0.1;

/**
 * The checks that rely on typical values, each with those values: what a check
 * finds changes when such a value is a tenth larger or smaller. Choices, names
 * and yes or no have no tenth; they are not tried.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * reliesOnTypical(frontGeometry) // => {}
 */
export function reliesOnTypical(geometry: Geometry): Partial<Record<CheckKind, readonly MissingValue[]>> {
  const { settings } = geometry;
  const found: Partial<Record<CheckKind, MissingValue[]>> = {};
  const typical = typicalIn(settings.rig.parts);
  if (typical.length === 0) return found;
  const before = CHECKS.map((check) => written(withPivotDoubt(check, geometry)));
  for (const { item, spec } of typical) {
    const others = [1 + DIFFER, 1 - DIFFER].flatMap((factor) => {
      const rig = assembled({ ...settings.rig, parts: withItem(settings.rig.parts, scaled(item, spec, factor)) });
      return rig.known ? [freshGeometry({ ...settings, rig: rig.value })] : [];
    });
    CHECKS.forEach((check, i) => {
      if (others.every((other) => written(withPivotDoubt(check, other)) === before[i])) return;
      (found[check.kind] ??= []).push(askNamed(item, spec));
    });
  }
  return found;
}

/** What a check has found, to be compared; nothing where there is nothing to check. */
const written = (facts: object | null): string => JSON.stringify(facts);

/** An item with one of its values so many times as large; a zero cannot be. */
function scaled(item: KitItem, key: string, factor: number): KitItem {
  const value = valueOf(item, key);
  const spec = specOf(item.kind, key);
  const of = (number: number): number => (spec?.type === 'number' && spec.whole ? Math.round(number * factor) : number * factor);
  if (typeof value === 'number') return { ...item, specs: { ...item.specs, [key]: of(value) } } as KitItem;
  if (spec?.type !== 'circles' || !Array.isArray(value)) return item;
  const rows = value as readonly { readonly diameterMm: number }[];
  return { ...item, specs: { ...item.specs, [key]: rows.map((row) => ({ ...row, diameterMm: of(row.diameterMm) })) } } as KitItem;
}
