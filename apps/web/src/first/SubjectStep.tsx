import { firstText } from '@gangway/messages/web/first';
import { bounded } from '@gangway/contract/bounds';
import type { Rig } from '@gangway/core/model/rig';
import { firstSetup } from '@gangway/core/planning/firstSetup';
import type { Shoots } from '@gangway/core/rig/usualRigs';
import { SUBJECTS } from '@gangway/core/subjects/subject';
import { useMemo } from 'react';
import { SmallPicture } from '../setup/settle/SolutionButton';
import { DistanceField } from '../setup/DistanceField';
import { NumberField } from '../ui/NumberField';
import { Choice } from './Choice';
import { Question } from './Question';
import { askedOf, firstDistance, subjectWith, USUAL_SUBJECTS, type FirstSubject } from './start';

interface SubjectStepProps {
  readonly shoots: Shoots;
  readonly rig: Rig | null;
  readonly kind: FirstSubject;
  readonly said: Readonly<Record<string, number>>;
  readonly distanceM: number;
  readonly onKind: (kind: FirstSubject) => void;
  readonly onSaid: (key: string, value: number) => void;
  readonly onDistance: (distanceM: number) => void;
}

const PICTURE_PX = 72;

/** What is before the camera, with its rough dimensions and how far away it is. */
export function SubjectStep({ shoots, rig, kind, said, distanceM, onKind, onSaid, onDistance }: SubjectStepProps) {
  const subject = subjectWith(kind, said);
  return (
    <div className="grid gap-6">
      <Question title={firstText.whatIsBeforeTheCamera} help={firstText.whatIsBeforeTheCameraHelp}>
        {USUAL_SUBJECTS[shoots].map((each) => (
          <Choice
            key={each}
            name="subject"
            chosen={each === kind}
            onChoose={() => onKind(each)}
            picture={rig && <Picture rig={rig} kind={each} />}
            title={each === 'none' ? firstText.circleOnly : SUBJECTS[each].title}
            help={each === 'none' ? firstText.circleOnlyHelp : undefined}
          />
        ))}
      </Question>
      {subject !== null && (
        <section aria-label={firstText.dimensions}>
          <h2 className="engraved mb-2">{firstText.dimensions}</h2>
          <div className="flex flex-wrap gap-x-6 gap-y-2">
            {askedOf(kind).map(([key, spec]) => (
              <NumberField
                key={`${kind} ${key}`}
                label={spec.label}
                unit={spec.unit}
                value={(subject as unknown as Readonly<Record<string, number>>)[key] ?? 0}
                decimals={decimalsOf(spec.whole)}
                onCommit={(value) => {
                  const read = bounded(spec).safeParse(value);
                  if (read.success) onSaid(key, spec.whole ? Math.round(value) : value);
                  return read.success ? null : (read.error.issues[0]?.message ?? null);
                }}
              />
            ))}
            <DistanceField distanceM={distanceM} onDistance={onDistance} />
          </div>
        </section>
      )}
    </div>
  );
}

const decimalsOf = (whole: boolean): number => (whole ? 0 : 2);

/** A subject of the kind as this rig sees it, before anything is set. */
function Picture({ rig, kind }: { readonly rig: Rig; readonly kind: FirstSubject }) {
  const settings = useMemo(() => firstSetup(rig, subjectWith(kind, {}), firstDistance(kind), kind), [rig, kind]);
  return (
    <span className="grid shrink-0 place-items-center" style={{ width: PICTURE_PX, height: PICTURE_PX }}>
      {kind === 'none' ? (
        <svg width="44" height="44" viewBox="0 0 44 44" aria-hidden>
          <circle cx="22" cy="22" r="20" fill="none" stroke="var(--ink)" strokeWidth="1.3" />
          <rect x="9" y="13" width="26" height="18" fill="var(--accent-wash)" stroke="var(--accent)" strokeWidth="1.3" />
        </svg>
      ) : (
        <SmallPicture settings={settings} size={PICTURE_PX} />
      )}
    </span>
  );
}
