import { POSE_FIGURES } from '@gangway/contract/scene';
import { NumberField } from '../../ui/NumberField';
import type { Scene } from '@gangway/core/model/scene';
import { sceneEdit } from './sceneEdit';

type PoseKey = keyof typeof POSE_FIGURES;

/** Where the camera stands and how it is turned, typed. */
export function PoseFields({ scene, keys }: { readonly scene: Scene; readonly keys: readonly PoseKey[] }) {
  return (
    <div className="grid justify-items-end gap-1">
      {keys.map((key) => {
        const { label, unit } = POSE_FIGURES[key];
        return (
          <NumberField
            key={key}
            label={label}
            unit={unit}
            value={scene[key]}
            decimals={2}
            onCommit={(value) =>
              key === 'distanceM'
                ? sceneEdit.setDistance(value)
                : sceneEdit.amendScene((each) => ({ ...each, [key]: value }), `${label.toLowerCase()} ${value}${unit}`)
            }
          />
        );
      })}
    </div>
  );
}
