import { stepsText } from '@gangway/messages/web/bench/steps';
import type { StepDefinition, StepProps } from './step';
import { lazyPart } from '../../ui/lazyPart';

const DrawingPair = lazyPart(() => import('./DrawingPair'), 'DrawingPair');
const JoinedFinder = lazyPart(() => import('../stitch/JoinedFinder'), 'JoinedFinder');
const MosaicDrawing = lazyPart(() => import('../stitch/MosaicDrawing'), 'MosaicDrawing');
const StitchPanel = lazyPart(() => import('../stitch/StitchPanel'), 'StitchPanel');

/** How many frames, and where. */
export const stitch: StepDefinition = {
  id: 'stitch',
  name: stepsText.stitch,
  drawing: stepsText.framesInTheCircleAnd,
  View: StitchView,
  Below: null,
  thumb: ['aperture', 'focus'],
};

function StitchView({ geometry, later }: StepProps) {
  return (
    <DrawingPair
      id="stitch"
      first={{ name: stepsText.frames, shown: <MosaicDrawing geometry={geometry} /> }}
      second={{ name: stepsText.finder, shown: <JoinedFinder geometry={geometry} /> }}
      scale={null}
      panel={<StitchPanel geometry={later} />}
      tall
    />
  );
}
