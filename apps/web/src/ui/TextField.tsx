import { useId, useState } from 'react';

interface TextFieldProps {
  readonly label: string;
  readonly value: string;
  readonly hideLabel?: boolean;
  /** Takes the text, or says in a sentence why not. */
  readonly onCommit: (value: string) => string | null;
}

/** A typed text: Enter or leaving takes it, Escape puts the old one back, a refusal says why and keeps what was typed. */
export function TextField({ label, value, onCommit, hideLabel = false }: TextFieldProps) {
  const id = useId();
  const [draft, setDraft] = useState<{ readonly text: string; readonly refusal: string | null } | null>(null);
  const commit = () => {
    if (!draft) return;
    const refusal = draft.text === value ? null : onCommit(draft.text);
    setDraft(refusal === null ? null : { text: draft.text, refusal });
  };
  return (
    <span className="relative flex w-full items-baseline gap-1.5">
      <label htmlFor={id} className={hideLabel ? 'sr-only' : 'text-sm text-ink-soft'}>
        {label}
      </label>
      <input
        id={id}
        autoComplete="off"
        data-settled={draft === null}
        value={draft?.text ?? value}
        aria-invalid={draft?.refusal ? true : undefined}
        aria-describedby={draft?.refusal ? `${id}-refusal` : undefined}
        onChange={(event) => setDraft({ text: event.target.value, refusal: null })}
        onBlur={commit}
        onKeyDown={(event) => {
          if (event.key === 'Enter') commit();
          if (event.key === 'Escape' && draft) {
            event.stopPropagation();
            setDraft(null);
          }
        }}
        className={`min-w-0 grow rounded-sm border-b bg-transparent px-1 hover:bg-sunk focus:bg-sunk ${draft?.refusal ? 'border-fails' : 'border-rule'}`}
      />
      {draft?.refusal && (
        <span
          id={`${id}-refusal`}
          role="alert"
          className="absolute top-full left-0 z-30 mt-1 w-60 rounded-md border border-fails bg-sheet p-2 text-sm text-fails shadow-raised"
        >
          {draft.refusal}
        </span>
      )}
    </span>
  );
}
