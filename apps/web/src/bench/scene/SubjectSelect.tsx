import { sceneText } from '@gangway/messages/web/bench/scene';
import { SUBJECT_KINDS, SUBJECTS, type SubjectKind } from '@gangway/core/subjects/subject';
import { Select } from '../../ui/Select';

/** The kinds of subject, to choose from. */
export function SubjectSelect({ value, onChoose }: { readonly value: SubjectKind | null; readonly onChoose: (kind: SubjectKind) => void }) {
  return (
    <Select
      aria-label={sceneText.subject}
      value={value ?? ''}
      onChange={({ target }) => {
        const kind = SUBJECT_KINDS.find((each) => each === target.value);
        if (kind) onChoose(kind);
      }}
      wide
    >
      {value === null && <option value="">{sceneText.choose}</option>}
      {SUBJECT_KINDS.map((kind) => (
        <option key={kind} value={kind}>
          {SUBJECTS[kind].title}
        </option>
      ))}
    </Select>
  );
}
