import type { FindingKind } from './finding';

/** The findings about exposure. */
export const EXPOSURE_KINDS = ['time', 'reciprocity', 'flash', 'readout', 'diffraction', 'shake', 'film'] as const;
export type ExposureKind = (typeof EXPOSURE_KINDS)[number];

export function isExposureKind(kind: FindingKind): kind is ExposureKind {
  return (EXPOSURE_KINDS as readonly string[]).includes(kind);
}
