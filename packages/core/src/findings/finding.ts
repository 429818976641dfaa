import type { DefinitionBasis } from '../coverage/circle';
import type { Corner } from '../coverage/frame';
import type { CircleMargin } from '../coverage/standCoverage';
import type { Edge } from '../scene/inFrame';
import type { FindingState } from '../state';
import type { StandPatch } from '../stand/settings';

/** What a finding is about; one of each in a stand. */
export const FINDING_KINDS = ['inFrame', 'lightCircle', 'sharpCircle', 'travel'] as const;
export type FindingKind = (typeof FINDING_KINDS)[number];

/** A change that makes its finding hold; `leavesMm` is the margin then. */
export interface Remedy {
  readonly control: 'aperture' | 'rise' | 'shift' | 'both' | 'orientation' | 'distance' | 'several';
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

/** Is the subject in the picture? */
export interface InFrameFinding extends FindingBase {
  readonly kind: 'inFrame';
  /** What the nearest edge of the frame has to spare, mm on the sensor; negative when the subject goes beyond it, `null` when part of it lies behind the camera. */
  readonly spareMm: number | null;
  readonly edge: Edge;
}

export type Finding = InFrameFinding | LightCircleFinding | SharpCircleFinding | TravelFinding;
