import { stepsText } from '@gangway/messages/web/bench/steps';
import { lazy } from 'react';
import type { StepDefinition, StepProps } from './step';

const CardPanel = lazy(() => import('../card/CardPanel').then((module) => ({ default: module.CardPanel })));

/** The list for the location. */
export const card: StepDefinition = {
  id: 'card',
  name: stepsText.card,
  drawing: stepsText.theListForTheSpot,
  View: CardView,
  Below: null,
  Beside: null,
};

function CardView({ geometry }: StepProps) {
  return <CardPanel geometry={geometry} />;
}
