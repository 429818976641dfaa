import { uiText } from '@gangway/messages/web/ui';
import { useRef, useState } from 'react';
import { nameSchema } from '@gangway/contract/name';

interface NameEditorProps {
  readonly label: string;
  readonly name: string;
  /** Takes the new name; answers a sentence when it could not be kept. */
  readonly onRename: (name: string) => Promise<string | null> | string | null;
  readonly onDone: () => void;
  readonly className?: string;
}

/** A name in place of itself as a field: Enter takes it, Escape leaves it as it was, a refused one stays with the reason. */
export function NameEditor({ label, name, onRename, onDone, className = '' }: NameEditorProps) {
  const [text, setText] = useState(name);
  const [refusal, setRefusal] = useState<string | null>(null);
  const finished = useRef(false);

  const finish = () => {
    finished.current = true;
    onDone();
  };
  const commit = async () => {
    if (finished.current) return;
    const parsed = nameSchema.safeParse(text);
    if (!parsed.success) {
      setRefusal(parsed.error.issues[0]?.message ?? uiText.thisNameCannotBeUsed);
      return;
    }
    const refused = parsed.data === name ? null : await onRename(parsed.data);
    if (refused === null) finish();
    else setRefusal(refused);
  };

  return (
    <span className="relative block grow">
      <input
        autoFocus
        aria-label={label}
        aria-invalid={refusal !== null}
        value={text}
        onFocus={(event) => event.currentTarget.select()}
        onChange={(event) => {
          setText(event.target.value);
          setRefusal(null);
        }}
        onBlur={() => void commit()}
        onKeyDown={(event) => {
          if (event.key === 'Enter') void commit();
          if (event.key === 'Escape') {
            event.stopPropagation();
            finish();
          }
        }}
        className={`w-full rounded-sm border-b border-accent bg-sunk px-1 ${className}`}
      />
      {refusal && (
        <span
          role="alert"
          className="absolute top-full left-0 z-30 mt-1 rounded-md border border-fails bg-sheet p-2 text-sm font-normal text-fails shadow-raised"
        >
          {refusal}
        </span>
      )}
    </span>
  );
}
