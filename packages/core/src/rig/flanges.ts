import type { ItemOf } from '../kit/item';
import { ask, both, known, need, unknown, type Result } from './missing';
import type { Between, RigParts } from '../model/rig';

/** One stretch between two flanges: what its registers ask for, and what stands there. */
export interface Flanges {
  /** Register on the lens side less that on the body side, mm. */
  readonly neededMm: number;
  /** The thickness of all that stands between, mm. */
  readonly haveMm: number;
  /** have − needed: how far too far out the lens stands, mm; negative when too near. */
  readonly excessMm: number;
  readonly adapters: readonly ItemOf<'adapter'>[];
}

/** Flange to flange of an adapter: as measured, or the difference of the registers it is made for, mm. */
export function adapterThickness(adapter: ItemOf<'adapter'>): Result<number> {
  const { thicknessMm, lensFlangeDistanceMm, bodyFlangeDistanceMm } = adapter.specs;
  if (thicknessMm !== null) return known(thicknessMm);
  if (lensFlangeDistanceMm !== null && bodyFlangeDistanceMm !== null) return known(lensFlangeDistanceMm - bodyFlangeDistanceMm);
  return unknown(ask(adapter, 'thicknessMm'));
}

/** The thickness of several adapters together, mm. */
export function thicknessOf(adapters: readonly Between[]): Result<number> {
  return adapters.reduce<Result<number>>((sum, part) => {
    if (part.kind !== 'adapter') return sum;
    const next = both(sum, adapterThickness(part));
    return next.known ? known(next.value[0] + next.value[1]) : next;
  }, known(0));
}

/**
 * The stretches between flanges of a lens mounted on a body: one without
 * converters; with one, a stretch on its body side and one on its lens side,
 * each by its own registers. From the body outward.
 */
export function flanges(parts: Extract<RigParts, { kind: 'mounted' }>): Result<readonly Flanges[]> {
  const stretches: Result<Flanges>[] = [];
  let near: Result<number> = registerOf(need(parts.back, 'flangeDistanceMm'));
  let adapters: ItemOf<'adapter'>[] = [];
  const close = (far: Result<number>) => {
    const all = both(both(near, far), thicknessOf(adapters));
    const inside = adapters;
    stretches.push(
      all.known
        ? known({
            neededMm: all.value[0][1] - all.value[0][0],
            haveMm: all.value[1],
            excessMm: all.value[1] - (all.value[0][1] - all.value[0][0]),
            adapters: inside,
          })
        : all,
    );
    adapters = [];
  };
  for (const part of parts.between) {
    if (part.kind === 'adapter') {
      adapters.push(part);
      continue;
    }
    const body = need(part, 'bodyFlangeDistanceMm');
    const lens = need(part, 'lensFlangeDistanceMm');
    close(body.known ? known(body.value.bodyFlangeDistanceMm) : body);
    near = lens.known ? known(lens.value.lensFlangeDistanceMm) : lens;
  }
  close(registerOf(need(parts.lens, 'flangeDistanceMm')));
  const missing = stretches.flatMap((stretch) => (stretch.known ? [] : stretch.asks));
  if (missing.length > 0) return unknown(...missing);
  return known(stretches.flatMap((stretch) => (stretch.known ? [stretch.value] : [])));
}

function registerOf(specs: Result<{ readonly flangeDistanceMm: number }>): Result<number> {
  return specs.known ? known(specs.value.flangeDistanceMm) : specs;
}

/** Flange distances agree within this, mm: what a made adapter is good to (common practice). */
export const FLANGE_TOLERANCE_MM = 0.05;

/** How far the sensor or film lies behind the rear standard's own plane on a view camera or rail, mm: the register of a body, and the adapters before it. */
export function backDepth(parts: Extract<RigParts, { kind: 'view' }>): Result<number> {
  const adapters = thicknessOf(parts.between);
  if (parts.back.kind === 'film') return adapters;
  const all = both(need(parts.back, 'flangeDistanceMm'), adapters);
  return all.known ? known(all.value[0].flangeDistanceMm + all.value[1]) : all;
}
