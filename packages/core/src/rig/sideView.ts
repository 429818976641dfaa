import { rigText } from '@gangway/messages/core/rig';
import { between } from './parts';
import { adapterThickness, backDepth } from './flanges';
import { movesOf } from './moves';
import { bellowsInUse, flangeFocal, standards } from './reach';
import type { FrontPart, RigParts } from '../model/rig';
import type { Result } from './missing';

/** One part of the side view, along the axis from the sensor forward, mm. */
export interface Block {
  readonly kind:
    'sensor' | 'body' | 'adapter' | 'converter' | 'rear' | 'bellows' | 'front' | 'board' | 'lens' | 'ring' | 'filter' | 'hood' | 'gap';
  readonly name: string;
  readonly fromMm: number;
  readonly toMm: number;
  /** Half its height across the axis. */
  readonly halfMm: number;
  /** False where a length is not known and only drawn so that something stands there. */
  readonly known: boolean;
}

/** A flange or standard, with its distance from the sensor. */
export interface Plane {
  readonly name: string;
  readonly atMm: number;
}

export interface SideView {
  readonly blocks: readonly Block[];
  readonly planes: readonly Plane[];
  /** Where the lens must sit for infinity, mm from the sensor; `null` when not known. */
  readonly infinityMm: number | null;
  /** Rise and fall of what moves, mm; `null` when not known or when nothing does. */
  readonly travel: { readonly riseMm: number; readonly fallMm: number } | null;
  /** How far the front standard may stand, mm from the sensor; `null` without bellows. */
  readonly bellows: readonly [number, number] | null;
  readonly lengthMm: number;
  readonly halfMm: number;
}

const UNKNOWN_LENGTH_MM = 40;

/**
 * A rig from the side, focused at infinity, or as near to it as it comes; to scale as far as its lengths are known.
 *
 * @param parts the components of a rig
 *
 * @example
 * sideView(parts).blocks.length // => 3
 */
export function sideView(parts: RigParts): SideView {
  const blocks: Block[] = [];
  const planes: Plane[] = [];
  const half = (parts.back.specs.heightMm ?? 40) / 2;
  blocks.push({ kind: 'sensor', name: parts.back.name, fromMm: 0, toMm: 0, halfMm: half, known: parts.back.specs.heightMm !== null });
  const bodyHalf = half + 12;
  let z = 0;
  if (parts.back.kind === 'body' && parts.kind !== 'fixed') {
    const register = parts.back.specs.flangeDistanceMm;
    z = register ?? 20;
    blocks.push({ kind: 'body', name: parts.back.name, fromMm: 0, toMm: z, halfMm: bodyHalf, known: register !== null });
    planes.push({ name: rigText.flangeOfTheBody, atMm: z });
  }
  for (const part of between(parts)) {
    const { lensFlangeDistanceMm, bodyFlangeDistanceMm } = part.specs;
    const thick = part.kind === 'adapter' ? adapterThickness(part) : null;
    const length = blockLength(thick, lensFlangeDistanceMm, bodyFlangeDistanceMm);
    blocks.push({
      kind: part.kind,
      name: part.name,
      fromMm: z,
      toMm: z + (length ?? 20),
      halfMm: Math.max(30, half),
      known: length !== null,
    });
    z += length ?? 20;
  }
  let bellows: readonly [number, number] | null = null;
  let infinityMm: number | null = null;
  if (parts.kind === 'view') {
    const depth = backDepth(parts);
    z = depth.known ? depth.value : z;
    planes.push({ name: rigText.rearStandard, atMm: z });
    const seat = flangeFocal(parts.lens);
    const all = standards(parts);
    const inUse = bellowsInUse(parts);
    const apart = all.known ? Math.min(all.value.maxMm, Math.max(all.value.minMm, all.value.atInfinityMm)) : 100;
    if (inUse.known) bellows = [z + inUse.value[0], z + inUse.value[1]];
    const tall = Math.max(bodyHalf, 45);
    blocks.push({ kind: 'rear', name: rigText.rearStandard, fromMm: z - 4, toMm: z, halfMm: tall, known: true });
    blocks.push({
      kind: 'bellows',
      name: parts.bag ? rigText.bagBellows : rigText.bellows,
      fromMm: z,
      toMm: z + apart,
      halfMm: tall - 8,
      known: all.known,
    });
    blocks.push({ kind: 'front', name: rigText.frontStandard, fromMm: z + apart, toMm: z + apart + 4, halfMm: tall, known: all.known });
    planes.push({ name: rigText.frontStandard, atMm: z + apart });
    const offset = parts.board.specs.offsetMm;
    const [a, b] = [z + apart, z + apart + (offset ?? 0)];
    blocks.push({
      kind: 'board',
      name: parts.board.name,
      fromMm: Math.min(a, b),
      toMm: Math.max(a, b) + 2,
      halfMm: 32,
      known: offset !== null,
    });
    z = b;
    infinityMm = seat.known ? seat.value : null;
    planes.push({ name: rigText.seatOfTheLens, atMm: z });
  } else if (parts.kind === 'held') {
    const register = parts.lens.specs.flangeDistanceMm;
    infinityMm = register;
    if (register !== null && register > z) {
      blocks.push({ kind: 'gap', name: rigText.gapHeldByHand, fromMm: z, toMm: register, halfMm: 30, known: true });
      z = register;
    }
    planes.push({ name: rigText.flangeOfTheLens, atMm: z });
  } else if (parts.kind === 'mounted') {
    infinityMm = between(parts).some(({ kind }) => kind === 'converter') ? null : parts.lens.specs.flangeDistanceMm;
    if (parts.between.length > 0) planes.push({ name: rigText.flangeOfTheLens, atMm: z });
  } else {
    z = parts.lens.specs.focalMm ?? 30;
  }
  const { lengthMm, clearFrontMm, filterThreadMm, barrelDepthMm } = parts.lens.specs;
  const lensHalf = (filterThreadMm ?? clearFrontMm ?? 50) / 2 + 3;
  blocks.push({
    kind: 'lens',
    name: parts.lens.name,
    fromMm: z - (barrelDepthMm ?? 0),
    toMm: z + (lengthMm ?? UNKNOWN_LENGTH_MM),
    halfMm: lensHalf,
    known: lengthMm !== null,
  });
  z += lengthMm ?? UNKNOWN_LENGTH_MM;
  for (const part of parts.front) {
    const height = part.specs.heightMm;
    blocks.push({ kind: part.kind, name: part.name, fromMm: z, toMm: z + (height ?? 5), halfMm: frontHalf(part), known: height !== null });
    z += height ?? 5;
  }
  const { mechanism } = movesOf(parts);
  return {
    blocks,
    planes,
    infinityMm,
    travel: travelOfSide(mechanism),
    bellows,
    lengthMm: Math.max(z, bellows?.[1] ?? 0, ...blocks.map(({ toMm }) => toMm)),
    halfMm: Math.max(...blocks.map(({ halfMm }) => halfMm)),
  };
}

function blockLength(
  thick: Result<number> | null,
  lensFlangeDistanceMm: number | null,
  bodyFlangeDistanceMm: number | null,
): number | null {
  if (thick?.known) return thick.value;
  if (lensFlangeDistanceMm !== null && bodyFlangeDistanceMm !== null) return lensFlangeDistanceMm - bodyFlangeDistanceMm;
  return null;
}

function frontHalf(part: FrontPart): number {
  const { specs } = part;
  const across = 'frontThreadMm' in specs ? specs.frontThreadMm : Math.max(specs.clearMm ?? 0, specs.threadMm ?? 0);
  return (across === null || across === 0 ? 50 : across) / 2 + 2;
}

function travelOfSide(mechanism: ReturnType<typeof movesOf>['mechanism']): SideView['travel'] {
  switch (mechanism.kind) {
    case 'unknown':
    case 'fixed':
      return null;
    case 'disc':
      return { riseMm: mechanism.radiusMm, fallMm: mechanism.radiusMm };
    case 'box':
      return { riseMm: mechanism.riseMm, fallMm: mechanism.fallMm };
    case 'line': {
      const share = Math.sin((mechanism.angleDeg * Math.PI) / 180);
      return {
        riseMm: Math.max(mechanism.forwardMm * share, -mechanism.backMm * share),
        fallMm: Math.max(-mechanism.forwardMm * share, mechanism.backMm * share),
      };
    }
  }
}
