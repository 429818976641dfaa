import { rigsText } from '@gangway/messages/web/kit/rigs';
import { say } from '@gangway/messages/say';
import { Plus, X } from 'lucide-react';
import { useState } from 'react';
import type { Kit } from '@gangway/contract/kit';
import type { KitItem } from '@gangway/core/kit/item';
import { placed } from '@gangway/core/rig/offers';
import { PLACES, RIG_KINDS, type Place, type RigKind, type RigPlan } from '@gangway/core/rig/parts';
import { IconButton } from '../../ui/Button';
import { ChooseDialog } from './ChooseDialog';
import { PLACE_WORDS } from './rigSelectors';
import { Select } from '../../ui/Select';
import { TextButton } from '../../ui/TextButton';

interface ChainProps {
  readonly plan: RigPlan;
  readonly kit: Kit;
  readonly items: ReadonlyMap<string, KitItem>;
  readonly onChange: (plan: RigPlan, said: string) => void;
  readonly onOpen: (item: KitItem) => void;
}

/** The places of a rig from the back to the front, each with what stands there and the way to another. */
export function Chain({ plan, kit, items, onChange, onOpen }: ChainProps) {
  const [choosing, setChoosing] = useState<{ place: Place; index: number } | null>(null);
  const idsAt = (place: Place): readonly (string | null)[] =>
    ({
      back: [plan.backId],
      between: plan.betweenIds,
      camera: [plan.cameraId],
      board: [plan.boardId],
      lens: [plan.lensId],
      front: plan.frontIds,
    })[place];
  const row = (place: Place, id: string | null, index: number) => {
    const item = id === null ? undefined : items.get(id);
    const many = place === 'between' || place === 'front';
    return (
      <li key={`${place}${index}`} className="flex items-center gap-1 border-b border-hairline py-1" data-place={place}>
        <span className="w-24 shrink-0 text-xs leading-tight text-ink-soft">{PLACE_WORDS[place]}</span>
        <button
          type="button"
          onClick={() => setChoosing({ place, index })}
          className={`min-w-0 grow rounded-sm px-1.5 py-1 text-left hover:bg-sunk ${item ? 'font-medium' : 'text-accent underline underline-offset-4'}`}
        >
          {item?.name ?? rigsText.choose}
        </button>
        {item && (
          <TextButton
            onClick={() => onOpen(item)}
            className="shrink-0 text-xs text-ink-soft hover:text-ink"
            aria-label={say(rigsText.specsOf, { name: item.name })}
          >
            {rigsText.specs}
          </TextButton>
        )}
        {item && (
          <IconButton
            label={say(rigsText.remove, { name: item.name })}
            onClick={() => onChange(placed(plan, place, null, index), say(rigsText.takenOut, { name: item.name }))}
            className="size-7"
          >
            <X size={14} aria-hidden />
          </IconButton>
        )}
        {!item && many && <span className="w-7" />}
      </li>
    );
  };
  return (
    <>
      <label className="mb-2 block">
        <span className="text-sm text-ink-soft">{rigsText.kindOfRig}</span>
        <Select
          value={plan.kind}
          onChange={(event) => onChange({ ...plan, kind: event.target.value as RigKind }, rigsText.kindOfRig2)}
          wide
        >
          {Object.entries(RIG_KINDS).map(([kind, words]) => (
            <option key={kind} value={kind}>
              {words}
            </option>
          ))}
        </Select>
      </label>
      <ul aria-label={rigsText.chainFromTheBackTo} className="border-t border-hairline">
        {PLACES[plan.kind].map((place) => {
          const ids = idsAt(place);
          const many = place === 'between' || place === 'front';
          return (
            <li key={place}>
              <ul>{ids.map((id, index) => row(place, id, index))}</ul>
              {many && (
                <div className="border-b border-hairline py-1 pl-24">
                  <button
                    type="button"
                    onClick={() => setChoosing({ place, index: ids.length })}
                    className="inline-flex items-center gap-1 rounded-sm px-1.5 text-sm text-ink-soft hover:text-accent"
                  >
                    <Plus size={13} aria-hidden /> {PLACE_WORDS[place]}
                  </button>
                </div>
              )}
            </li>
          );
        })}
      </ul>
      {plan.kind === 'view' && (
        <label className="mt-2 flex items-center gap-1.5 text-sm">
          <input
            type="checkbox"
            checked={plan.bag}
            onChange={(event) =>
              onChange({ ...plan, bag: event.target.checked }, event.target.checked ? rigsText.bagBellows : rigsText.longBellows)
            }
            className="accent-accent"
          />
          {rigsText.withTheBagBellows}
        </label>
      )}
      {choosing && (
        <ChooseDialog
          plan={plan}
          kit={kit}
          place={choosing.place}
          index={choosing.index}
          onClose={() => setChoosing(null)}
          onChoose={(id) => {
            onChange(placed(plan, choosing.place, id, choosing.index), items.get(id)?.name ?? PLACE_WORDS[choosing.place]);
            setChoosing(null);
          }}
        />
      )}
    </>
  );
}
