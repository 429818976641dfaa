import { uiText } from '@gangway/messages/web/ui';
import { say } from '@gangway/messages/say';
import type { ReactNode } from 'react';
import { STATE_COLOUR, StateMark } from './StateMark';
import { type CheckState, STATE_LABELS } from '@gangway/core/state';

interface CheckRowProps {
  readonly kind: string;
  readonly state: CheckState;
  readonly sentence: string;
  readonly note: string | null;
  /** Whether it stands on a card of its own: something has to be done about it. */
  readonly card?: boolean;
  /** What it takes for granted, where that is to be shown. */
  readonly assumes?: string | null;
  /** What can be done about it. */
  readonly children?: ReactNode;
}

/** One finding: its mark, its state in a word, the sentence, what stands behind it, and what can be done. */
export function CheckRow({ kind, state, sentence, note, assumes, card = false, children }: CheckRowProps) {
  const padding = state === 'passes' ? 'py-1' : 'py-2';
  return (
    <li
      className={`flex gap-2.5 ${padding} ${card ? 'rounded-md border border-hairline bg-ground px-2.5' : ''}`}
      data-check={kind}
      data-state={state}
    >
      <span className="pt-0.5">
        <StateMark state={state} />
      </span>
      <div className="grow">
        <p className={state === 'passes' ? 'text-[0.8125rem] leading-snug' : 'text-sm leading-snug'}>
          <span className={`font-semibold ${STATE_COLOUR[state]}`}>{STATE_LABELS[state]}</span>
          {' · '}
          {sentence}
        </p>
        {note && <p className="mt-0.5 text-xs text-ink-soft">{note}</p>}
        {assumes && <p className="mt-0.5 text-xs text-ink-soft">{say(uiText.assumes, { assumes })}</p>}
        {children}
      </div>
    </li>
  );
}
