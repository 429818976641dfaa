import { rigsText } from '@gangway/messages/web/kit/rigs';
import { say } from '@gangway/messages/say';
import { Printer, Scale } from 'lucide-react';
import { useMemo, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import type { KitItem } from '@gangway/core/kit/item';
import { rigChangeLabel } from '@gangway/core/rig/fixes';
import { partsInOrder, type RigPlan } from '@gangway/core/rig/parts';
import { sideView } from '@gangway/core/rig/sideView';
import { NameEditor } from '../../ui/NameEditor';
import { useToast } from '../../ui/Notes';
import { ItemDialog } from '../items/ItemDialog';
import { useOpenKit } from '../KitFrame';
import { kitNow } from '../../store/kitWrites';
import { useChangeKit } from '../useKit';
import { Chain } from './Chain';
import { PLACE_WORDS, rigFacts, useCures } from './rigSelectors';
import { SideDrawing, sideWords } from './SideDrawing';
import { VerdictList } from './VerdictList';
import { useItems } from '../../store/useItems';
import { TextLink } from '../../ui/TextButton';

const LINK = 'inline-flex min-h-8 items-center gap-1.5 rounded-md border border-rule bg-sheet px-2.5 text-sm font-medium hover:border-ink';

/** One rig: its chain, its side view, and what is to be said of it. Every choice is kept at once and can be undone. */
export function RigPage() {
  const { rigId = '' } = useParams();
  const kit = useOpenKit();
  const items = useItems(kit);
  const row = kit.rigs.find(({ rig }) => rig.id === rigId);
  const change = useChangeKit();
  const tell = useToast();
  const [renaming, setRenaming] = useState(false);
  const [open, setOpen] = useState<{ item: KitItem; ask?: string } | null>(null);
  // What was chosen a moment ago and is not kept yet: the next choice is made from it, and kept after it.
  const [chosen, setChosen] = useState<{ readonly rigId: string; readonly plan: RigPlan } | null>(null);
  const keeping = useRef<Promise<void>>(Promise.resolve());
  const plan = chosen?.rigId === rigId ? chosen.plan : row?.rig.plan;
  const facts = useMemo(() => (plan ? rigFacts(plan, items) : { open: [], parts: null }), [plan, items]);
  if (!row || !plan) {
    return (
      <p role="alert">
        {rigsText.thereIsNoSuchRig} <TextLink to="/kit/rigs">{rigsText.toTheRigs}</TextLink>
      </p>
    );
  }
  const { rig } = row;
  const keep = (next: RigPlan, said: string): Promise<void> => {
    const own = { rigId, plan: next };
    setChosen(own);
    keeping.current = keeping.current.then(async () => {
      const now = kitNow()?.rigs.find(({ rig: each }) => each.id === rigId);
      if (now)
        await change(
          [{ op: 'putRig', rig: { ...now.rig, plan: next }, archived: now.archived, version: now.version }],
          `${now.rig.name}: ${said}`,
        );
      else tell(rigsText.thereIsNoSuchRigAny);
      // What is in the kit is shown again when nothing was chosen since.
      setChosen((last) => (last === own || !now ? null : last));
    });
    return keeping.current;
  };
  const rename = async (name: string) => {
    await change([{ op: 'putRig', rig: { ...rig, name }, archived: row.archived, version: row.version }], say(rigsText.name, { name }));
    return null;
  };

  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-2">
        <div className="min-w-0 grow">
          {renaming ? (
            <NameEditor
              label={rigsText.nameOfTheRig}
              name={rig.name}
              onRename={rename}
              onDone={() => setRenaming(false)}
              className="max-w-xl text-xl font-semibold"
            />
          ) : (
            <h2 className="text-xl font-semibold">
              <button
                type="button"
                title={rigsText.rename}
                onClick={() => setRenaming(true)}
                className="rounded-sm px-1 text-left hover:bg-sunk"
              >
                {rig.name}
              </button>
            </h2>
          )}
        </div>
        {facts.parts && (
          <>
            <Link to={`/kit/rigs/${rig.id}/card`} className={LINK}>
              <Printer size={15} aria-hidden /> {rigsText.shiftCard}
            </Link>
            <Link to={`/kit/compare?rig=${rig.id}`} className={LINK}>
              <Scale size={15} aria-hidden /> {rigsText.compare}
            </Link>
          </>
        )}
      </div>
      <div className="grid grid-cols-[minmax(0,1fr)] gap-x-6 gap-y-4 xl:grid-cols-[23rem_minmax(0,1fr)]">
        <section aria-label={rigsText.chain}>
          <Chain
            plan={plan}
            kit={kit}
            items={items}
            onChange={(next, said) => void keep(next, said)}
            onOpen={(item) => setOpen({ item })}
          />
        </section>
        <div className="min-w-0">
          {facts.parts ? (
            <Built key={rig.id} facts={facts} plan={plan} onKeep={keep} onOpen={setOpen} />
          ) : (
            <p className="rounded-md border border-dashed border-rule p-4 text-ink-soft">
              {say(rigsText.unfinishedChooseThenGangwaySays, { open: facts.open.map((place) => PLACE_WORDS[place]).join(', ') })}
            </p>
          )}
        </div>
      </div>
      {open && (
        <ItemDialog
          item={open.item}
          {...(open.ask !== undefined && { ask: open.ask })}
          onClose={() => setOpen(null)}
          onSaved={() => setOpen(null)}
        />
      )}
    </>
  );
}

interface BuiltProps {
  readonly facts: Extract<ReturnType<typeof rigFacts>, { verdicts: unknown }>;
  readonly plan: RigPlan;
  readonly onKeep: (plan: RigPlan, said: string) => Promise<void>;
  readonly onOpen: (open: { item: KitItem; ask?: string }) => void;
}

function Built({ facts, plan, onKeep, onOpen }: BuiltProps) {
  const kit = useOpenKit();
  const cures = useCures(plan, kit, facts);
  return (
    <>
      <section aria-label={rigsText.sideView} className="mb-3 rounded-md border border-hairline bg-sheet p-2">
        <SideDrawing parts={facts.parts} />
        <details className="px-1 text-sm">
          <summary className="engraved cursor-pointer">{rigsText.theDrawingInWords}</summary>
          <p className="mt-1 text-ink-soft">{sideWords(sideView(facts.parts))}</p>
        </details>
      </section>
      <VerdictList
        verdicts={facts.verdicts}
        cures={cures}
        onCure={(cure) => void onKeep(cure.plan, rigChangeLabel(cure.change))}
        onAsk={({ itemId, spec }) => {
          const item = partsInOrder(facts.parts).find(({ id }) => id === itemId);
          if (item) onOpen({ item, ask: spec });
        }}
      />
    </>
  );
}
