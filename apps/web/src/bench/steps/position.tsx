import { stepsText } from '@gangway/messages/web/bench/steps';
import { LevelScale, UprightScale } from '../movements/MovementScales';
import { PANEL, WITH_PANEL } from './layout';
import type { StepDefinition, StepProps } from './step';
import { lazyPart } from '../../ui/lazyPart';

const PlaceDrawing = lazyPart(() => import('../place/PlaceDrawing'), 'PlaceDrawing');
const ScenePanel = lazyPart(() => import('../scene/ScenePanel'), 'ScenePanel');

/** Where the tripod stands, and to what. */
export const position: StepDefinition = {
  id: 'position',
  name: stepsText.position,
  drawing: stepsText.placeAndMovements,
  View: SetupView,
  Below: LevelScale,
  thumb: ['rise', 'shift', 'focus', 'aperture'],
  Beside: null,
};

function SetupView({ geometry, later }: StepProps) {
  const { scene } = geometry.settings;
  return (
    <div className={WITH_PANEL}>
      <div className={PANEL}>
        <ScenePanel geometry={later} />
      </div>
      <div className="min-h-0 min-w-0 max-lg:h-[24rem]">
        {scene ? (
          <PlaceDrawing geometry={geometry} scene={scene} />
        ) : (
          <p className="p-6 text-ink-soft">{stepsText.planAndElevationAppearOnce}</p>
        )}
      </div>
      <UprightScale geometry={geometry} />
    </div>
  );
}
