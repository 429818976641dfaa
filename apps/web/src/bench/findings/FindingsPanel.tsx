import { ArrowRight } from 'lucide-react';
import type { Finding, Remedy } from '@gangway/core/findings/finding';
import { findingNote, findingSentence, remedySentence, remedySetting, STATE_WORDS } from '@gangway/core/findings/wording';
import { STATE_COLOUR, StateMark } from '../../ui/StateMark';

interface FindingsPanelProps {
  readonly findings: readonly Finding[];
  readonly onApply: (remedy: Remedy) => void;
  readonly onEditRig: () => void;
}

/** What Gangway has to say about the stand, worst first, each with what would cure it. */
export function FindingsPanel({ findings, onApply, onEditRig }: FindingsPanelProps) {
  return (
    <section aria-label="Findings">
      <h2 className="engraved mb-1">Findings</h2>
      <ul className="divide-y divide-hairline">
        {findings.map((finding) => (
          <li key={finding.kind} className="flex gap-2.5 py-2" data-finding={finding.kind} data-state={finding.state}>
            <span className="pt-0.5">
              <StateMark state={finding.state} />
            </span>
            <div className="grow">
              <p className="text-sm leading-snug">
                <span className={`font-semibold ${STATE_COLOUR[finding.state]}`}>{STATE_WORDS[finding.state]}</span>
                {' · '}
                {findingSentence(finding)}
              </p>
              <Note finding={finding} />
              <Remedies finding={finding} onApply={onApply} onEditRig={onEditRig} />
            </div>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Note({ finding }: { readonly finding: Finding }) {
  const note = findingNote(finding);
  return note && <p className="mt-0.5 text-xs text-ink-soft">{note}</p>;
}

function Remedies({ finding, onApply, onEditRig }: Omit<FindingsPanelProps, 'findings'> & { readonly finding: Finding }) {
  if (finding.state === 'unknown') {
    return (
      <button type="button" onClick={onEditRig} className="mt-1 text-sm font-medium text-accent underline underline-offset-4">
        Give the figure
      </button>
    );
  }
  if (finding.state === 'fails' && finding.remedies.length === 0) {
    return <p className="mt-0.5 text-xs text-ink-soft">Nothing on this rig cures it alone: it takes another lens or back.</p>;
  }
  if (finding.remedies.length === 0) return null;
  return (
    <ul className="mt-1.5 flex flex-wrap gap-1.5" aria-label="Remedies">
      {finding.remedies.map((remedy) => (
        <li key={remedySentence(remedy)}>
          <button
            type="button"
            title={remedySentence(remedy)}
            onClick={() => onApply(remedy)}
            className="inline-flex min-h-7 items-center gap-1 rounded-md border border-rule bg-ground px-2 text-sm hover:border-accent hover:text-accent max-sm:min-h-10"
          >
            <ArrowRight size={13} aria-hidden />
            <span className="font-medium">{remedySetting(remedy)}</span>
            <span className="text-xs text-ink-soft">{remedy.leavesMm.toFixed(1)} mm to spare</span>
          </button>
        </li>
      ))}
    </ul>
  );
}
