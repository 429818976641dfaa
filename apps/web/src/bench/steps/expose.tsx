import { stepsText } from '@gangway/messages/web/bench/steps';
import { LogHere } from '../LogHere';
import type { StepDefinition, StepProps } from './step';
import { lazyPart } from '../../ui/lazyPart';

const DrawingPair = lazyPart(() => import('./DrawingPair'), 'DrawingPair');
const ExposePanel = lazyPart(() => import('../expose/ExposePanel'), 'ExposePanel');
const ExposeSheet = lazyPart(() => import('../expose/ExposeSheet'), 'ExposeSheet');
const FollowingFinder = lazyPart(() => import('../finder/FollowingFinder'), 'FollowingFinder');

/** From the meter to the shutter. */
export const expose: StepDefinition = {
  id: 'expose',
  name: stepsText.expose,
  drawing: stepsText.fromTheMeterToThe,
  View: ExposeView,
  Below: null,
  thumb: ['aperture'],
};

function ExposeView({ geometry, later }: StepProps) {
  return (
    <DrawingPair
      id="expose"
      first={{
        name: stepsText.exposure,
        flows: true,
        shown: (
          <div className="grid h-full min-h-0 min-w-0 grid-rows-[auto_minmax(0,1fr)]">
            <div className="px-2 py-1">
              <h2 className="sr-only">{stepsText.exposure}</h2>
              <LogHere geometry={geometry} />
            </div>
            <ExposeSheet geometry={geometry} />
          </div>
        ),
      }}
      second={{ name: stepsText.finder, shown: <FollowingFinder geometry={geometry} read={later} exposing /> }}
      scale={null}
      panel={<ExposePanel geometry={geometry} />}
      tall
    />
  );
}
