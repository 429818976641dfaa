import { plateText } from '@gangway/messages/web/bench/plate';
import { useState } from 'react';
import type { Plate } from '@gangway/core/model/plate';
import type { Scene } from '@gangway/core/model/scene';
import { withFront } from '@gangway/core/plate/asFront';
import type { KnownPlate } from '@gangway/core/plate/known';
import { Button } from '../../ui/Button';
import { TextButton } from '../../ui/TextButton';
import { PanelSection } from '../PanelSection';
import { frontOf, type FoundFront } from './measured';
import { plateEdit } from './plateEdit';

interface FrontPanelProps {
  readonly plate: Plate;
  readonly known: KnownPlate;
  readonly scene: Scene | null;
}

/** The outlined front with its size, to be made the subject of the scene. */
export function FrontPanel({ plate, known, scene }: FrontPanelProps) {
  const front = frontOf(plate, known);
  return (
    <PanelSection title={plateText.front} help={plateText.frontHelp}>
      {front && 'why' in front && <p className="text-fails">{front.why}</p>}
      {front && 'found' in front && <Outlined plate={plate} found={front.found} scene={scene} />}
      {plate.outline && (
        <TextButton className="mt-1 block" onClick={() => plateEdit.amend((each) => ({ ...each, outline: null }), plateText.frontCleared)}>
          {plateText.clearFront}
        </TextButton>
      )}
      {scene?.subject.kind === 'ground' && plate.from === null && <p className="mt-1 text-ink-soft">{plateText.groundAssumed}</p>}
    </PanelSection>
  );
}

function Outlined({
  plate,
  found: { front, words },
  scene,
}: {
  readonly plate: Plate;
  readonly found: FoundFront;
  readonly scene: Scene | null;
}) {
  const [refused, setRefused] = useState<string | null>(null);
  return (
    <>
      <p data-testid="plate-front" className="tabular-nums">
        {words}
      </p>
      {isUsed(plate, front, scene) ? (
        <p className="text-ink-soft">{plateText.frontInScene}</p>
      ) : (
        <Button look="main" className="mt-1" onClick={() => setRefused(plateEdit.useFront(front))}>
          {plateText.useAsFront}
        </Button>
      )}
      {refused !== null && (
        <p role="alert" className="mt-1 text-fails">
          {refused}
        </p>
      )}
    </>
  );
}

/** Whether the scene has this very front already. */
function isUsed(plate: Plate, front: FoundFront['front'], scene: Scene | null): boolean {
  if (scene?.subject.kind !== 'front' || plate.from === null) return false;
  const { scene: wanted, plate: placed } = withFront(plate, front, scene);
  const { from } = placed;
  return JSON.stringify(wanted.subject) === JSON.stringify(scene.subject) && JSON.stringify(from) === JSON.stringify(plate.from);
}
