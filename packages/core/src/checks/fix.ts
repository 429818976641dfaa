import type { Message } from '@gangway/messages/say';
import type { SetupPatch } from '../model/setup';

/** What is left to spare, in the unit of the control that it is counted in; a ratio has none. */
export interface Margin {
  readonly value: number;
  readonly unit: 'mm' | 'm' | '°' | 'stops' | 'px' | 'µm' | 'GB' | 'frames' | '%' | '';
}

/** A change that makes its check pass, with the margin then. */
export interface Fix {
  readonly control:
    | 'aperture'
    | 'rise'
    | 'shift'
    | 'both'
    | 'orientation'
    | 'distance'
    | 'height'
    | 'turn'
    | 'level'
    | 'choice'
    | 'shade'
    | 'focus'
    | 'tilt'
    | 'several'
    | 'mosaic'
    | 'exposure';
  readonly patch: SetupPatch;
  /** What it sets, where the patch alone does not say it. */
  readonly label?: Message;
  readonly leaves: Margin;
}

/** What a change leaves to spare if its check passes with it and no other becomes worse; `null` when not. */
export type Trial = (patch: SetupPatch) => Margin | null;

/** The finest movement that a fix asks for, mm: what a movement scale is read to. */
export const SCALE_STEP_MM = 0.1;

/** A change as a fix, if it passes its trial. */
export function offer(control: Fix['control'], patch: SetupPatch, trial: Trial, label?: Message): Fix | null {
  const leaves = trial(patch);
  return leaves === null ? null : { control, patch, leaves, ...(label !== undefined && { label }) };
}

/** Tenths of a millimetre as the nearest double, so that 9.4 is stored as 9.4. */
export function onStep(steps: number): number {
  return Math.round(steps) / Math.round(1 / SCALE_STEP_MM) + 0;
}

/** The first of several changes that passes its trial; later ones are not tried. */
export function firstOffer(control: Fix['control'], patches: Iterable<SetupPatch>, trial: Trial): Fix | null {
  for (const patch of patches) {
    const fix = offer(control, patch, trial);
    if (fix) return fix;
  }
  return null;
}
