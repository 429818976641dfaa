import { stepsText } from '@gangway/messages/web/bench/steps';
import { LevelScale, UprightScale } from '../movements/MovementScales';
import { PANEL, WITH_PANEL } from './layout';
import type { StepDefinition, StepProps } from './step';
import { lazyPart } from '../../ui/lazyPart';

// The 3D view and its package load only when the Finder is shown.
const Finder = lazyPart(() => import('../finder/Finder'), 'Finder');
const FramePanel = lazyPart(() => import('../frame/FramePanel'), 'FramePanel');

/** Fine composition. */
export const frame: StepDefinition = {
  id: 'frame',
  name: stepsText.frame,
  drawing: stepsText.finderAndMovements,
  View: FrameView,
  Below: LevelScale,
  Beside: null,
};

function FrameView({ geometry, later }: StepProps) {
  return (
    <div className={WITH_PANEL}>
      <div className={PANEL}>
        <FramePanel geometry={later} />
      </div>
      <div className="min-h-0 min-w-0 max-lg:h-[24rem]">
        <Finder geometry={geometry} />
      </div>
      <UprightScale geometry={geometry} />
    </div>
  );
}
