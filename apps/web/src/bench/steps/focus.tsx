import { stepsText } from '@gangway/messages/web/bench/steps';
import { PANEL, WITH_PANEL } from './layout';
import type { StepDefinition, StepProps } from './step';
import { lazyPart } from '../../ui/lazyPart';

const FocusPanel = lazyPart(() => import('../focus/FocusPanel'), 'FocusPanel');
const FocusScales = lazyPart(() => import('../focus/FocusScales'), 'FocusScales');
const FollowingFinder = lazyPart(() => import('../finder/FollowingFinder'), 'FollowingFinder');
const SectionDrawing = lazyPart(() => import('../section/SectionDrawing'), 'SectionDrawing');
const TiltScale = lazyPart(() => import('../focus/FocusScales'), 'TiltScale');

/** Where the plane of sharp focus goes, and which aperture. */
export const focus: StepDefinition = {
  id: 'focus',
  name: stepsText.focus,
  drawing: stepsText.sectionFinderAndTilt,
  View: FocusView,
  Below: FocusScales,
  Beside: null,
};

function FocusView({ geometry, later }: StepProps) {
  return (
    <div className={WITH_PANEL}>
      <div className={PANEL}>
        <FocusPanel geometry={later} />
      </div>
      <div className="grid min-h-0 min-w-0 grid-rows-[minmax(0,1fr)_minmax(0,1fr)] gap-2 max-lg:h-[44rem]">
        <SectionDrawing geometry={geometry} />
        <FollowingFinder geometry={geometry} read={later} />
      </div>
      <TiltScale geometry={geometry} />
    </div>
  );
}
