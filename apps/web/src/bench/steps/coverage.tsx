import { stepsText } from '@gangway/messages/web/bench/steps';
import { CircleDrawing } from '../circle/CircleDrawing';
import { LevelScale, UprightScale } from '../movements/MovementScales';
import type { StepDefinition, StepProps } from './step';
import { movementEdit } from '../movements/movementEdit';
import { lazyPart } from '../../ui/lazyPart';

const CirclePanel = lazyPart(() => import('../circle/CirclePanel'), 'CirclePanel');
const DrawingPair = lazyPart(() => import('./DrawingPair'), 'DrawingPair');
const FollowingFinder = lazyPart(() => import('../finder/FollowingFinder'), 'FollowingFinder');

/** Whether every corner is in the circle. */
export const coverage: StepDefinition = {
  id: 'coverage',
  name: stepsText.coverage,
  drawing: stepsText.circleAndMovements,
  View: CoverView,
  Below: LevelScale,
  thumb: ['rise', 'shift', 'aperture', 'focus'],
};

function CoverView({ geometry, later, readingId }: StepProps) {
  return (
    <DrawingPair
      id="coverage"
      first={{
        name: stepsText.circle,
        shown: <CircleDrawing geometry={geometry} onMove={movementEdit.move} readingId={readingId} />,
      }}
      second={{ name: stepsText.finder, shown: <FollowingFinder geometry={geometry} read={later} /> }}
      scale={<UprightScale geometry={geometry} />}
      panel={<CirclePanel geometry={later} />}
      tall
      shares={[59, 50]}
    />
  );
}
