import { stepsText } from '@gangway/messages/web/bench/steps';
import { PANEL, WITH_PANEL } from './layout';
import type { StepDefinition, StepProps } from './step';
import { lazyPart } from '../../ui/lazyPart';

const StitchDrawings = lazyPart(() => import('../stitch/StitchDrawings'), 'StitchDrawings');
const StitchPanel = lazyPart(() => import('../stitch/StitchPanel'), 'StitchPanel');

/** How many frames, and where. */
export const stitch: StepDefinition = {
  id: 'stitch',
  name: stepsText.stitch,
  drawing: stepsText.framesInTheCircleAnd,
  View: StitchView,
  Below: null,
  thumb: ['aperture', 'focus'],
  Beside: null,
};

function StitchView({ geometry, later }: StepProps) {
  return (
    <div className={WITH_PANEL}>
      <div className={PANEL}>
        <StitchPanel geometry={later} />
      </div>
      <StitchDrawings geometry={geometry} />
    </div>
  );
}
