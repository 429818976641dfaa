import { stepsText } from '@gangway/messages/web/bench/steps';
import type { StepDefinition, StepProps } from './step';
import { lazyPart } from '../../ui/lazyPart';

const CardPanel = lazyPart(() => import('../card/CardPanel'), 'CardPanel');

/** The list for the location. */
export const card: StepDefinition = {
  id: 'card',
  name: stepsText.card,
  drawing: stepsText.theListForTheSpot,
  View: CardView,
  Below: null,
  thumb: [],
};

function CardView({ geometry }: StepProps) {
  return <CardPanel geometry={geometry} />;
}
