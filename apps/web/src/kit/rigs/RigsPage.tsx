import { verdictSentence } from '@gangway/core/rig/verdicts/verdicts';
import { rigsText } from '@gangway/messages/web/kit/rigs';
import { say } from '@gangway/messages/say';
import { copyName, freeName } from '@gangway/contract/freeName';
import { ChevronDown, Plus } from 'lucide-react';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { RigRow } from '@gangway/contract/kit';
import { EMPTY_PLAN, partsInOrder, RIG_KINDS } from '@gangway/core/rig/parts';
import { RIG_CLASSES, type RigClass } from '@gangway/core/rig/usualRigs';
import { ActionMenu } from '../../ui/ActionMenu';
import { Button } from '../../ui/Button';
import { useToast } from '../../ui/Notes';
import { StateMark } from '../../ui/StateMark';
import { useOpenKit } from '../KitFrame';
import { useChangeKit } from '../useKit';
import { isFault, PLACE_WORDS, rigFacts } from './rigSelectors';
import { useItems } from '../../store/useItems';
import { usualRig } from '../../store/usualRig';

/** All rigs, each with what it is made of and the worst that is to be said of it. */
export function RigsPage() {
  const kit = useOpenKit();
  const items = useItems(kit);
  const change = useChangeKit();
  const navigate = useNavigate();
  const tell = useToast();
  const [away, setAway] = useState(false);
  const rigs = kit.rigs.filter(({ archived }) => away || !archived);

  const put = (row: RigRow | null, rig: RigRow['rig'], archived: boolean, said: string) =>
    change([{ op: 'putRig', rig, archived, version: row?.version ?? null }], said);
  const add = async () => {
    const id = crypto.randomUUID();
    const name = freeName(
      rigsText.newRig,
      kit.rigs.map(({ rig }) => rig.name),
    );
    await put(null, { id, name, plan: EMPTY_PLAN }, false, rigsText.newRig2);
    await navigate(`/kit/rigs/${id}`);
  };
  const addUsual = async (of: RigClass) => {
    const made = usualRig(of, kit);
    await change(made.changes, say(rigsText.usualRigAdded, { name: made.rig.name }));
    await navigate(`/kit/rigs/${made.rig.id}`);
    tell(say(rigsText.usualRigIsThere, { name: made.rig.name }));
  };
  const remove = async (row: RigRow) => {
    await change([{ op: 'removeRig', id: row.rig.id, version: row.version }], say(rigsText.rigDeleted, { name: row.rig.name }));
    tell(
      row.used.setups > 0
        ? say(rigsText.isUsedBySetupsSo, { name: row.rig.name })
        : say(rigsText.isDeletedUndoBringsIt, { name: row.rig.name }),
    );
  };

  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-3">
        <div className="grow">
          <h2 className="text-xl font-semibold">{rigsText.rigs}</h2>
          <p className="text-sm text-ink-soft">{rigsText.openARigToSee}</p>
        </div>
        <label className="flex items-center gap-1.5 text-sm text-ink-soft">
          <input type="checkbox" checked={away} onChange={(event) => setAway(event.target.checked)} className="accent-accent" />
          {rigsText.showArchived}
        </label>
        <ActionMenu
          label={rigsText.usualRigs}
          actions={RIG_CLASSES.map((each) => ({ label: each.name, onSelect: () => void addUsual(each) }))}
          button={
            <Button title={rigsText.usualRigs}>
              {rigsText.aUsualRig} <ChevronDown size={15} aria-hidden />
            </Button>
          }
        />
        <Button look="main" onClick={() => void add()}>
          <Plus size={15} aria-hidden /> {rigsText.newRig}
        </Button>
      </div>
      {rigs.length === 0 && <p className="text-ink-soft">{rigsText.noRigsYetARig}</p>}
      <ul className="divide-y divide-hairline border-y border-hairline">
        {rigs.map((row) => {
          const { rig, archived, used } = row;
          const facts = rigFacts(rig.plan, items);
          const said = facts.parts ? facts.verdicts.find(isFault) : null;
          return (
            <li key={rig.id} className="relative flex items-start gap-3 px-1 py-2.5 hover:bg-sheet">
              <StateMark state={facts.parts ? facts.worst : 'unknown'} />
              <div className="min-w-0 grow">
                <Link to={`/kit/rigs/${rig.id}`} className="font-semibold after:absolute after:inset-0">
                  {rig.name}
                </Link>
                {archived && <span className="ml-2 text-xs text-ink-soft">{rigsText.archived}</span>}
                <p className="text-sm text-ink-soft">
                  {facts.parts
                    ? partsInOrder(facts.parts)
                        .map(({ name }) => name)
                        .join(' · ')
                    : say(rigsText.unfinishedChoose, {
                        rigKind: RIG_KINDS[rig.plan.kind],
                        open: facts.open.map((place) => PLACE_WORDS[place]).join(', '),
                      })}
                </p>
                {said && said.state !== 'passes' && <p className="text-sm">{verdictSentence(said)}</p>}
              </div>
              <span className="shrink-0 text-xs text-ink-soft">{used.setups > 0 && say(rigsText.setup, { setups: used.setups })}</span>
              <span className="relative z-10">
                <ActionMenu
                  label={say(rigsText.moreFor, { name: rig.name })}
                  actions={[
                    {
                      label: rigsText.duplicate,
                      onSelect: () =>
                        void put(
                          null,
                          {
                            ...rig,
                            id: crypto.randomUUID(),
                            name: copyName(
                              rig.name,
                              kit.rigs.map((each) => each.rig.name),
                            ),
                          },
                          false,
                          say(rigsText.copyOf, { name: rig.name }),
                        ),
                    },
                    {
                      label: archived ? rigsText.unarchive : rigsText.archive,
                      onSelect: () =>
                        void put(row, rig, !archived, say(rigsText.unarchived, { name: rig.name, archived: archived ? 'yes' : 'no' })),
                    },
                    { label: rigsText.delete, onSelect: () => void remove(row) },
                  ]}
                />
              </span>
            </li>
          );
        })}
      </ul>
    </>
  );
}
