import { rigText } from '@gangway/messages/web/bench/rig';
import { builtRig } from '@gangway/contract/kit';
import { api, errorSentence } from '../../store/api';
import { Dialog } from '../../ui/Dialog';
import { ErrorNote } from '../../ui/ErrorNote';
import type { Rig } from '@gangway/core/model/rig';
import { useItems } from '../../store/useItems';
import { TextLink } from '../../ui/TextButton';

interface ChooseRigProps {
  readonly present: string | null;
  readonly onChoose: (rig: Rig) => void;
  readonly onClose: () => void;
}

/** The rigs of the kit, to put another one under the setup. */
export function ChooseRig({ present, onChoose, onClose }: ChooseRigProps) {
  const { data: kit, error, refetch } = api.useKitQuery(undefined);
  const items = useItems(kit);
  return (
    <Dialog open onClose={onClose} title={rigText.rigOfThisSetup} help={rigText.movementsStayAsTheyAre}>
      {error && <ErrorNote words={errorSentence(error)} onRetry={() => void refetch()} />}
      {!kit && !error && <p role="status">{rigText.loadingTheKit}</p>}
      {kit?.rigs.every(({ archived }) => archived) && <p>{rigText.theKitHasNoRig}</p>}
      <ul>
        {kit?.rigs
          .filter(({ archived }) => !archived)
          .map(({ rig: chosen }) => {
            const rig = builtRig(chosen, items);
            return (
              <li key={chosen.id} className="flex items-baseline gap-2">
                <button
                  type="button"
                  disabled={rig === null}
                  aria-current={chosen.id === present || undefined}
                  onClick={() => rig && onChoose(rig)}
                  className="grow rounded-sm px-2 py-1.5 text-left hover:bg-sunk disabled:text-ink-soft aria-[current]:font-semibold"
                >
                  {chosen.name}
                  {rig === null && ' (unfinished)'}
                </button>
                <TextLink to={`/kit/rigs/${chosen.id}`} className="text-xs text-ink-soft hover:text-ink">
                  {rigText.open}
                </TextLink>
              </li>
            );
          })}
      </ul>
      <TextLink to="/kit/rigs" className="mt-3 inline-block text-sm font-medium">
        {rigText.toTheKit}
      </TextLink>
    </Dialog>
  );
}
