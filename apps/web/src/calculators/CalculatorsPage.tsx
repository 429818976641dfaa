import { unitLabel } from '@gangway/messages/unit';
import { calculatorsText } from '@gangway/messages/web/calculators';
import { Suspense, useDeferredValue, useEffect, useMemo, useState } from 'react';
import { Navigate, NavLink, useParams } from 'react-router';
import { CHAPTERS, type Calculator } from '@gangway/core/calculators/calculator';
import { CALCULATORS, calculatorNamed } from '@gangway/core/calculators/registry';
import { TopBar } from '../ui/TopBar';
import { Button } from '../ui/Button';
import { chartOf } from './charts';
import { Select } from '../ui/Select';
import { asText, asValue, fieldsOf, shownAnswer, typedInput, withoutNull, type Field } from './fields';
import { SharpnessChooser } from './SharpnessChooser';
import { lazyPart } from '../ui/lazyPart';

const LineChart = lazyPart(() => import('./LineChart'), 'LineChart');

const CHAPTER_WORDS: Readonly<Record<(typeof CHAPTERS)[number], string>> = {
  focus: calculatorsText.focus,
  coverage: calculatorsText.coverage,
  perspective: calculatorsText.perspective,
  mosaic: calculatorsText.mosaic,
  exposure: calculatorsText.exposure,
  rig: calculatorsText.rig,
  survey: calculatorsText.measuringOnSite,
  lens: calculatorsText.lensTests,
};

/** Every calculation there is, to try with one's own numbers. */
export function CalculatorsPage() {
  const { name } = useParams();
  const calc = calculatorNamed(name ?? '');
  if (!calc) return <Navigate to={`/calculators/${CALCULATORS[0]?.name ?? ''}`} replace />;
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar where={<h1 className="font-semibold lg:sr-only">{calculatorsText.calculators}</h1>} />
      <div className="grid grow md:grid-cols-[15rem_minmax(0,1fr)]">
        <nav
          aria-label={calculatorsText.calculators}
          className="overflow-y-auto border-hairline p-4 max-md:max-h-56 max-md:border-b md:sticky md:top-0 md:max-h-[calc(100dvh-2.75rem)] md:border-r"
        >
          {CHAPTERS.map((chapter) => (
            <section key={chapter} className="mb-3">
              <h2 className="engraved mb-1">{CHAPTER_WORDS[chapter]}</h2>
              <ul>
                {CALCULATORS.filter((each) => each.chapter === chapter).map((each) => (
                  <li key={each.name}>
                    <NavLink
                      to={`/calculators/${each.name}`}
                      className={({ isActive }) =>
                        `block rounded-md border-l-3 px-2 py-1 text-sm ${isActive ? 'border-accent bg-sunk font-semibold' : 'border-transparent hover:bg-sunk'}`
                      }
                    >
                      {each.title}
                    </NavLink>
                  </li>
                ))}
              </ul>
            </section>
          ))}
        </nav>
        <main className="min-w-0 p-6 max-md:p-4">
          <Trial key={calc.name} calc={calc} />
        </main>
      </div>
    </div>
  );
}

// What was typed stays while other pages are looked at.
const remembered = new Map<string, Readonly<Record<string, string>>>();

function startTexts(calc: Calculator, fields: readonly Field[]): Readonly<Record<string, string>> {
  return Object.fromEntries(fields.map(({ key, kind }) => [key, asText(kind, calc.example[key])]));
}

interface Read {
  readonly input: Readonly<Record<string, unknown>>;
  readonly refusals: Readonly<Record<string, string>>;
}

function read(fields: readonly Field[], texts: Readonly<Record<string, string>>): Read {
  const input: Record<string, unknown> = {};
  const refusals: Record<string, string> = {};
  for (const { key, kind } of fields) {
    const value = asValue(kind, texts[key] ?? '');
    if ('refusal' in value) refusals[key] = value.refusal;
    else if (value.value !== undefined) input[key] = value.value;
  }
  return { input, refusals };
}

function Trial({ calc }: { readonly calc: Calculator }) {
  const fields = useMemo(() => fieldsOf(calc.input, 'input'), [calc]);
  const answers = useMemo(() => fieldsOf(calc.output, 'output'), [calc]);
  const [texts, setTexts] = useState(() => remembered.get(calc.name) ?? startTexts(calc, fields));
  const [blurReason, setBlurReason] = useState<string | null>(null);
  // A calculator chosen far down the list is shown from its top.
  useEffect(() => {
    window.scrollTo({ top: 0 });
  }, []);
  const change = (next: Readonly<Record<string, string>>) => {
    remembered.set(calc.name, next);
    setTexts(next);
  };
  const { input, refusals } = useMemo(() => read(fields, texts), [fields, texts]);
  const unreadable = Object.keys(refusals).length > 0;
  const answer = useMemo(() => (unreadable ? null : calc.calculate(input)), [calc, input, unreadable]);
  const error = answer && !answer.ok ? answer.error : null;
  const wrongField = error ? String(error.path[0] ?? '') : '';
  const calmInput = useDeferredValue(input);
  const chart = useMemo(() => (unreadable ? null : chartOf(calc.name, calmInput)), [calc, calmInput, unreadable]);

  return (
    <article className="grid max-w-4xl grid-cols-1 gap-5">
      <header className="flex flex-wrap items-start gap-3">
        <div className="grow">
          <h2 className="text-xl font-semibold">{calc.title}</h2>
          <p className="text-ink-soft">{calc.purpose}</p>
        </div>
        <Button onClick={() => change(startTexts(calc, fields))}>{calculatorsText.resetToExample}</Button>
      </header>
      <div className="grid grid-cols-1 gap-6 lg:grid-cols-2">
        <form
          aria-label={calculatorsText.input}
          onSubmit={(event) => event.preventDefault()}
          className="grid grid-cols-1 content-start gap-2"
        >
          {fields.map((field) => (
            <FieldInput
              key={field.key}
              field={field}
              text={texts[field.key] ?? ''}
              refusal={refusals[field.key] ?? (wrongField === field.key ? (error?.message ?? null) : null)}
              note={field.key === 'cocMm' ? blurReason : null}
              onText={(text) => {
                if (field.key === 'cocMm') setBlurReason(null);
                change({ ...texts, [field.key]: text });
              }}
            />
          ))}
        </form>
        <section aria-label={calculatorsText.answer} aria-live="polite">
          <h3 className="engraved mb-1">{calculatorsText.answer}</h3>
          {answer?.ok ? (
            <dl className="divide-y divide-hairline border-y border-hairline">
              {answers.map(({ key, unit, meaning, nullIs }) => (
                <div key={key} className="grid grid-cols-[minmax(min-content,1fr)_auto] gap-x-4 py-1">
                  <dt className="text-sm text-ink-soft">{withoutNull(meaning)}</dt>
                  <dd className="text-right font-semibold break-words tabular-nums max-lg:max-w-48" data-answer={key}>
                    {shownAnswer(answer.out[key], nullIs)}{' '}
                    {answer.out[key] !== null && (
                      <span className="text-sm font-normal text-ink-soft">{unit === 'f/' ? '' : unitLabel(unit)}</span>
                    )}
                  </dd>
                </div>
              ))}
            </dl>
          ) : (
            <p role="alert" className="rounded-md border border-fails p-3 text-sm text-fails">
              {error ? error.message : calculatorsText.aFieldCannotBeRead}
            </p>
          )}
        </section>
      </div>
      {fields.some(({ key }) => key === 'cocMm') && (
        <SharpnessChooser
          onUse={(cocMm, reason) => {
            setBlurReason(reason);
            change({ ...texts, cocMm: String(Number(cocMm.toPrecision(4))) });
          }}
        />
      )}
      {chart && (
        <Suspense fallback={<p className="text-sm text-ink-soft">{calculatorsText.loadingTheChart}</p>}>
          <LineChart spec={chart} />
        </Suspense>
      )}
      <section aria-label={calculatorsText.whatItRestsOn} className="grid gap-1 border-t border-hairline pt-3 text-sm">
        <p className="font-medium">{calc.formula}</p>
        <p>
          <span className="text-ink-soft">{calculatorsText.source}</span> {calc.source}.
        </p>
        <p>
          <span className="text-ink-soft">{calculatorsText.limits}</span> {calc.limits}
        </p>
        {calc.school && (
          <p>
            <span className="text-ink-soft">{calculatorsText.schools}</span> {calc.school}
          </p>
        )}
        <p>
          <span className="text-ink-soft">{calculatorsText.atTheCommandLine}</span>{' '}
          <code className="text-xs break-all">{`npx gangway calc ${calc.name} '${typedInput(input)}'`}</code>
        </p>
      </section>
    </article>
  );
}

interface FieldInputProps {
  readonly field: Field;
  readonly text: string;
  readonly refusal: string | null;
  readonly note: string | null;
  readonly onText: (text: string) => void;
}

/** What one line of a multi-line field holds; `null` for other fields. */
function linesWords({ kind, perLine }: Field): string | null {
  if (kind === 'rows') return calculatorsText.aLineForEachRow;
  if (kind !== 'points') return null;
  return perLine === 4 ? calculatorsText.aLineForEachLine : calculatorsText.aLineForEachX;
}

function FieldInput({ field, text, refusal, note, onText }: FieldInputProps) {
  const { key, kind, unit, meaning } = field;
  const id = `field-${key}`;
  const lines = linesWords(field);
  const look = `rounded-sm border bg-sheet px-2 py-0.5 text-base tabular-nums ${refusal ? 'border-fails' : 'border-rule'}`;
  const props = {
    id,
    value: text,
    'aria-invalid': refusal !== null,
    'aria-describedby': refusal ? `${id}-refusal` : undefined,
    autoComplete: 'off',
  };
  return (
    <div>
      <div className="grid grid-cols-[minmax(0,1fr)_7rem_2.2rem] items-center gap-2">
        <label htmlFor={id} className={`text-sm leading-tight ${kind === 'rows' ? 'col-span-3' : ''}`}>
          {meaning}
          {lines !== null && <span className="block text-xs text-ink-soft">{lines}</span>}
        </label>
        {lines !== null ? (
          <textarea
            {...props}
            wrap="off"
            rows={Math.min(8, text.split('\n').length + 1)}
            onChange={(event) => onText(event.target.value)}
            className={`${look} text-sm ${kind === 'rows' ? 'col-span-3' : 'col-span-2'}`}
          />
        ) : (
          <>
            {kind === 'choice' ? (
              <Select id={id} value={text} onChange={(event) => onText(event.target.value)} className="bg-sheet">
                {field.choices.map((word) => (
                  <option key={word} value={word}>
                    {shownAnswer(word)}
                  </option>
                ))}
              </Select>
            ) : (
              <input
                {...props}
                inputMode={kind === 'number' ? 'decimal' : undefined}
                placeholder={kind === 'numberOrNothing' ? calculatorsText.none : undefined}
                onChange={(event) => onText(event.target.value)}
                className={`${look} ${kind === 'number' || kind === 'numberOrNothing' ? 'text-right' : ''}`}
              />
            )}
            <span className="text-sm text-ink-soft">{unit === 'f/' ? '' : unitLabel(unit)}</span>
          </>
        )}
      </div>
      {note && <p className="text-xs text-ink-soft">{note}</p>}
      {refusal && (
        <p id={`${id}-refusal`} className="text-xs text-fails">
          {refusal}
        </p>
      )}
    </div>
  );
}
