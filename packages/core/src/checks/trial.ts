import { STATE_ORDER, type FindingState } from '../state';
import { patched } from '../setup/patch';
import { check, spareOf } from './checks';
import { FINDING_KINDS, type FindingKind, type Remedy, type Spare } from './finding';
import type { SetupPatch, SetupSettings } from '../model/setup';

/** The finest movement that a remedy asks for, mm: what a movement scale is read to. */
export const SCALE_STEP_MM = 0.1;
export const MOST_OFFERED = 3;

/** What a patch leaves to spare if it cures the finding without making another worse; `null` when it does not. */
export type Trial = (patch: SetupPatch) => Spare | null;

/** What a tilt brings with it and is seen to afterwards: it stops no remedy. */
const ADVICE: ReadonlySet<FindingKind> = new Set(['tiltScale', 'composed']);

/** Tries changes on a stand for the sake of one finding. */
export function trialOf(kind: FindingKind, settings: SetupSettings): Trial {
  const others = FINDING_KINDS.filter((other) => other !== kind && !ADVICE.has(other)).map((other) => ({
    kind: other,
    rank: rank(check(other, settings)?.state),
  }));
  return (patch) => {
    const next = patched(settings, patch);
    const found = check(kind, next);
    // What is no longer asked is cured as well.
    if (found !== null && found.state !== 'holds') return null;
    if (others.some((other) => rank(check(other.kind, next)?.state) < other.rank)) return null;
    return (found && spareOf(found)) ?? { value: 0, unit: '' };
  };
}

/** What is not asked is as good as what holds. */
function rank(state: FindingState = 'holds'): number {
  return STATE_ORDER.indexOf(state);
}

export function offer(control: Remedy['control'], patch: SetupPatch, trial: Trial): Remedy | null {
  const leaves = trial(patch);
  return leaves === null ? null : { control, patch, leaves };
}

/** Tenths of a millimetre as the nearest double, so that 9.4 is stored as 9.4. */
export function onStep(steps: number): number {
  return Math.round(steps) / Math.round(1 / SCALE_STEP_MM);
}

/** The frame turned the other way. */
export function turnedFrame(settings: SetupSettings, trial: Trial): Remedy | null {
  const { widthMm, heightMm } = settings.rig.back;
  if (widthMm === heightMm) return null;
  return offer('orientation', { orientation: settings.orientation === 'landscape' ? 'portrait' : 'landscape' }, trial);
}
