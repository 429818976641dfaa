import type { FindingKind } from './finding';

/** The findings about focus. */
export const FOCUS_KINDS = ['pins', 'soft', 'tiltTravel', 'tiltScale', 'reach', 'composed'] as const;

export function isFocusKind(kind: FindingKind): kind is (typeof FOCUS_KINDS)[number] {
  return (FOCUS_KINDS as readonly string[]).includes(kind);
}
