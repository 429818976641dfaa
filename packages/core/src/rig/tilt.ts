import { movementsText } from '@gangway/messages/core/rig/movements';
import type { TiltMechanism } from '../focus/tiltMechanism';
import { ask, type MissingValue } from './missing';
import { movesOf, rearMost } from './moves';
import { between } from './parts';
import type { ShiftPosition, Mechanism } from '../model/movements';
import type { RigParts } from '../model/rig';

/** What tilts a lens: the front standard, the hand, or an item by its name. */
export type Tilting = 'standard' | 'hand' | { readonly item: string };

/** What tilts a lens, as a sentence names it. */
export function tiltingName(by: Tilting): string {
  if (by === 'standard') return movementsText.theFrontStandard;
  return by === 'hand' ? movementsText.theHand : by.item;
}

/** What tilts the lens of a rig, and how far; angles in degrees, lengths in mm. */
export type LensTilt =
  | { readonly kind: 'none' }
  /** Something tilts, but how far or which way is not known. */
  | { readonly kind: 'unknown'; readonly by: Tilting; readonly asks: readonly MissingValue[] }
  /** A tilting lens or adapter: one tilt, its direction locked to the shift's or turning by itself. */
  | {
      readonly kind: 'mount';
      readonly by: Tilting;
      readonly maxDeg: number;
      readonly oneWay: boolean;
      readonly lock: 'parallel' | 'crossed' | 'free';
      readonly stepDeg: number | null;
    }
  /** The front standard of a view camera: tilt and swing by themselves. */
  | {
      readonly kind: 'standard';
      readonly by: Tilting;
      readonly tiltDeg: number;
      readonly swingDeg: number;
    }
  /** A lens in the hand: as far as its edge lets it, which `heldLens` finds. */
  | { readonly kind: 'hand'; readonly by: Tilting };

/**
 * What tilts the lens. Of several that tilt the lens or an adapter the nearer to the lens counts.
 *
 * @param parts the components of a rig
 *
 * @example
 * lensTilt(parts).kind // => 'mount'
 */
export function lensTilt(parts: RigParts): LensTilt {
  if (parts.kind === 'held') return { kind: 'hand', by: 'hand' };
  const slides = [parts.lens, ...[...between(parts)].reverse().filter((part) => part.kind === 'adapter')];
  const item =
    slides.find(({ specs }) => specs.tilts !== 'none' && specs.tilts !== null) ?? slides.find(({ specs }) => specs.tilts === null);
  if (item && item.specs.tilts !== null) {
    const { tilts, tiltDeg, tiltLock, tiltStepDeg } = item.specs;
    if (tiltDeg === null || tiltLock === null) {
      return {
        kind: 'unknown',
        by: { item: item.name },
        asks: (['tiltDeg', 'tiltLock'] as const).filter((spec) => item.specs[spec] === null).map((spec) => ask<typeof item>(item, spec)),
      };
    }
    return {
      kind: 'mount',
      by: { item: item.name },
      maxDeg: tiltDeg,
      oneWay: tilts === 'oneWay',
      lock: tiltLock,
      stepDeg: tiltStepDeg,
    };
  }
  if (parts.kind === 'view') {
    const { frontTiltDeg, frontSwingDeg } = parts.camera.specs;
    if (frontTiltDeg === null || frontSwingDeg === null) {
      return {
        kind: 'unknown',
        by: 'standard',
        asks: (['frontTiltDeg', 'frontSwingDeg'] as const)
          .filter((spec) => parts.camera.specs[spec] === null)
          .map((spec) => ask(parts.camera, spec)),
      };
    }
    if (frontTiltDeg === 0 && frontSwingDeg === 0) return { kind: 'none' };
    return {
      kind: 'standard',
      by: 'standard',
      tiltDeg: frontTiltDeg,
      swingDeg: frontSwingDeg,
    };
  }
  if (item) return { kind: 'unknown', by: { item: item.name }, asks: [ask<typeof item>(item, 'tilts')] };
  return { kind: 'none' };
}

/**
 * What the tilt mechanism allows where the slides stand. A tilt locked to the
 * shift has the direction of the shift or the one across it, and any direction
 * while nothing is shifted; `null` when it is not known.
 */
export function tiltMechanism(parts: RigParts, { riseMm, shiftMm }: ShiftPosition, handDeg: number | null): TiltMechanism | null {
  const tilt = lensTilt(parts);
  switch (tilt.kind) {
    case 'none':
      return { kind: 'cone', maxDeg: 0 };
    case 'unknown':
      return null;
    case 'hand':
      return handDeg === null ? null : { kind: 'cone', maxDeg: handDeg };
    case 'standard':
      return { kind: 'box', tiltDeg: [-tilt.tiltDeg, tilt.tiltDeg], swingDeg: [-tilt.swingDeg, tilt.swingDeg] };
    case 'mount': {
      const { maxDeg, oneWay, lock } = tilt;
      const moves = movesOf(parts).mechanism;
      const along = shiftDirection(moves, riseMm, shiftMm);
      if (lock === 'free' || along === null) {
        return moves.kind === 'fixed' && lock !== 'free' ? null : { kind: 'cone', maxDeg };
      }
      // A shift at 90° (up) with the tilt along it nods: 0° on the scale of directions of tilt.
      const angleDeg = lock === 'parallel' ? 90 - along : -along;
      return { kind: 'line', angleDeg, rangeDeg: [oneWay ? 0 : -maxDeg, maxDeg] };
    }
  }
}

function shiftDirection(moves: Mechanism, riseMm: number, shiftMm: number): number | null {
  if (moves.kind === 'line') return moves.angleDeg;
  if (Math.hypot(riseMm, shiftMm) < 0.05) return null;
  return (Math.atan2(riseMm, shiftMm) * 180) / Math.PI;
}

/** What the back can be turned, as a mechanism; `null` where it cannot. */
export function rearMechanism(parts: RigParts): Extract<TiltMechanism, { kind: 'box' }> | null {
  const most = rearMost(parts);
  return most && { kind: 'box', tiltDeg: [-most.tiltDeg, most.tiltDeg], swingDeg: [-most.swingDeg, most.swingDeg] };
}
