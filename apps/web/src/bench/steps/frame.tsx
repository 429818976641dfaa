import { stepsText } from '@gangway/messages/web/bench/steps';
import { LevelScale, UprightScale } from '../movements/MovementScales';
import type { StepDefinition, StepProps } from './step';
import { CircleDrawing } from '../circle/CircleDrawing';
import { movementEdit } from '../movements/movementEdit';
import { lazyPart } from '../../ui/lazyPart';

// The 3D view and its package load only when the Finder is shown.
const Finder = lazyPart(() => import('../finder/Finder'), 'Finder');
const DrawingPair = lazyPart(() => import('./DrawingPair'), 'DrawingPair');
const FramePanel = lazyPart(() => import('../frame/FramePanel'), 'FramePanel');

/** Fine composition. */
export const frame: StepDefinition = {
  id: 'frame',
  name: stepsText.frame,
  drawing: stepsText.finderAndMovements,
  View: FrameView,
  Below: LevelScale,
  thumb: ['rise', 'shift', 'aperture', 'focus'],
};

function FrameView({ geometry, later, readingId }: StepProps) {
  return (
    <DrawingPair
      id="frame"
      first={{ name: stepsText.finder, shown: <Finder geometry={geometry} /> }}
      second={{
        name: stepsText.circle,
        shown: <CircleDrawing geometry={geometry} onMove={movementEdit.move} readingId={readingId} />,
      }}
      scale={<UprightScale geometry={geometry} />}
      panel={<FramePanel geometry={later} />}
      tall={geometry.settings.orientation === 'portrait'}
    />
  );
}
