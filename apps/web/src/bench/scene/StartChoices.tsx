import { plateText } from '@gangway/messages/web/bench/plate';
import { sceneText } from '@gangway/messages/web/bench/scene';
import { say } from '@gangway/messages/say';
import { Suspense, useState, type ReactNode } from 'react';
import { useNavigate, useParams } from 'react-router';
import { FIRST_SUBJECTS, SUBJECTS, type Subject, type SubjectKind } from '@gangway/core/subjects/subject';
import type { Scene } from '@gangway/core/model/scene';
import { lazyPart } from '../../ui/lazyPart';
import { firstScene, sceneEdit } from './sceneEdit';
import { SubjectSelect } from './SubjectSelect';

const ImportModel = lazyPart(() => import('./ImportModel'), 'ImportModel');

/** The four ways to plan a setup of which no place is known; what it is focused on stands there. */
export function StartChoices({ focusM }: { readonly focusM: number | null }) {
  const { jobId = '', setupId = '' } = useParams();
  const navigate = useNavigate();
  const [importing, setImporting] = useState(false);
  const setup = `/jobs/${jobId}/setups/${setupId}`;
  const sceneOf = (subject: Subject): Scene => firstScene(subject, focusM !== null && focusM > 0 ? focusM : undefined);
  const choose = (kind: SubjectKind) => {
    if (kind === 'model') setImporting(true);
    else sceneEdit.tryScene(sceneOf(FIRST_SUBJECTS[kind]), SUBJECTS[kind].title.toLowerCase());
  };
  return (
    <section aria-label={plateText.startTitle} className="grid h-full content-center gap-3 overflow-y-auto p-4">
      <h2 className="text-lg font-semibold">{plateText.startTitle}</h2>
      <div className="grid grid-cols-2 gap-3 max-sm:grid-cols-1">
        <Choice title={plateText.startPhotograph} help={plateText.startPhotographHelp} onChoose={() => void navigate(`${setup}/plate`)}>
          <rect x="18" y="10" width="84" height="56" rx="4" />
          <path d="M18 56L44 34L60 48L76 30L102 54" />
          <path d="M30 66V22M90 66V22" stroke="var(--accent)" />
          <path d="M18 44H102" stroke="var(--accent)" strokeDasharray="6 4" />
        </Choice>
        <Choice title={plateText.startSubject} help={plateText.startSubjectHelp} onChoose={() => choose('front')}>
          <path d="M30 66V22H90V66" />
          <path d="M12 66H108" />
          <path d="M40 32h8v10h-8zM56 32h8v10h-8zM72 32h8v10h-8zM40 50h8v10h-8zM56 50h8v16h-8zM72 50h8v10h-8z" />
          <path d="M26 14H94M26 10v8M94 10v8" stroke="var(--accent)" />
        </Choice>
        <Choice title={plateText.startModel} help={plateText.startModelHelp} onChoose={() => choose('model')}>
          <path d="M30 30L58 20L90 30L62 42Z" />
          <path d="M30 30V58L62 70V42M62 70L90 58V30" />
          <path d="M30 58L62 42M62 70L90 30" stroke="var(--accent)" strokeDasharray="3 3" />
        </Choice>
        <Choice title={plateText.startCircle} help={plateText.startCircleHelp} onChoose={() => void navigate(setup)}>
          <circle cx="60" cy="40" r="32" />
          <rect x="40" y="18" width="40" height="28" stroke="var(--accent)" />
          <path d="M60 32V54M56 36L60 32L64 36" stroke="var(--accent)" />
        </Choice>
      </div>
      <label className="flex flex-wrap items-center gap-2 text-sm">
        <span className="text-ink-soft">{sceneText.subject}</span>
        <SubjectSelect value={null} onChoose={choose} />
      </label>
      {importing && (
        <Suspense fallback={null}>
          <ImportModel
            onClose={() => setImporting(false)}
            onUse={(subject) => {
              const refusal = sceneEdit.tryScene(sceneOf(subject), say(sceneText.theModel, { name: subject.mesh.name }));
              if (refusal === null) setImporting(false);
              return refusal;
            }}
          />
        </Suspense>
      )}
    </section>
  );
}

function Choice({
  title,
  help,
  onChoose,
  children,
}: {
  readonly title: string;
  readonly help: string;
  readonly onChoose: () => void;
  readonly children: ReactNode;
}) {
  return (
    <button
      type="button"
      onClick={onChoose}
      className="grid content-start justify-items-start gap-1 rounded-md border border-rule bg-sheet p-3 text-left hover:border-ink max-sm:grid-cols-[6rem_minmax(0,1fr)] max-sm:gap-x-3"
    >
      <svg
        viewBox="0 0 120 78"
        aria-hidden
        className="h-20 w-auto max-sm:row-span-2 max-sm:h-14"
        fill="none"
        stroke="var(--ink-soft)"
        strokeWidth="1.6"
      >
        {children}
      </svg>
      <span className="font-semibold">{title}</span>
      <span className="text-sm text-ink-soft">{help}</span>
    </button>
  );
}
