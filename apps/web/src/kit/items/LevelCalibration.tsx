import { say } from '@gangway/messages/say';
import { levelText } from '@gangway/messages/web/kit/level';
import { useId, useState } from 'react';
import { photographLevelSchema, type PhotographLevel } from '@gangway/contract/photographLevel';
import { levelOffset } from '@gangway/core/plate/levelOffset';
import { fixed } from '@gangway/core/words';
import { refusalSentence } from '../../store/sendFiles';
import { Button } from '../../ui/Button';

/** A photograph that was measured, or why it was not. */
type Measured = { readonly name: string; readonly level: PhotographLevel } | { readonly name: string; readonly trouble: string };

/** Less sure readings than this are of no use, degrees. */
const UNSURE_DEG = 0.3;
/** Bounds of the focal length, mm. */
const LEAST_MM = 4;
const MOST_MM = 3000;

interface CalibrationProps {
  /** Takes pitch and roll of the camera when its own level reads zero, as they are typed. */
  readonly onApply: (pitch: string, roll: string) => void;
}

/** How far the level of a camera is off, from two photographs of the same uprights from opposite sides. */
export function LevelCalibration({ onApply }: CalibrationProps) {
  const [first, setFirst] = useState<Measured | null>(null);
  const [second, setSecond] = useState<Measured | null>(null);
  const [equivalent, setEquivalent] = useState('');
  const [busy, setBusy] = useState(false);
  const id = useId();
  const measure = async (file: File, put: (measured: Measured) => void) => {
    setBusy(true);
    put(await levelIn(file, equivalent));
    setBusy(false);
  };
  const readings = [first, second].flatMap((each) =>
    each && 'level' in each && each.level.uncertaintyDeg !== null
      ? [{ pitchDeg: each.level.pitchDeg, rollDeg: each.level.rollDeg, uncertaintyDeg: each.level.uncertaintyDeg }]
      : [],
  );
  const [one, other] = readings;
  const offset = one && other ? levelOffset(one, other) : null;
  return (
    <details className="rounded-md bg-sunk px-3 py-2 text-sm sm:col-span-3">
      <summary className="cursor-pointer font-medium">{levelText.title}</summary>
      <ol className="mt-2 grid max-w-prose list-decimal gap-1 pl-5">
        <li>{levelText.step1}</li>
        <li>{levelText.step2}</li>
        <li>{levelText.step3}</li>
      </ol>
      <div className="mt-2 grid gap-2 sm:grid-cols-3">
        <div>
          <label htmlFor={`${id}-equivalent`} className="text-ink-soft">
            {levelText.equivalent}
          </label>
          <input
            id={`${id}-equivalent`}
            value={equivalent}
            onChange={(event) => {
              setEquivalent(event.target.value);
              // What was measured with another focal length does not hold; the files are chosen again.
              setFirst(null);
              setSecond(null);
            }}
            inputMode="decimal"
            autoComplete="off"
            placeholder={levelText.asTheFileSays}
            className="w-full rounded-sm border border-rule bg-ground px-2 py-1 tabular-nums"
          />
        </div>
        {(
          [
            [levelText.first, first, setFirst],
            [levelText.second, second, setSecond],
          ] as const
        ).map(([label, measured, put]) => (
          <div key={label}>
            <label htmlFor={`${id}-${label}`} className="text-ink-soft">
              {label}
            </label>
            <input
              key={equivalent}
              id={`${id}-${label}`}
              type="file"
              accept="image/*"
              disabled={busy}
              onChange={({ target }) => {
                const [file] = target.files ?? [];
                if (file) void measure(file, put);
              }}
              className="w-full text-sm file:mr-2 file:rounded-sm file:border file:border-rule file:bg-sheet file:px-2 file:py-1"
            />
            {measured && <p role={'trouble' in measured ? 'alert' : 'status'}>{sentenceOf(measured)}</p>}
          </div>
        ))}
      </div>
      {busy && <p role="status">{levelText.measuring}</p>}
      {offset && (
        <div className="mt-2 grid gap-2">
          <p role="status">
            {say(levelText.found, {
              pitch: fixed(Math.abs(offset.pitchDeg), 2),
              up: offset.pitchDeg >= 0 ? 'yes' : 'no',
              roll: fixed(Math.abs(offset.rollDeg), 2),
              clockwise: offset.rollDeg >= 0 ? 'yes' : 'no',
              doubt: fixed(Math.max(0.01, offset.doubtDeg), 2),
            })}
          </p>
          <div>
            <Button onClick={() => onApply(fixed(offset.pitchDeg, 2).replace('−', '-'), fixed(offset.rollDeg, 2).replace('−', '-'))}>
              {levelText.apply}
            </Button>
          </div>
        </div>
      )}
    </details>
  );
}

function sentenceOf(measured: Measured): string {
  if ('trouble' in measured) return measured.trouble;
  const { pitchDeg, rollDeg, uncertaintyDeg } = measured.level;
  return say(levelText.reads, {
    pitch: fixed(Math.abs(pitchDeg), 2),
    up: pitchDeg >= 0 ? 'yes' : 'no',
    roll: fixed(Math.abs(rollDeg), 2),
    clockwise: rollDeg >= 0 ? 'yes' : 'no',
    doubt: fixed(Math.max(0.01, uncertaintyDeg ?? 0), 2),
  });
}

/** What the server measures in a photograph. */
async function levelIn(file: File, equivalent: string): Promise<Measured> {
  const { name } = file;
  const query = new URLSearchParams({ name });
  const mm = Number(equivalent.trim().replace(',', '.'));
  if (equivalent.trim() !== '' && !(mm >= LEAST_MM && mm <= MOST_MM))
    return { name, trouble: say(levelText.equivalentMust, { least: LEAST_MM, most: MOST_MM, typed: equivalent.trim() }) };
  if (equivalent.trim() !== '') query.set('equivalentMm', String(mm));
  const answer = await fetch(`/api/photograph-level?${query.toString()}`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/octet-stream' },
    body: file,
  }).catch(() => null);
  if (!answer) return { name, trouble: levelText.noServer };
  if (!answer.ok) return { name, trouble: await refusalSentence(answer) };
  const level = photographLevelSchema.parse(await answer.json());
  const isUnsure = !level.sure || level.uncertaintyDeg === null || level.uncertaintyDeg > UNSURE_DEG;
  return isUnsure ? { name, trouble: say(levelText.unsure, { name }) } : { name, level };
}
