import { plateText } from '@gangway/messages/web/bench/plate';
import { say } from '@gangway/messages/say';
import { builtRig } from '@gangway/contract/kit';
import type { Rig } from '@gangway/core/model/rig';
import { api, errorSentence } from '../../store/api';
import { useItems } from '../../store/useItems';
import { ErrorNote } from '../../ui/ErrorNote';
import { TextButton } from '../../ui/TextButton';
import { PanelSection } from '../PanelSection';
import { rigEdit } from '../rig/rigEdit';

interface RigsPanelProps {
  /** The rig on the bench. */
  readonly own: Rig;
  /** Those whose frames are outlined on the photograph. */
  readonly framed: readonly Rig[];
  readonly onFramed: (rigs: readonly Rig[]) => void;
}

/** Which rig from here: the frames of the kit’s rigs on the photograph, each to be put on the bench. */
export function RigsPanel({ own, framed, onFramed }: RigsPanelProps) {
  const { data: kit, error, refetch } = api.useKitQuery(undefined);
  const items = useItems(kit);
  const rigs = (kit?.rigs ?? [])
    .filter(({ archived }) => !archived)
    .flatMap(({ rig }) => builtRig(rig, items) ?? [])
    .filter(({ rigId }) => rigId !== own.rigId);
  return (
    <PanelSection title={plateText.rigs} help={plateText.rigsHelp} folds="plate-rigs">
      {error && <ErrorNote words={errorSentence(error)} onRetry={() => void refetch()} />}
      {!kit && !error && <p role="status">{plateText.loadingRigs}</p>}
      {kit && rigs.length === 0 && <p className="text-ink-soft">{plateText.noOtherRigs}</p>}
      <ul className="grid gap-1">
        {rigs.map((rig) => {
          const shown = framed.some(({ rigId }) => rigId === rig.rigId);
          return (
            <li key={rig.rigId} className="flex items-baseline gap-2">
              <label className="flex min-w-0 grow items-baseline gap-1.5">
                <input
                  type="checkbox"
                  checked={shown}
                  onChange={() => onFramed(shown ? framed.filter(({ rigId }) => rigId !== rig.rigId) : [...framed, rig])}
                  className="accent-accent"
                />
                <span className="min-w-0 break-words">{rig.name}</span>
              </label>
              <TextButton aria-label={say(plateText.useRig, { name: rig.name })} onClick={() => rigEdit.setRig(rig, rig.name)}>
                {plateText.use}
              </TextButton>
            </li>
          );
        })}
      </ul>
    </PanelSection>
  );
}
