import { ArrowRight } from 'lucide-react';
import { type CheckResult, checkNote, checkSentence } from '@gangway/core/checks/evaluate';
import { type Fix } from '@gangway/core/checks/fix';
import { fixSentence, fixSetting, marginWords } from '@gangway/core/checks/wording';
import { FindingRow } from '../../ui/FindingRow';
import { useFindings } from './useFindings';
import type { SetupSettings } from '@gangway/core/model/setup';

interface FindingsPanelProps {
  readonly settings: SetupSettings;
  readonly onApply: (patch: Fix['patch'], said: string) => void;
  readonly onAsk: (kind: CheckResult['kind']) => void;
}

/** What Gangway has to say about the stand, worst first, each with what would cure it. */
export function FindingsPanel({ settings, onApply, onAsk }: FindingsPanelProps) {
  const { findings, fresh, failed } = useFindings(settings);
  return (
    <section aria-label="Findings">
      <h2 className="engraved mb-1">Findings</h2>
      <ul className="divide-y divide-hairline">
        {findings.map((finding) => (
          <FindingRow
            key={finding.kind}
            kind={finding.kind}
            state={finding.state}
            sentence={checkSentence(finding)}
            // What a tenth of a degree does stands in the step Frame; here it is said when it matters.
            note={finding.kind === 'level' && finding.state === 'holds' ? null : checkNote(finding)}
          >
            <Remedies finding={finding} fresh={fresh} failed={failed} onApply={onApply} onAsk={onAsk} />
          </FindingRow>
        ))}
      </ul>
    </section>
  );
}

/** Findings about what the rig can; the others are about where it stands. */
const ON_THE_RIG: ReadonlySet<CheckResult['kind']> = new Set(['lightCircle', 'sharpCircle', 'travel']);

/** What is missing for these is asked for at its own step. */
const NOT_ON_THE_RIG: ReadonlySet<CheckResult['kind']> = new Set(['pins', 'soft', 'parallax', 'room', 'film']);

function Remedies({
  finding,
  fresh,
  failed,
  onApply,
  onAsk,
}: Omit<FindingsPanelProps, 'settings'> & { readonly finding: CheckResult; readonly fresh: boolean; readonly failed: boolean }) {
  // What is missing there is no figure of the rig.
  if (NOT_ON_THE_RIG.has(finding.kind) && finding.state === 'unknown') return null;
  if (finding.state === 'unknown') {
    return (
      <button
        type="button"
        onClick={() => onAsk(finding.kind)}
        className="mt-1 text-sm font-medium text-accent underline underline-offset-4"
      >
        Give the figure
      </button>
    );
  }
  if (!fresh && finding.fixes.length === 0 && (finding.state === 'fails' || finding.state === 'tight')) {
    return <p className="mt-0.5 text-xs text-ink-soft">Looking for what cures it …</p>;
  }
  if (failed && finding.state === 'fails')
    return (
      <p className="mt-0.5 text-xs text-ink-soft">
        Seeking what cures it went wrong, by a fault of Gangway: whether anything does is not known.
      </p>
    );
  if (finding.state === 'fails' && finding.fixes.length === 0) {
    return (
      <p className="mt-0.5 text-xs text-ink-soft">
        {ON_THE_RIG.has(finding.kind)
          ? 'Nothing on this rig cures it alone: it takes another lens or back.'
          : 'No one change cures it without making something else worse.'}
      </p>
    );
  }
  if (finding.fixes.length === 0) return null;
  return (
    <ul className="mt-1.5 flex flex-wrap gap-1.5" aria-label="Remedies">
      {finding.fixes.map((remedy) => (
        <li key={fixSentence(remedy)}>
          <button
            type="button"
            title={fixSentence(remedy)}
            disabled={!fresh}
            onClick={() => onApply(remedy.patch, fixSetting(remedy))}
            className="inline-flex min-h-7 items-center text-left gap-1 rounded-md border border-rule bg-ground px-2 text-sm hover:border-accent hover:text-accent max-sm:min-h-10"
          >
            <ArrowRight size={13} className="shrink-0" aria-hidden />
            <span className="font-medium">{fixSetting(remedy)}</span>
            <span className="shrink-0 text-xs text-ink-soft">{marginWords(remedy.leaves)} to spare</span>
          </button>
        </li>
      ))}
    </ul>
  );
}
