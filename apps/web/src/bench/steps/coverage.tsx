import { stepsText } from '@gangway/messages/web/bench/steps';
import { CircleDrawing } from '../circle/CircleDrawing';
import { LevelScale, UprightScale } from '../movements/MovementScales';
import type { StepDefinition, StepProps } from './step';
import { movementEdit } from '../movements/movementEdit';
import { lazyPart } from '../../ui/lazyPart';

const CircleAside = lazyPart(() => import('../circle/CircleAside'), 'CircleAside');

/** Whether every corner is in the circle. */
export const coverage: StepDefinition = {
  id: 'coverage',
  name: stepsText.coverage,
  drawing: stepsText.circleAndMovements,
  View: CoverView,
  Below: LevelScale,
  thumb: ['rise', 'shift', 'aperture', 'focus'],
  Beside: CircleAside,
};

function CoverView({ geometry, readingId }: StepProps) {
  return (
    <div className="grid min-h-0 grid-cols-[minmax(0,1fr)_auto] max-sm:h-[21rem]">
      <CircleDrawing geometry={geometry} onMove={movementEdit.move} readingId={readingId} />
      <UprightScale geometry={geometry} />
    </div>
  );
}
