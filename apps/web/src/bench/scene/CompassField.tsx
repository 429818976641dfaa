import { sceneText } from '@gangway/messages/web/bench/scene';
import { say } from '@gangway/messages/say';
import { STANCE_FIELDS } from '@gangway/core/fields/scene';
import { frontBearing, windWords } from '@gangway/core/sun/bearing';
import { NumberField } from '../../ui/NumberField';
import type { Scene } from '@gangway/core/model/scene';
import { sceneEdit } from './sceneEdit';

/** Where straight ahead goes on a map: from it follows when a front is lit. */
export function CompassField({ scene }: { readonly scene: Scene }) {
  const { compassDeg } = scene;
  const front = frontBearing(scene);
  return (
    <div className="grid justify-items-end gap-0.5">
      <NumberField
        label={STANCE_FIELDS.compassDeg.label}
        unit="°"
        decimals={0}
        value={compassDeg ?? 0}
        empty={compassDeg === null}
        onCommit={(deg) => sceneEdit.amendScene((each) => ({ ...each, compassDeg: deg }), say(sceneText.faces, { deg }))}
      />
      {front !== null && <p className="text-xs text-ink-soft">{say(sceneText.theFrontFacesTheJobs, { front: windWords(front) })}</p>}
    </div>
  );
}
