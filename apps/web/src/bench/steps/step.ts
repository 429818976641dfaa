import type { Geometry } from '@gangway/core/geometry/geometry';
import type { BenchStep } from '@gangway/core/model/step';
import type { ComponentType } from 'react';

/** What a step is shown of a setup. */
export interface StepProps {
  /** As it is now: drawings and scales follow the hand. */
  readonly geometry: Geometry;
  /** As it was some times a second: what is read, not dragged. */
  readonly later: Geometry;
  /** The id of the drawing in words, which a drawing names as its description. */
  readonly readingId: string;
}

/** A scale that a phone shows at the thumb. */
export type ThumbScale = 'rise' | 'shift' | 'aperture' | 'focus' | 'tilt' | 'swing';

/** One step of the bench, whole: its name, which drawing is large, what is shown, and what stands below it. */
export interface StepDefinition {
  readonly id: BenchStep;
  readonly name: string;
  /** What the large drawing is called. */
  readonly drawing: string;
  readonly View: ComponentType<StepProps>;
  /** The scale below the drawing; `null` for none. */
  readonly Below: ComponentType<Pick<StepProps, 'geometry'>> | null;
  /** The scales to choose from on a phone, the first one shown at first. */
  readonly thumb: readonly ThumbScale[];
}
