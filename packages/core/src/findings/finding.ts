import type { DefinitionBasis } from '../coverage/circle';
import type { Corner } from '../coverage/frame';
import type { CircleMargin } from '../coverage/standCoverage';
import type { FindingState } from '../state';
import type { StandPatch } from '../stand/settings';

/** What a finding is about; one of each in a stand. */
export const FINDING_KINDS = ['lightCircle', 'sharpCircle', 'travel'] as const;
export type FindingKind = (typeof FINDING_KINDS)[number];

/** A change that makes its finding hold; `leavesMm` is the margin then. */
export interface Remedy {
  readonly control: 'aperture' | 'rise' | 'shift' | 'both' | 'orientation' | 'several';
  readonly patch: StandPatch;
  readonly leavesMm: number;
}

interface FindingBase {
  readonly state: FindingState;
  readonly remedies: readonly Remedy[];
}

/** Are all corners lit? */
export interface LightCircleFinding extends FindingBase {
  readonly kind: 'lightCircle';
  readonly margin: CircleMargin | null;
  readonly corners: readonly Corner[];
  readonly diameterMm: number | null;
  readonly frameDiagonalMm: number;
}

/** Are all corners inside the circle of good definition at the aperture set? */
export interface SharpCircleFinding extends FindingBase {
  readonly kind: 'sharpCircle';
  readonly margin: CircleMargin | null;
  readonly corners: readonly Corner[];
  readonly fNumber: number;
  readonly diameterMm: number | null;
  readonly basis: DefinitionBasis | null;
  readonly frameDiagonalMm: number;
}

/** Can the slides take this position? */
export interface TravelFinding extends FindingBase {
  readonly kind: 'travel';
  readonly spareMm: number | null;
  readonly stop: string | null;
  readonly fixed: boolean;
}

export type Finding = LightCircleFinding | SharpCircleFinding | TravelFinding;
