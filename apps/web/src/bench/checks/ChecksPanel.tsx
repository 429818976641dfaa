import { checksText } from '@gangway/messages/web/bench/checks';
import { say } from '@gangway/messages/say';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { ArrowRight } from 'lucide-react';
import { type CheckResult, checkNote, checkSentence, missingValue } from '@gangway/core/checks/evaluate';
import type { Fix } from '@gangway/core/checks/fix';
import { checkNamed } from '@gangway/core/checks/registry';
import { fixSentence, fixSetting, marginWords } from '@gangway/core/checks/wording';
import type { RigParts } from '@gangway/core/model/rig';
import type { MissingValue } from '@gangway/core/rig/missing';
import { CheckRow } from '../../ui/CheckRow';
import { useChecks } from './useChecks';
import { TextButton } from '../../ui/TextButton';

interface ChecksPanelProps {
  readonly geometry: Geometry;
  readonly onApply: (patch: Fix['patch'], said: string) => void;
  readonly onAsk: (missing: MissingValue) => void;
}

/** What Gangway has to say about the setup, worst first, each with what would cure it. */
export function ChecksPanel({ geometry, onApply, onAsk }: ChecksPanelProps) {
  const { findings, fresh, failed } = useChecks(geometry);
  return (
    <section aria-label={checksText.checks}>
      <h2 className="engraved mb-1">{checksText.checks}</h2>
      <ul className="divide-y divide-hairline">
        {findings.map((finding) => (
          <CheckRow
            key={finding.kind}
            kind={finding.kind}
            state={finding.state}
            sentence={checkSentence(finding)}
            // What a tenth of a degree does stands in the step Frame; here it is said when it matters.
            note={finding.kind === 'level' && finding.state === 'passes' ? null : checkNote(finding)}
          >
            <Remedies finding={finding} parts={geometry.settings.rig.parts} fresh={fresh} failed={failed} onApply={onApply} onAsk={onAsk} />
          </CheckRow>
        ))}
      </ul>
    </section>
  );
}

function Remedies({
  finding,
  parts,
  fresh,
  failed,
  onApply,
  onAsk,
}: Omit<ChecksPanelProps, 'geometry'> & {
  readonly finding: CheckResult;
  readonly parts: RigParts;
  readonly fresh: boolean;
  readonly failed: boolean;
}) {
  if (finding.state === 'unknown') {
    const missing = missingValue(finding.kind, parts);
    // What is missing there is no value of the rig.
    if (missing === null) return null;
    return (
      <TextButton onClick={() => onAsk(missing)} className="mt-1 text-sm font-medium">
        {checksText.enterTheMissingValue}
      </TextButton>
    );
  }
  if (!fresh && finding.fixes.length === 0 && (finding.state === 'fails' || finding.state === 'tight')) {
    return <p className="mt-0.5 text-xs text-ink-soft">{checksText.lookingForFixes}</p>;
  }
  if (failed && finding.state === 'fails') return <p className="mt-0.5 text-xs text-ink-soft">{checksText.couldNotComputeFixesInternal}</p>;
  if (finding.state === 'fails' && finding.fixes.length === 0) {
    return (
      <p className="mt-0.5 text-xs text-ink-soft">
        {checkNamed(finding.kind).step === 'coverage' ? checksText.noSingleChangeOnThis : checksText.noSingleChangeFixesThis}
      </p>
    );
  }
  if (finding.fixes.length === 0) return null;
  return (
    <ul className="mt-1.5 flex flex-wrap gap-1.5" aria-label={checksText.fixes}>
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
            <span className="shrink-0 text-xs text-ink-soft">{say(checksText.toSpare, { leaves: marginWords(remedy.leaves) })}</span>
          </button>
        </li>
      ))}
    </ul>
  );
}
