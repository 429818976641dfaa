import { say } from '@gangway/messages/say';
import { firstText } from '@gangway/messages/web/first';
import { builtRig, type Kit } from '@gangway/contract/kit';
import { freeName } from '@gangway/contract/freeName';
import { nameSchema } from '@gangway/contract/name';
import type { Rig } from '@gangway/core/model/rig';
import type { SetupSettings } from '@gangway/core/model/setup';
import { firstSetup } from '@gangway/core/planning/firstSetup';
import { RIG_CLASSES, type Shoots } from '@gangway/core/rig/usualRigs';
import { useMemo, useRef, useState, type ReactNode } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { useRigs } from '../setup/settle/useRigs';
import { api, errorSentence } from '../store/api';
import { FIRST_DONE } from '../store/firstSteps';
import { changeKit } from '../store/kitWrites';
import { remember } from '../store/remembered';
import { addSetup } from '../store/setupWrites';
import { useItems } from '../store/useItems';
import { usualRig, type KnownOfLens, type UsualRig } from '../store/usualRig';
import { addJob } from '../store/writes';
import { Button } from '../ui/Button';
import { ErrorNote } from '../ui/ErrorNote';
import { useToast } from '../ui/Notes';
import { TextLink } from '../ui/TextButton';
import { TopBar } from '../ui/TopBar';
import { ResultStep } from './ResultStep';
import { RigStep, type RigChoice } from './RigStep';
import { ShootStep } from './ShootStep';
import { SubjectStep } from './SubjectStep';
import { FIRST_NAMES, firstDistance, subjectWith, USUAL_SUBJECTS, type FirstSubject } from './start';

const STEPS = [firstText.shoot, firstText.rig, firstText.subject, firstText.settle] as const;

/** A rig to begin with, and what has to come into the kit for it. */
interface Chosen {
  readonly rig: Rig;
  readonly made: UsualRig | null;
}

/** What was said of the subject. */
interface Before {
  readonly kind: FirstSubject;
  readonly said: Readonly<Record<string, number>>;
  readonly distanceM: number;
}

/** Four steps to a first setup of one's own: what is photographed, with what, what is before the camera, and what Settle makes of it. */
export function FirstPage() {
  const { data: kit, error, refetch } = api.useKitQuery(undefined);
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar />
      {error && !kit && (
        <main className="p-8">
          <ErrorNote words={errorSentence(error)} onRetry={() => void refetch()} />
        </main>
      )}
      {!error && !kit && (
        <p role="status" className="p-8 text-ink-soft">
          {firstText.loading}
        </p>
      )}
      {kit && <Steps kit={kit} />}
    </div>
  );
}

function Steps({ kit }: { readonly kit: Kit }) {
  const [step, setStep] = useState(0);
  const [shoots, setShoots] = useState<Shoots>('architecture');
  const [choice, setChoice] = useState<RigChoice>({ from: 'usual', id: 'shiftWide' });
  const [known, setKnown] = useState<KnownOfLens>({});
  const [before, setBefore] = useState<Before>({ kind: 'front', said: {}, distanceM: firstDistance('front') });
  // As it was typed; until then the setup is called by its subject.
  const [name, setName] = useState<string | null>(null);
  const chosen = useChosen(kit, choice, known);
  // A setup that is looked at again is the same setup.
  const [pinId] = useState(() => crypto.randomUUID());
  const settings = useMemo(
    () => chosen && firstSetup(chosen.rig, subjectWith(before.kind, before.said), before.distanceM, pinId),
    [chosen, before, pinId],
  );
  const heading = useRef<HTMLHeadingElement>(null);
  const go = (next: number) => {
    setStep(next);
    // What comes next begins at its heading, also for whoever does not see it.
    requestAnimationFrame(() => heading.current?.focus());
  };
  const choose = (next: Shoots) => {
    const [usual] = RIG_CLASSES.filter((each) => each.for.includes(next));
    const [kind = 'front'] = USUAL_SUBJECTS[next];
    setShoots(next);
    if (usual) setChoice({ from: 'usual', id: usual.id });
    setKnown({});
    setBefore({ kind, said: {}, distanceM: firstDistance(kind) });
  };
  const shown: readonly ReactNode[] = [
    <ShootStep key="shoot" chosen={shoots} onChoose={choose} />,
    <RigStep
      key="rig"
      shoots={shoots}
      choice={choice}
      rig={chosen?.rig ?? null}
      onChoose={(next) => {
        setChoice(next);
        setKnown({});
      }}
      onKnown={(more) => setKnown({ ...known, ...more })}
    />,
    <SubjectStep
      key="subject"
      shoots={shoots}
      rig={chosen?.rig ?? null}
      kind={before.kind}
      said={before.said}
      distanceM={before.distanceM}
      onKind={(kind) => setBefore({ kind, said: {}, distanceM: firstDistance(kind) })}
      onSaid={(key, value) => setBefore({ ...before, said: { ...before.said, [key]: value } })}
      onDistance={(distanceM) => setBefore({ ...before, distanceM })}
    />,
    settings && chosen && (
      <Result key="result" settings={settings} made={chosen.made} name={name ?? FIRST_NAMES[before.kind]} onName={setName} />
    ),
  ];
  return (
    <main className="mx-auto flex w-full max-w-4xl grow flex-col gap-5 p-6 max-md:p-4">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1 className="text-xl font-semibold" ref={heading} tabIndex={-1}>
          {firstText.title}
        </h1>
        <span className="text-sm text-ink-soft">{say(firstText.step, { n: step + 1 })}</span>
        <TextLink to="/jobs" onClick={() => remember(FIRST_DONE, 'yes')} className="ml-auto text-sm">
          {firstText.skip}
        </TextLink>
      </div>
      <ol aria-label={firstText.steps} className="grid grid-cols-4 gap-2">
        {STEPS.map((name, i) => (
          <li key={name} aria-current={i === step ? 'step' : undefined}>
            <button
              type="button"
              disabled={i > step}
              onClick={() => go(i)}
              className={`min-h-11 w-full border-t-3 pt-1.5 text-left text-sm disabled:text-ink-soft ${i <= step ? 'border-accent font-medium' : 'border-rule'}`}
            >
              <span className="tabular-nums">{i + 1}</span> {name}
            </button>
          </li>
        ))}
      </ol>
      <div className="grow">{shown[step]}</div>
      <div className="sticky bottom-0 flex justify-between gap-2 border-t border-hairline bg-ground py-3">
        <Button className="min-h-11" disabled={step === 0} onClick={() => go(step - 1)}>
          {firstText.back}
        </Button>
        {step < STEPS.length - 1 && (
          <Button look="main" className="min-h-11 px-6" disabled={settings === null} onClick={() => go(step + 1)}>
            {firstText.next}
          </Button>
        )}
      </div>
    </main>
  );
}

/** The rig that is chosen, put together; `null` where the kit has it no longer. */
function useChosen(kit: Kit, choice: RigChoice, known: KnownOfLens): Chosen | null {
  const items = useItems(kit);
  const own = useRigs();
  return useMemo(() => {
    if (choice.from === 'own') {
      const rig = own?.find(({ rigId }) => rigId === choice.id);
      return rig ? { rig, made: null } : null;
    }
    const of = RIG_CLASSES.find(({ id }) => id === choice.id);
    if (!of) return null;
    const made = usualRig(of, kit, known);
    const rig = builtRig(made.rig, new Map([...items, ...made.items.map((item) => [item.id, item] as const)]));
    return rig && { rig, made };
  }, [kit, items, own, choice, known]);
}

interface ResultProps {
  readonly settings: SetupSettings;
  readonly made: UsualRig | null;
  readonly name: string;
  readonly onName: (name: string) => void;
}

/** What Settle makes of it, and the way to the bench. */
function Result({ settings, made, name, onName }: ResultProps) {
  const { data: jobs } = api.useJobsQuery(undefined);
  const [search] = useSearchParams();
  const [jobId, setJobId] = useState(search.get('job') ?? '');
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const navigate = useNavigate();
  const tell = useToast();
  const create = async (chosen: SetupSettings) => {
    const parsed = nameSchema.safeParse(name);
    if (!parsed.success) {
      setFailure(parsed.error.issues[0]?.message ?? null);
      return;
    }
    setBusy(true);
    if (made) await changeKit(made.changes, made.rig.name);
    const into = jobId === '' ? await addJob(freeName(firstText.jobName, jobs?.map((each) => each.name) ?? [])) : jobId;
    const setupId = await addSetup(into, parsed.data, chosen);
    remember(FIRST_DONE, 'yes');
    await navigate(`/jobs/${into}/setups/${setupId}${chosen.scene ? '?step=frame' : ''}`);
    tell(say(firstText.created, { name: parsed.data }));
  };
  return (
    <ResultStep
      settings={settings}
      name={name}
      onName={onName}
      jobs={jobs ?? []}
      jobId={jobId}
      onJob={setJobId}
      busy={busy}
      failure={failure}
      onCreate={(chosen) =>
        void create(chosen).catch((error: unknown) => {
          setBusy(false);
          setFailure(say(firstText.couldNotCreate, { error: error instanceof Error ? error.message : '' }));
        })
      }
    />
  );
}
