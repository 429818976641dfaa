import { stepsText } from '@gangway/messages/web/bench/steps';
import { LevelScale, UprightScale } from '../movements/MovementScales';
import type { StepDefinition, StepProps } from './step';
import { lazyPart } from '../../ui/lazyPart';

const DrawingPair = lazyPart(() => import('./DrawingPair'), 'DrawingPair');
const FollowingFinder = lazyPart(() => import('../finder/FollowingFinder'), 'FollowingFinder');
const PlaceDrawing = lazyPart(() => import('../place/PlaceDrawing'), 'PlaceDrawing');
const StartChoices = lazyPart(() => import('../scene/StartChoices'), 'StartChoices');
const ScenePanel = lazyPart(() => import('../scene/ScenePanel'), 'ScenePanel');

/** Where the tripod stands, and to what. */
export const position: StepDefinition = {
  id: 'position',
  name: stepsText.position,
  drawing: stepsText.placeAndMovements,
  View: SetupView,
  Below: LevelScale,
  thumb: ['rise', 'shift', 'focus', 'aperture'],
};

function SetupView({ geometry, later }: StepProps) {
  const { scene, orientation } = geometry.settings;
  if (!scene) return <StartChoices focusM={geometry.settings.focusM} />;
  return (
    <DrawingPair
      id="position"
      first={{
        name: stepsText.planAndElevation,
        shown: <PlaceDrawing geometry={geometry} scene={scene} />,
      }}
      second={{ name: stepsText.finder, shown: <FollowingFinder geometry={geometry} read={later} focusing={false} /> }}
      scale={<UprightScale geometry={geometry} />}
      panel={<ScenePanel geometry={later} />}
      tall={orientation === 'portrait'}
    />
  );
}
