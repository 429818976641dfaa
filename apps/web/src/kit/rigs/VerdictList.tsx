import { rigsText } from '@gangway/messages/web/kit/rigs';
import { say } from '@gangway/messages/say';
import { ArrowRight } from 'lucide-react';
import type { MissingValue } from '@gangway/core/rig/missing';
import { rigChangeLabel, type RigFix } from '@gangway/core/rig/fixes';
import { CheckRow } from '../../ui/CheckRow';
import { verdictNote, verdictSentence, type Verdict, type VerdictKind } from '@gangway/core/rig/verdicts/verdicts';
import { TextButton } from '../../ui/TextButton';

interface VerdictListProps {
  readonly verdicts: readonly Verdict[];
  readonly cures: ReadonlyMap<VerdictKind, readonly RigFix[]>;
  readonly onCure: (cure: RigFix) => void;
  readonly onAsk: (ask: MissingValue) => void;
}

/** What Gangway has to say about a rig, worst first, each with what of the kit would cure it and what it would need to know. */
export function VerdictList({ verdicts, cures, onCure, onAsk }: VerdictListProps) {
  return (
    <section aria-label={rigsText.checks}>
      <h3 className="engraved mb-1">{rigsText.checks}</h3>
      <ul className="divide-y divide-hairline">
        {verdicts.map((verdict) => (
          <CheckRow
            key={verdict.kind}
            kind={verdict.kind}
            state={verdict.state}
            sentence={verdictSentence(verdict)}
            note={verdictNote(verdict)}
          >
            {verdict.asks.length > 0 && (
              <ul className="mt-1 grid gap-0.5 text-sm">
                {verdict.asks.map((ask) => (
                  <li key={`${ask.itemId}${ask.spec}`}>
                    <TextButton onClick={() => onAsk(ask)} title={ask.how} className="text-left font-medium">
                      {say(rigsText.of, { label: ask.label, itemName: ask.itemName })}
                    </TextButton>
                    {ask.how !== '' && <span className="block text-xs text-ink-soft">{ask.how}</span>}
                  </li>
                ))}
              </ul>
            )}
            {(cures.get(verdict.kind)?.length ?? 0) > 0 && (
              <ul className="mt-1.5 flex flex-wrap gap-1.5" aria-label={rigsText.fixes}>
                {cures.get(verdict.kind)?.map((cure) => (
                  <li key={rigChangeLabel(cure.change)}>
                    <button
                      type="button"
                      onClick={() => onCure(cure)}
                      className="inline-flex min-h-7 items-center gap-1 rounded-md border border-rule bg-ground px-2 text-sm font-medium hover:border-accent hover:text-accent max-sm:min-h-10"
                    >
                      <ArrowRight size={13} aria-hidden />
                      {rigChangeLabel(cure.change)}
                    </button>
                  </li>
                ))}
              </ul>
            )}
          </CheckRow>
        ))}
      </ul>
    </section>
  );
}
