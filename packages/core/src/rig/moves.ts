import type { ItemOf } from '../kit/item';
import { ask, type MissingValue } from './missing';
import { rigFactor } from './effectiveLens';
import { between } from './parts';
import type { Mechanism } from '../model/movements';
import type { LensItem, RigParts } from '../model/rig';

/** One thing in the rig that shifts. */
interface Mover {
  readonly name: string;
  readonly mechanism: Mechanism;
  /** What would have to be known for its travel. */
  readonly asks: readonly MissingValue[];
}

/** One thing in the rig that tilts. */
export interface Tilter {
  /** What tilts: a standard, the hand, or an item by its name. */
  readonly by: 'front' | 'rear' | 'hand' | { readonly item: string };
  readonly tiltDeg: number | null;
  readonly swingDeg: number | null;
  readonly oneWay: boolean;
  /** Locked along the shift, across it, or turning by itself; `null` when not known or where tilt and swing are apart. */
  readonly lock: 'parallel' | 'crossed' | 'free' | null;
  readonly pivotMm: number | null;
  readonly asks: readonly MissingValue[];
}

export interface Moves {
  /** What the frame can do in the circle, everything that shifts taken together, on the sensor. */
  readonly mechanism: Mechanism;
  readonly tilters: readonly Tilter[];
  /** Whether something that shifts was left out because two ways of shifting cannot be added as one. */
  readonly leftOut: readonly string[];
  readonly asks: readonly MissingValue[];
}

type SlideItem = LensItem | ItemOf<'adapter'>;

function slideMover(item: SlideItem): Mover | null {
  const { specs: f, name } = item;
  const missing = (...specs: (keyof SlideItem['specs'])[]): Mover => ({
    name,
    mechanism: { kind: 'unknown' },
    asks: specs.filter((spec) => f[spec] === null).map((spec) => ask<SlideItem>(item, spec)),
  });
  switch (f.slides) {
    case null:
      return missing('slides');
    case 'none':
      return null;
    case 'rotating':
      return f.travelMm === null ? missing('travelMm') : { name, mechanism: { kind: 'disc', radiusMm: f.travelMm }, asks: [] };
    case 'line':
      return f.travelMm === null || f.slideDeg === null
        ? missing('travelMm', 'slideDeg')
        : { name, mechanism: { kind: 'line', angleDeg: f.slideDeg, forwardMm: f.travelMm, backMm: f.travelMm }, asks: [] };
    case 'box':
      return f.riseMm === null || f.fallMm === null || f.leftMm === null || f.rightMm === null
        ? missing('riseMm', 'fallMm', 'leftMm', 'rightMm')
        : { name, mechanism: { kind: 'box', riseMm: f.riseMm, fallMm: f.fallMm, leftMm: f.leftMm, rightMm: f.rightMm }, asks: [] };
  }
}

/**
 * The standards of a view camera as one box: what the front rises and the back
 * falls go together. Figures that are not known count as missing, not as zero.
 */
function standardsMover(camera: ItemOf<'camera'>): Mover {
  const f = camera.specs;
  const specs = ['frontRiseMm', 'frontFallMm', 'frontShiftMm', 'rearRiseMm', 'rearFallMm', 'rearShiftMm'] as const;
  const { frontRiseMm, frontFallMm, frontShiftMm, rearRiseMm, rearFallMm, rearShiftMm } = f;
  if (
    frontRiseMm === null ||
    frontFallMm === null ||
    frontShiftMm === null ||
    rearRiseMm === null ||
    rearFallMm === null ||
    rearShiftMm === null
  ) {
    return {
      name: camera.name,
      mechanism: { kind: 'unknown' },
      asks: specs.filter((spec) => f[spec] === null).map((spec) => ask(camera, spec)),
    };
  }
  const across = frontShiftMm + rearShiftMm;
  return {
    name: camera.name,
    mechanism: { kind: 'box', riseMm: frontRiseMm + rearFallMm, fallMm: frontFallMm + rearRiseMm, leftMm: across, rightMm: across },
    asks: [],
  };
}

/** What a rig can do with lens and back, and what of it is not known. */
export function movesOf(parts: RigParts): Moves {
  const factor = rigFactor(parts);
  const movers: Mover[] = [];
  const k = factor.known ? factor.value : 1;
  // From the front: what stands before a converter moves the picture by the factor more or less.
  const own = parts.kind === 'held' ? null : slideMover(parts.lens);
  if (own) movers.push({ ...own, mechanism: scaled(own.mechanism, k) });
  if (parts.kind === 'view') movers.push(standardsMover(parts.camera));
  let ahead = k;
  for (const part of [...between(parts)].reverse()) {
    if (part.kind === 'converter') ahead /= part.specs.factor ?? 1;
    else {
      const mover = slideMover(part);
      if (mover) movers.push({ ...mover, mechanism: scaled(mover.mechanism, ahead) });
    }
  }
  const moving = movers.filter(({ mechanism }) => reachMm(mechanism) !== 0);
  const { mechanism, leftOut } =
    factor.known || moving.length === 0 ? together(moving) : { mechanism: { kind: 'unknown' as const }, leftOut: [] };
  const tilters = tiltersOf(parts);
  return {
    mechanism,
    tilters,
    leftOut,
    asks: [...(factor.known ? [] : factor.asks), ...movers.flatMap(({ asks }) => asks), ...tilters.flatMap(({ asks }) => asks)],
  };
}

function scaled(mechanism: Mechanism, k: number): Mechanism {
  switch (mechanism.kind) {
    case 'disc':
      return { kind: 'disc', radiusMm: mechanism.radiusMm * k };
    case 'line':
      return { ...mechanism, forwardMm: mechanism.forwardMm * k, backMm: mechanism.backMm * k };
    case 'box':
      return {
        kind: 'box',
        riseMm: mechanism.riseMm * k,
        fallMm: mechanism.fallMm * k,
        leftMm: mechanism.leftMm * k,
        rightMm: mechanism.rightMm * k,
      };
    case 'fixed':
    case 'unknown':
      return mechanism;
  }
}

/** The farthest that a mechanism goes in any direction, mm; `null` when not known. */
export function reachMm(mechanism: Mechanism): number | null {
  switch (mechanism.kind) {
    case 'unknown':
      return null;
    case 'fixed':
      return 0;
    case 'disc':
      return mechanism.radiusMm;
    case 'line':
      return Math.max(mechanism.forwardMm, mechanism.backMm);
    case 'box':
      return Math.hypot(Math.max(mechanism.riseMm, mechanism.fallMm), Math.max(mechanism.leftMm, mechanism.rightMm));
  }
}

/** Boxes add up, and so do discs; of unlike ones the one that reaches farthest counts and the rest is named as left out. */
function together(movers: readonly Mover[]): { readonly mechanism: Mechanism; readonly leftOut: readonly string[] } {
  const [first, ...rest] = movers;
  if (!first) return { mechanism: { kind: 'fixed' }, leftOut: [] };
  if (movers.some(({ mechanism }) => mechanism.kind === 'unknown')) return { mechanism: { kind: 'unknown' }, leftOut: [] };
  const sum = rest.reduce<Mechanism | null>((so, { mechanism }) => (so ? added(so, mechanism) : null), first.mechanism);
  if (sum) return { mechanism: sum, leftOut: [] };
  const most = movers.reduce((best, mover) => ((reachMm(mover.mechanism) ?? 0) > (reachMm(best.mechanism) ?? 0) ? mover : best), first);
  return { mechanism: most.mechanism, leftOut: movers.filter((mover) => mover !== most).map(({ name }) => name) };
}

function added(a: Mechanism, b: Mechanism): Mechanism | null {
  if (a.kind === 'box' && b.kind === 'box') {
    return {
      kind: 'box',
      riseMm: a.riseMm + b.riseMm,
      fallMm: a.fallMm + b.fallMm,
      leftMm: a.leftMm + b.leftMm,
      rightMm: a.rightMm + b.rightMm,
    };
  }
  if (a.kind === 'disc' && b.kind === 'disc') return { kind: 'disc', radiusMm: a.radiusMm + b.radiusMm };
  return null;
}

/**
 * How far the back of a rig can be turned either way, degrees; `null` when it cannot, or when that is not known.
 *
 * @param parts the components of a rig
 *
 * @example
 * rearMost(parts) // => null
 */
export function rearMost(parts: RigParts): { readonly tiltDeg: number; readonly swingDeg: number } | null {
  if (parts.kind !== 'view') return null;
  const { rearTiltDeg, rearSwingDeg } = parts.camera.specs;
  if (rearTiltDeg === null || rearSwingDeg === null || (rearTiltDeg === 0 && rearSwingDeg === 0)) return null;
  return { tiltDeg: rearTiltDeg, swingDeg: rearSwingDeg };
}

function tiltersOf(parts: RigParts): readonly Tilter[] {
  if (parts.kind === 'held') {
    return [{ by: 'hand', tiltDeg: null, swingDeg: null, oneWay: false, lock: 'free', pivotMm: null, asks: [] }];
  }
  const slides = [parts.lens, ...between(parts).filter((part) => part.kind === 'adapter')];
  const own = slides.flatMap((item): readonly Tilter[] => {
    const f = item.specs;
    if (f.tilts === 'none') return [];
    const base = { by: { item: item.name }, swingDeg: null, oneWay: f.tilts === 'oneWay', lock: f.tiltLock, pivotMm: f.pivotMm };
    if (f.tilts === null) return [{ ...base, tiltDeg: null, asks: [ask<SlideItem>(item, 'tilts')] }];
    return [
      {
        ...base,
        tiltDeg: f.tiltDeg,
        asks: (['tiltDeg', 'tiltLock'] as const).filter((spec) => f[spec] === null).map((spec) => ask<SlideItem>(item, spec)),
      },
    ];
  });
  if (parts.kind !== 'view') return own;
  const standard = (where: 'front' | 'rear', tilt: 'frontTiltDeg' | 'rearTiltDeg', swing: 'frontSwingDeg' | 'rearSwingDeg'): Tilter => ({
    by: where,
    tiltDeg: parts.camera.specs[tilt],
    swingDeg: parts.camera.specs[swing],
    oneWay: false,
    lock: null,
    pivotMm: null,
    asks: [tilt, swing].filter((spec) => parts.camera.specs[spec] === null).map((spec) => ask(parts.camera, spec)),
  });
  return [...own, standard('front', 'frontTiltDeg', 'frontSwingDeg'), standard('rear', 'rearTiltDeg', 'rearSwingDeg')].filter(
    ({ tiltDeg, swingDeg }) => !(tiltDeg === 0 && swingDeg === 0),
  );
}
