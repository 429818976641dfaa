import { fieldHelp } from '@gangway/messages/web/fieldHelp';
import { CircleHelp, X } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { remember, remembered } from '../store/remembered';
import { useCommands } from './commands';
import { helpOf } from './fieldHelp';

const NAME = 'gangway.fieldHelp';

type Field = HTMLInputElement | HTMLSelectElement | HTMLTextAreaElement;

const isField = (target: EventTarget | null): target is Field =>
  target instanceof HTMLInputElement || target instanceof HTMLSelectElement || target instanceof HTMLTextAreaElement;

/** The label of a field without what stands in it. */
function labelOf(field: Field): string {
  const given = field.getAttribute('aria-label');
  if (given !== null) return given;
  const [label] = field.labels ?? [];
  const texts = [...(label?.childNodes ?? [])].filter((node) => !isField(node)).map((node) => node.textContent ?? '');
  return texts.join('').trim();
}

/** The help of a field of the page; `null` for one that has none, or that already has its own words. */
function helpFor(field: Field): string | null {
  if (field.hasAttribute('aria-describedby')) return null;
  return helpOf(labelOf(field), field.closest('[data-part]')?.getAttribute('data-part') ?? null);
}

/** What the field that is in use is for: at the foot of the page, on a phone at its head, where the keyboard does not cover it. */
export function HelpLine() {
  const [wanted, setWanted] = useState(() => remembered(NAME) !== 'no');
  const [help, setHelp] = useState<string | null>(() => (isField(document.activeElement) ? helpFor(document.activeElement) : null));
  useEffect(() => {
    const came = ({ target }: FocusEvent) => setHelp(isField(target) ? helpFor(target) : null);
    const left = () => setHelp(null);
    document.addEventListener('focusin', came);
    document.addEventListener('focusout', left);
    return () => {
      document.removeEventListener('focusin', came);
      document.removeEventListener('focusout', left);
    };
  }, []);
  useCommands(
    useMemo(() => {
      const run = () => {
        setWanted(!wanted);
        remember(NAME, wanted ? 'no' : 'yes');
      };
      return [{ label: wanted ? fieldHelp.hide : fieldHelp.show, run }];
    }, [wanted]),
  );
  if (!wanted || help === null) return null;
  return (
    <div
      data-testid="field-help"
      aria-live="polite"
      className="print:hidden pointer-events-none fixed right-0 z-40 flex items-start gap-2 border-rule bg-sheet px-4 py-2 text-sm shadow-raised max-lg:inset-x-0 max-lg:top-0 max-lg:border-b lg:bottom-0 lg:w-[26rem] lg:border-t lg:border-l"
    >
      <CircleHelp size={16} aria-hidden className="mt-0.5 shrink-0 text-accent" />
      <p className="grow">
        <span className="sr-only">{fieldHelp.title}: </span>
        {help}
      </p>
      <button
        type="button"
        aria-label={fieldHelp.hide}
        title={fieldHelp.hide}
        // Not on the press itself: the field would lose the focus, and this its words.
        onPointerDown={(event) => event.preventDefault()}
        onClick={() => {
          setWanted(false);
          remember(NAME, 'no');
        }}
        tabIndex={-1}
        className="pointer-events-auto grid size-6 shrink-0 place-items-center rounded hover:bg-sunk max-sm:size-11"
      >
        <X size={14} aria-hidden />
      </button>
    </div>
  );
}
