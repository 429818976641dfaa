import type { BenchStep } from '@gangway/core/model/step';
import { card } from './card';
import { coverage } from './coverage';
import { expose } from './expose';
import { focus } from './focus';
import { frame } from './frame';
import { position } from './position';
import type { StepDefinition } from './step';
import { stitch } from './stitch';

/** The steps of the bench in the order in which the work goes. A step without its definition is a type error. */
export const STEPS: Readonly<Record<BenchStep, StepDefinition>> = { position, frame, coverage, focus, stitch, expose, card };

/** The step of a name as it comes from an address; `null` for none. */
export function stepNamed(name: string | null): StepDefinition | null {
  return Object.values(STEPS).find(({ id }) => id === name) ?? null;
}
