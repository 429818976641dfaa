import { stepsText } from '@gangway/messages/web/bench/steps';
import { lazy } from 'react';
import { PANEL, WITH_PANEL } from './layout';
import type { StepDefinition, StepProps } from './step';

const StitchDrawings = lazy(() => import('../stitch/StitchDrawings').then((module) => ({ default: module.StitchDrawings })));
const StitchPanel = lazy(() => import('../stitch/StitchPanel').then((module) => ({ default: module.StitchPanel })));

/** How many frames, and where. */
export const stitch: StepDefinition = {
  id: 'stitch',
  name: stepsText.stitch,
  drawing: stepsText.framesInTheCircleAnd,
  View: StitchView,
  Below: null,
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
