import { stepsText } from '@gangway/messages/web/bench/steps';
import type { StepDefinition, StepProps } from './step';
import { lazyPart } from '../../ui/lazyPart';

const DrawingPair = lazyPart(() => import('./DrawingPair'), 'DrawingPair');
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
  thumb: ['tilt', 'swing', 'focus', 'aperture'],
};

function FocusView({ geometry, later }: StepProps) {
  return (
    <DrawingPair
      id="focus"
      first={{ name: stepsText.finder, shown: <FollowingFinder geometry={geometry} read={later} focusing /> }}
      second={{ name: stepsText.section, shown: <SectionDrawing geometry={geometry} /> }}
      scale={<TiltScale geometry={geometry} />}
      panel={<FocusPanel geometry={later} />}
      tall={geometry.settings.orientation === 'portrait'}
    />
  );
}
