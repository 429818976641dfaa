import { stepsText } from '@gangway/messages/web/bench/steps';
import { lazy } from 'react';
import { PANEL, WITH_PANEL } from './layout';
import type { StepDefinition, StepProps } from './step';

const FocusPanel = lazy(() => import('../focus/FocusPanel').then((module) => ({ default: module.FocusPanel })));
const FocusScales = lazy(() => import('../focus/FocusScales').then((module) => ({ default: module.FocusScales })));
const FollowingFinder = lazy(() => import('../finder/FollowingFinder').then((module) => ({ default: module.FollowingFinder })));
const SectionDrawing = lazy(() => import('../section/SectionDrawing').then((module) => ({ default: module.SectionDrawing })));
const TiltScale = lazy(() => import('../focus/FocusScales').then((module) => ({ default: module.TiltScale })));

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
