import { testsText } from '@gangway/messages/web/kit/tests';
import { StateMark } from '../../ui/StateMark';

/** What a test found, in sentences. */
export function Conclusions({ sentences }: { readonly sentences: readonly string[] }) {
  if (sentences.length === 0) return null;
  return (
    <section aria-label={testsText.conclusions}>
      <h3 className="mb-1 font-semibold">{testsText.conclusions}</h3>
      <ul className="grid max-w-prose gap-1">
        {sentences.map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
      </ul>
    </section>
  );
}

/** What is in doubt or was not measured, in sentences. */
export function Doubts({ sentences }: { readonly sentences: readonly string[] }) {
  if (sentences.length === 0) return null;
  return (
    <section aria-label={testsText.notMeasured}>
      <h3 className="mb-1 font-semibold">{testsText.notMeasured}</h3>
      <ul className="grid max-w-prose gap-1.5">
        {sentences.map((sentence) => (
          <li key={sentence} className="flex items-start gap-2">
            <StateMark state="unknown" /> <span>{sentence}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
