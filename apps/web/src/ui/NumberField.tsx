import { inFeet } from '@gangway/messages/language';
import { FOOT_M, lengthWords } from '@gangway/messages/length';
import { unitLabel } from '@gangway/messages/unit';
import { uiText } from '@gangway/messages/web/ui';
import { say } from '@gangway/messages/say';
import { memo, useId, useState } from 'react';
import { fixed } from '@gangway/core/words';
import { typedLength } from '@gangway/contract/typedLength';
import { typedNumber } from '@gangway/contract/typedNumber';
import { useCalm } from './useThrottled';

interface NumberFieldProps {
  readonly label: string;
  readonly unit: string;
  readonly value: number;
  readonly decimals: number;
  /** How the value stands in the field, where decimals alone do not say it. */
  readonly words?: string;
  /** Nothing is entered yet: a question mark stands for the value. */
  readonly empty?: boolean;
  /** How what was typed is read, where it is no plain number, and what it is like. */
  readonly read?: { readonly parse: (text: string) => number | null; readonly isNo: string };
  /** Takes the number, or says in a sentence why not. */
  readonly onCommit: (value: number) => string | null;
  /** Whether ∞ may be typed. */
  readonly endless?: boolean;
  readonly hideLabel?: boolean;
  readonly width?: string;
}

const isLength = (unit: string): unit is 'm' | 'mm' => unit === 'm' || unit === 'mm';

/** A length may be typed in any unit; a plain number is in that of the field. */
function parserOf(unit: string, feet: boolean): (text: string) => number | null {
  if (!isLength(unit)) return typedNumber;
  if (!feet) return (text) => typedLength(text, unit);
  return (text) => {
    const typed = typedLength(text, 'ft');
    return typed === null ? null : typed * FOOT_M;
  };
}

/** While a value is dragged its field follows at most so often, ms. */
const FOLLOW_MS = 100;

/** A typed number: Enter or leaving takes it, Escape puts the old one back, a refusal says why and keeps what was typed. */
export const NumberField = memo(function NumberField({
  label,
  unit,
  value,
  decimals,
  words: given,
  empty = false,
  read,
  onCommit,
  endless = false,
  hideLabel = false,
  width,
}: NumberFieldProps) {
  const id = useId();
  // What has words of its own, as a guide number, stays in the unit that stands beside it.
  const feet = unit === 'm' && given === undefined && inFeet();
  const written = feet && Number.isFinite(value) ? lengthWords(value, decimals) : fixed(value, decimals);
  const words = empty ? '?' : (given ?? written);
  const calm = useCalm(words, FOLLOW_MS);
  const [draft, setDraft] = useState<{ readonly text: string; readonly refusal: string | null } | null>(null);

  const commit = () => {
    if (!draft) return;
    const number = (read?.parse ?? parserOf(unit, feet))(draft.text);
    const like = empty ? written : words;
    const none = number === null || (number === Number.POSITIVE_INFINITY && !endless);
    const refusal = none
      ? `${label}: “${draft.text.slice(0, 24)}” ${read?.isNo ?? (isLength(unit) ? say(uiText.isNotALengthEnter, { words: like, unit }) : say(uiText.isNotANumberEnter, { words: like }))}`
      : onCommit(number);
    setDraft(refusal === null ? null : { text: draft.text, refusal });
  };

  return (
    <span className="relative inline-flex flex-col">
      <span className="inline-flex items-baseline gap-1.5">
        <label htmlFor={id} className={hideLabel ? 'sr-only' : 'text-sm text-ink-soft'}>
          {label}
        </label>
        <input
          id={id}
          inputMode="decimal"
          autoComplete="off"
          // Nothing half-typed in it: undo is the bench's, not the field's.
          data-settled={draft === null}
          value={draft?.text ?? calm}
          aria-invalid={draft?.refusal ? true : undefined}
          aria-describedby={draft?.refusal ? `${id}-refusal` : undefined}
          onFocus={(event) => event.currentTarget.select()}
          onChange={(event) => setDraft({ text: event.target.value, refusal: null })}
          onBlur={commit}
          onKeyDown={(event) => {
            if (event.key === 'Enter') commit();
            if (event.key === 'Escape' && draft) {
              event.stopPropagation();
              setDraft(null);
            }
          }}
          className={`${width ?? (feet ? 'w-24' : 'w-16')} rounded-sm border-b bg-transparent px-1 text-right text-base tabular-nums hover:bg-sunk focus:bg-sunk ${draft?.refusal ? 'border-fails' : 'border-rule'}`}
        />
        <span className="min-w-3.5 text-sm text-ink-soft">{feet ? '' : unitLabel(unit)}</span>
      </span>
      {draft?.refusal && (
        <span
          id={`${id}-refusal`}
          role="alert"
          className="absolute top-full left-0 z-30 mt-1 w-64 rounded-md border border-fails bg-sheet p-2 text-sm text-fails shadow-raised"
        >
          {draft.refusal}
        </span>
      )}
    </span>
  );
});
