import { firstText } from '@gangway/messages/web/first';
import { specOf } from '@gangway/core/kit/item';
import type { Rig } from '@gangway/core/model/rig';
import { centredSetup } from '@gangway/core/planning/centred';
import { RIG_CLASSES, type RigClass, type Shoots } from '@gangway/core/rig/usualRigs';
import { partsInOrder } from '@gangway/core/rig/parts';
import { geometryOf } from '@gangway/core/geometry/geometry';
import { bounded } from '@gangway/contract/bounds';
import { CircleMiniature } from '../setup/CircleMiniature';
import { useRigs } from '../setup/settle/useRigs';
import type { KnownOfLens } from '../store/usualRig';
import { NumberField } from '../ui/NumberField';
import { Choice } from './Choice';
import { Question } from './Question';

/** A rig of the kit, or a usual one with typical values. */
export type RigChoice = { readonly from: 'usual' | 'own'; readonly id: string };

interface RigStepProps {
  readonly shoots: Shoots;
  readonly choice: RigChoice;
  /** The rig that is chosen. */
  readonly rig: Rig | null;
  readonly onChoose: (choice: RigChoice) => void;
  readonly onKnown: (known: KnownOfLens) => void;
}

/** With what: a usual rig whose lens can be described by what is known of it, or one of the kit. */
export function RigStep({ shoots, choice, rig, onChoose, onKnown }: RigStepProps) {
  const own = useRigs() ?? [];
  const cards = (rigs: readonly RigClass[]) =>
    rigs.map(({ id, name }) => (
      <RigCard key={id} choice={{ from: 'usual', id }} present={choice} title={name} rig={rig} onChoose={onChoose} />
    ));
  const [first, others] = [
    RIG_CLASSES.filter((each) => each.for.includes(shoots)),
    RIG_CLASSES.filter((each) => !each.for.includes(shoots)),
  ];
  return (
    <div className="grid gap-6">
      <Question title={firstText.whichRig} help={firstText.whichRigHelp}>
        <h2 className="engraved sm:col-span-2">{firstText.usual}</h2>
        {cards(first)}
        {choice.from === 'usual' && rig && <KnownFields rig={rig} onKnown={onKnown} />}
        <details className="sm:col-span-2" open={others.some(({ id }) => choice.from === 'usual' && choice.id === id) || undefined}>
          <summary className="min-h-8 cursor-pointer text-sm font-medium">{firstText.others}</summary>
          <div className="mt-2 grid gap-2.5 sm:grid-cols-2">{cards(others)}</div>
        </details>
        {own.length > 0 && <h2 className="engraved mt-2 sm:col-span-2">{firstText.own}</h2>}
        {own.map((each) => (
          <RigCard
            key={each.rigId}
            choice={{ from: 'own', id: each.rigId ?? '' }}
            present={choice}
            title={each.name}
            rig={rig}
            onChoose={onChoose}
          />
        ))}
      </Question>
    </div>
  );
}

interface RigCardProps {
  readonly choice: RigChoice;
  readonly present: RigChoice;
  readonly title: string;
  readonly rig: Rig | null;
  readonly onChoose: (choice: RigChoice) => void;
}

/** A rig to choose; the chosen one shows its circle and frame, and of what it is made. */
function RigCard({ choice, present, title, rig, onChoose }: RigCardProps) {
  const chosen = present.from === choice.from && present.id === choice.id;
  return (
    <Choice
      name="rig"
      chosen={chosen}
      onChoose={() => onChoose(choice)}
      title={title}
      {...(chosen &&
        rig && {
          picture: <CircleMiniature geometry={geometryOf(centredSetup(rig))} size={64} />,
          help: partsInOrder(rig.parts)
            .map(({ name }) => name)
            .join(' · '),
        })}
    />
  );
}

const KNOWN = ['focalMm', 'imageCircleMm'] as const;

/** What somebody may know of the lens without a data sheet. */
function KnownFields({ rig, onKnown }: Pick<RigStepProps, 'onKnown'> & { readonly rig: Rig }) {
  const { specs } = rig.parts.lens;
  return (
    <section aria-label={firstText.changeWhatYouKnow} className="rounded-md bg-sunk p-3 sm:col-span-2">
      <h2 className="engraved mb-2">{firstText.changeWhatYouKnow}</h2>
      <div className="flex flex-wrap gap-x-6 gap-y-2">
        {KNOWN.map((key) => {
          const spec = specOf('lens', key);
          if (spec?.type !== 'number') return null;
          return (
            <NumberField
              key={`${rig.name} ${key}`}
              label={spec.label}
              unit={spec.unit}
              value={specs[key] ?? 0}
              decimals={1}
              onCommit={(value) => {
                const read = bounded(spec).safeParse(value);
                if (read.success) onKnown({ [key]: value });
                return read.success ? null : (read.error.issues[0]?.message ?? null);
              }}
            />
          );
        })}
      </div>
    </section>
  );
}
