import { freeName } from '@gangway/contract/name';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { RigRow } from '@gangway/contract/kit';
import { EMPTY_PLAN, partsInOrder, RIG_KINDS } from '@gangway/core/rig/parts';
import { ActionMenu } from '../../ui/ActionMenu';
import { Button } from '../../ui/Button';
import { useToast } from '../../ui/Notes';
import { StateMark } from '../../ui/StateMark';
import { useOpenKit } from '../KitFrame';
import { useChangeKit } from '../useKit';
import { isFault, PLACE_WORDS, rigFacts } from './rigFacts';
import { useItems } from '../../store/useItems';

/** All rigs, each with what it is made of and the worst that is to be said of it. */
export function RigsPage() {
  const kit = useOpenKit();
  const items = useItems(kit);
  const change = useChangeKit();
  const navigate = useNavigate();
  const tell = useToast();
  const [away, setAway] = useState(false);
  const rigs = kit.rigs.filter(({ archived }) => away || !archived);

  const put = async (row: RigRow | null, rig: RigRow['rig'], archived: boolean, said: string) => {
    const refused = await change([{ op: 'putRig', rig, archived, version: row?.version ?? null }], said);
    if (refused !== null) tell(refused);
    return refused === null;
  };
  const add = async () => {
    const id = crypto.randomUUID();
    if (
      await put(
        null,
        {
          id,
          name: freeName(
            'New rig',
            kit.rigs.map(({ rig }) => rig.name),
          ),
          plan: EMPTY_PLAN,
        },
        false,
        'new rig',
      )
    )
      await navigate(`/kit/rigs/${id}`);
  };
  const remove = async (row: RigRow) => {
    const refused = await change([{ op: 'removeRig', id: row.rig.id, version: row.version }], `rig ${row.rig.name} deleted`);
    tell(
      refused ??
        (row.used.stands > 0
          ? `“${row.rig.name}” is used by setups, so it is archived instead.`
          : `“${row.rig.name}” is deleted; undo brings it back.`),
    );
  };

  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-3">
        <div className="grow">
          <h2 className="text-xl font-semibold">Rigs</h2>
          <p className="text-sm text-ink-soft">
            Open a rig to see what it can do, or build a new one along the chain from the back to the filter.
          </p>
        </div>
        <label className="flex items-center gap-1.5 text-sm text-ink-soft">
          <input type="checkbox" checked={away} onChange={(event) => setAway(event.target.checked)} className="accent-accent" />
          show archived
        </label>
        <Button look="main" onClick={() => void add()}>
          <Plus size={15} aria-hidden /> New rig
        </Button>
      </div>
      {rigs.length === 0 && (
        <p className="text-ink-soft">No rigs yet. A rig is the chain on the tripod: back, adapter, lens, board, filter.</p>
      )}
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
                {archived && <span className="ml-2 text-xs text-ink-soft">archived</span>}
                <p className="text-sm text-ink-soft">
                  {facts.parts
                    ? partsInOrder(facts.parts)
                        .map(({ name }) => name)
                        .join(' · ')
                    : `${RIG_KINDS[rig.plan.kind]}, unfinished: choose ${facts.open.map((place) => PLACE_WORDS[place]).join(', ')}.`}
                </p>
                {said && said.state !== 'passes' && <p className="text-sm">{said.sentence}</p>}
              </div>
              <span className="shrink-0 text-xs text-ink-soft">
                {used.stands > 0 && `${used.stands} ${used.stands === 1 ? 'setup' : 'setups'}`}
              </span>
              <span className="relative z-10">
                <ActionMenu
                  label={`More for ${rig.name}`}
                  actions={[
                    {
                      label: 'Duplicate',
                      onSelect: () =>
                        void put(
                          null,
                          { ...rig, id: crypto.randomUUID(), name: `${rig.name} (copy)`.slice(0, 120) },
                          false,
                          `copy of ${rig.name}`,
                        ),
                    },
                    {
                      label: archived ? 'Unarchive' : 'Archive',
                      onSelect: () => void put(row, rig, !archived, `${rig.name} ${archived ? 'unarchived' : 'archived'}`),
                    },
                    { label: 'Delete', onSelect: () => void remove(row) },
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
