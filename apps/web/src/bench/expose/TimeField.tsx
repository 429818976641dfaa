import { timeWords } from '@gangway/core/exposure/shutter';
import { useId, useState } from 'react';
import { typedTime } from './typedTime';

interface TimeFieldProps {
  readonly label: string;
  readonly timeS: number;
  readonly onCommit: (timeS: number) => string | null;
  readonly hideLabel?: boolean;
}

/** A time as a shutter has it: 1/125, 0.5, 8, 2:30. */
export function TimeField({ label, timeS, onCommit, hideLabel = false }: TimeFieldProps) {
  const id = useId();
  const [draft, setDraft] = useState<{ readonly text: string; readonly refusal: string | null } | null>(null);
  const words = timeWords(timeS).replace(/ s$/u, '');
  const commit = () => {
    if (!draft) return;
    const typed = typedTime(draft.text);
    const refusal = typed === null ? `${label}: “${draft.text.slice(0, 24)}” is no time; type one like 1/125, 0.5, 8 or 2:30.` : onCommit(typed);
    setDraft(refusal === null ? null : { text: draft.text, refusal });
  };
  return (
    <span className="relative inline-flex items-baseline gap-1.5">
      <label htmlFor={id} className={hideLabel ? 'sr-only' : 'text-sm text-ink-soft'}>
        {label}
      </label>
      <input
        id={id}
        autoComplete="off"
        data-settled={draft === null}
        value={draft?.text ?? words}
        aria-invalid={draft?.refusal ? true : undefined}
        aria-describedby={draft?.refusal ? `${id}-refusal` : undefined}
        onFocus={(event) => event.currentTarget.select()}
        onChange={({ target }) => setDraft({ text: target.value, refusal: null })}
        onBlur={commit}
        onKeyDown={(event) => {
          if (event.key === 'Enter') commit();
          if (event.key === 'Escape' && draft) {
            event.stopPropagation();
            setDraft(null);
          }
        }}
        className={`w-16 rounded-sm border-b bg-transparent px-1 text-right text-base tabular-nums hover:bg-sunk focus:bg-sunk ${draft?.refusal ? 'border-fails' : 'border-rule'}`}
      />
      <span className="min-w-3.5 text-sm text-ink-soft">s</span>
      {draft?.refusal && (
        <span id={`${id}-refusal`} role="alert" className="absolute top-full left-0 z-30 mt-1 w-64 rounded-md border border-fails bg-sheet p-2 text-sm text-fails shadow-raised">
          {draft.refusal}
        </span>
      )}
    </span>
  );
}
