import type { Stack } from '../fields/stack';
import { alongAxisMm } from './standards';

/** What a stack is of: the focus of its first shot, and the rest of it. */
interface Stacked {
  readonly focusM: number | null;
  readonly stack: Stack | null;
  readonly rig: { readonly lens: { readonly focalMm: number } };
}

/**
 * From the lens to the image of what each shot is focused on, along the lens
 * axis, mm, in the order of the shots: even steps on the rail from the first
 * focus to the last. One for a single shot.
 *
 * @param settings focus, stack and lens of a setup
 *
 * @example
 * stackAlongMm({ focusM: 0.2, stack: { shots: 3, lastFocusM: null }, rig: { lens: { focalMm: 100 } } }) // => [200, 150, 100]
 */
export function stackAlongMm({ focusM, stack, rig }: Stacked): readonly number[] {
  const { focalMm } = rig.lens;
  const first = alongAxisMm(focalMm, focusM);
  if (stack === null) return [first];
  const last = alongAxisMm(focalMm, stack.lastFocusM);
  return Array.from({ length: stack.shots }, (_, i) => first + ((last - first) * i) / (stack.shots - 1));
}
