import { stepsText } from '@gangway/messages/web/bench/steps';
import { LogHere } from '../LogHere';
import { PANEL, WITH_SHEET } from './layout';
import type { StepDefinition, StepProps } from './step';
import { lazyPart } from '../../ui/lazyPart';

const ExposePanel = lazyPart(() => import('../expose/ExposePanel'), 'ExposePanel');
const ExposeSheet = lazyPart(() => import('../expose/ExposeSheet'), 'ExposeSheet');

/** From the meter to the shutter. */
export const expose: StepDefinition = {
  id: 'expose',
  name: stepsText.expose,
  drawing: stepsText.fromTheMeterToThe,
  View: ExposeView,
  Below: null,
  thumb: ['aperture'],
  Beside: null,
};

function ExposeView({ geometry }: StepProps) {
  return (
    <div className={WITH_SHEET}>
      <div className={PANEL}>
        <ExposePanel geometry={geometry} />
      </div>
      <div className="grid min-h-0 min-w-0 grid-rows-[auto_minmax(0,1fr)]">
        <div className="px-2 py-1">
          <LogHere geometry={geometry} />
        </div>
        <ExposeSheet geometry={geometry} />
      </div>
    </div>
  );
}
