import { checkSentence } from '@gangway/core/checks/evaluate';
import { verdictLine, verdictState } from '@gangway/core/checks/verdict';
import { geometryOf } from '@gangway/core/geometry/geometry';
import type { SetupSettings } from '@gangway/core/model/setup';
import { checksOf } from '../setup/checksOf';
import { CircleMiniature } from '../setup/CircleMiniature';
import { StateMark } from '../ui/StateMark';

/** The Circle of a setup in small. */
export function SetupCircle({ settings, sizePx }: { readonly settings: SetupSettings; readonly sizePx: number }) {
  return <CircleMiniature geometry={geometryOf(settings)} size={sizePx} />;
}

/** What the checks of a setup come to, with the worst of them. */
export function SetupVerdict({ settings }: { readonly settings: SetupSettings }) {
  const found = checksOf(settings);
  const worst = verdictState(found);
  const [first] = found;
  return (
    <p className="mt-1 flex items-start gap-2 text-sm">
      <StateMark state={worst} />
      <span className="min-w-0">
        <span className="font-semibold">{verdictLine(found, settings.rig.parts)}</span>
        {first && (worst === 'fails' || worst === 'unknown') && <span className="block text-ink-soft">{checkSentence(first)}</span>}
      </span>
    </p>
  );
}
