import { ArrowRight } from 'lucide-react';
import type { Finding, Remedy } from '@gangway/core/findings/finding';
import { findingNote, findingSentence, remedySentence, remedySetting } from '@gangway/core/findings/wording';
import { FindingRow } from '../../ui/FindingRow';

interface FindingsPanelProps {
  readonly findings: readonly Finding[];
  readonly onApply: (remedy: Remedy) => void;
  readonly onAsk: (kind: Finding['kind']) => void;
}

/** What Gangway has to say about the stand, worst first, each with what would cure it. */
export function FindingsPanel({ findings, onApply, onAsk }: FindingsPanelProps) {
  return (
    <section aria-label="Findings">
      <h2 className="engraved mb-1">Findings</h2>
      <ul className="divide-y divide-hairline">
        {findings.map((finding) => (
          <FindingRow key={finding.kind} kind={finding.kind} state={finding.state} sentence={findingSentence(finding)} note={findingNote(finding)}>
            <Remedies finding={finding} onApply={onApply} onAsk={onAsk} />
          </FindingRow>
        ))}
      </ul>
    </section>
  );
}

function Remedies({ finding, onApply, onAsk }: Omit<FindingsPanelProps, 'findings'> & { readonly finding: Finding }) {
  if (finding.state === 'unknown') {
    return (
      <button type="button" onClick={() => onAsk(finding.kind)} className="mt-1 text-sm font-medium text-accent underline underline-offset-4">
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
