import { STATE_ORDER } from '../state';
import { check, type Check } from './checks';
import { FINDING_KINDS, type Finding, type FindingKind, type Remedy } from './finding';
import { isExposureKind } from './exposureKinds';
import { exposureRemedies } from './exposureRemedies';
import { isFocusKind } from './focusKinds';
import { focusRemedies } from './focusRemedies';
import { isMosaicKind, mosaicRemedies } from './mosaicRemedies';
import { quickRemedies } from './remedies';
import { trialOf } from './trial';
import type { SetupSettings } from '../model/setup';

/** The remedies of a finding, quick or slow. */
function remediesFor(found: Check, settings: SetupSettings): readonly Remedy[] {
  const { kind, state } = found;
  if (isExposureKind(kind))
    return state === 'holds' || state === 'unknown' ? [] : exposureRemedies(kind, settings, trialOf(kind, settings));
  if (settings.mosaic && isMosaicKind(kind))
    return state === 'holds' || state === 'unknown' ? [] : mosaicRemedies(kind, settings, trialOf(kind, settings));
  if (!isFocusKind(kind)) return quickRemedies(found, settings);
  return state === 'holds' || state === 'unknown' ? [] : focusRemedies(kind, settings, trialOf(kind, settings));
}

/** The remedies of every finding that has some; seeking them takes some milliseconds. */
export function remediesOf(settings: SetupSettings): Partial<Record<FindingKind, readonly Remedy[]>> {
  return Object.fromEntries(
    FINDING_KINDS.flatMap((kind) => {
      const found = check(kind, settings);
      return found ? [[kind, remediesFor(found, settings)]] : [];
    }),
  );
}

/** All findings of a stand, worst first, each with the remedies that were tried and cure it. */
export function findings(settings: SetupSettings): readonly Finding[] {
  const all = FINDING_KINDS.flatMap((kind): readonly Finding[] => {
    const found = check(kind, settings);
    return found ? [{ ...found, remedies: remediesFor(found, settings) }] : [];
  });
  return all.sort((a, b) => STATE_ORDER.indexOf(a.state) - STATE_ORDER.indexOf(b.state));
}
