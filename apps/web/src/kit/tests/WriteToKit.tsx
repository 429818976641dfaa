import { localDay, writtenDay } from '@gangway/messages/date';
import { say } from '@gangway/messages/say';
import { testsText } from '@gangway/messages/web/kit/tests';
import { useState } from 'react';
import { atHeight } from '@gangway/core/aberrations/aberrations';
import type { ItemOf } from '@gangway/core/kit/item';
import type { LightSpecs } from '@gangway/core/lensTests/light';
import type { HeightTable } from '@gangway/core/lensTests/heightTables';
import { withMeasuredSharpness, type SharpSpecs } from '@gangway/core/lensTests/measuredSharpSpecs';
import { withMeasuredLight } from '@gangway/core/lensTests/measuredSpecs';
import { apertureWords, fixed, mmWords } from '@gangway/core/words';
import { errorSentence } from '../../store/api';
import { Button } from '../../ui/Button';
import { useToast } from '../../ui/Notes';
import { Th } from '../../ui/Table';
import { useOpenKit } from '../KitFrame';
import { useChangeKit } from '../useKit';
import type { OpenTest } from './TestPage';

/** A value in the kit now, and as measured. */
type Row = readonly [label: string, now: string, measured: string];

interface WriteProps {
  readonly open: OpenTest;
  readonly rowsFor: (lens: ItemOf<'lens'>) => readonly Row[];
  /** The lens with what was measured. */
  readonly changed: (lens: ItemOf<'lens'>) => ItemOf<'lens'>;
  /** What to know about the values beside them. */
  readonly note?: string | null;
}

/** The light of a lens as measured, beside what the kit has, to be written there. */
export function WriteLight({ open, specs }: { readonly open: OpenTest; readonly specs: LightSpecs | null }) {
  if (!specs) return null;
  const widest = Math.min(...open.test.settings.shots.map(({ fNumber }) => fNumber));
  return <WriteToKit open={open} rowsFor={(lens) => lightRows(lens, specs, widest)} changed={(lens) => withMeasuredLight(lens, specs)} />;
}

/** The sharpness of a lens as measured, beside what the kit has, to be written there. */
export function WriteSharpness({ open, specs }: { readonly open: OpenTest; readonly specs: SharpSpecs | null }) {
  if (!specs) return null;
  return (
    <WriteToKit
      open={open}
      rowsFor={(lens) => sharpRows(lens, withMeasuredSharpness(lens, specs), specs)}
      changed={(lens) => withMeasuredSharpness(lens, specs)}
      note={specs.sharpCircles?.some(({ isByEye }) => isByEye) ? testsText.circlesByEye : null}
    />
  );
}

/** The measured values beside those of the kit, and the button that writes them there. */
function WriteToKit({ open, rowsFor, changed, note = null }: WriteProps) {
  const { test, lens, rig } = open;
  const kit = useOpenKit();
  const change = useChangeKit();
  const tell = useToast();
  const [busy, setBusy] = useState(false);
  const { settings } = test;
  if (settings.otherCopy) return null;
  const row = kit.items.find(({ item }) => item.id === lens?.id);
  const converter = rig && 'between' in rig.parts && rig.parts.between.some(({ kind }) => kind === 'converter');
  const write = async () => {
    if (!lens || !row) return;
    setBusy(true);
    const now = new Date();
    await change(
      [{ op: 'putItem', item: changed(lens), archived: row.archived, version: row.version }],
      say(testsText.writtenSaid, { name: lens.name }),
      { id: test.id, settings: { ...settings, appliedAt: now.toISOString() } },
    ).then(
      () => tell(say(testsText.isWritten, { name: lens.name, date: writtenDay(localDay(now)) })),
      (refused: unknown) => tell(errorSentence(refused)),
    );
    setBusy(false);
  };
  return (
    <section aria-label={testsText.kit} className="grid gap-2 rounded-md border border-rule bg-sheet p-3 text-sm">
      <h3 className="font-semibold">{testsText.kit}</h3>
      {!lens && <p>{testsText.lensGone}</p>}
      {lens && converter && <p>{testsText.withConverter}</p>}
      {lens && !converter && (
        <>
          <table className="w-full">
            <thead>
              <tr className="border-b border-rule text-ink-soft">
                <Th className="py-1 text-left">{testsText.value}</Th>
                <Th end className="pr-2">
                  {testsText.now}
                </Th>
                <Th end>{testsText.measured}</Th>
              </tr>
            </thead>
            <tbody>
              {rowsFor(lens).map(([label, now, measured]) => (
                <tr key={label} className="border-b border-hairline align-top">
                  <Th scope="row" className="py-1 pr-2 text-left font-normal">
                    {label}
                  </Th>
                  <td className="py-1 pr-2 text-right whitespace-nowrap tabular-nums">{now}</td>
                  <td className="py-1 text-right font-medium whitespace-nowrap tabular-nums">{measured}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {note !== null && <p className="text-ink-soft">{note}</p>}
          <p className="text-ink-soft">{testsText.writeHelp}</p>
          <div className="flex flex-wrap items-center gap-2">
            <Button look="main" disabled={busy} onClick={() => void write()}>
              {testsText.writeToKit}
            </Button>
            {settings.appliedAt !== null && (
              <span className="text-ink-soft">
                {say(testsText.alreadyWritten, { date: writtenDay(localDay(new Date(settings.appliedAt))) })}
              </span>
            )}
          </div>
        </>
      )}
    </section>
  );
}

/** What changes in the kit, line by line: label, value now, value measured. Falloff is compared at the farthest image height that was measured. */
function lightRows({ specs: now }: ItemOf<'lens'>, measured: LightSpecs, wideFNumber: number): readonly Row[] {
  const lastMm = measured.heightsMm.at(-1) ?? 0;
  const falloff = (fNumber: number, before: readonly number[], after: readonly number[]) =>
    [
      say(testsText.falloffAt, { aperture: apertureWords(fNumber), mm: mmWords(lastMm) }),
      before.length === 0 ? testsText.unknown : say(testsText.stops, { stops: fixed(atHeight(now.heightsMm, before, lastMm), 2) }),
      say(testsText.stops, { stops: fixed(after.at(-1) ?? 0, 2) }),
    ] as const;
  const largest = Math.max(0, ...now.sharpCircles.map(({ diameterMm }) => diameterMm));
  const { falloffStoppedFNumber: stopped, falloffStoppedStops } = measured;
  return [
    [
      testsText.imageCircle,
      now.imageCircleMm === null ? testsText.unknown : mmWords(now.imageCircleMm),
      measured.imageCircleMm === null ? testsText.unknown : mmWords(measured.imageCircleMm),
    ],
    ...(measured.imageCircleMm !== null && largest > measured.imageCircleMm
      ? [[testsText.sharpCircles, mmWords(largest), mmWords(measured.imageCircleMm)] as const]
      : []),
    falloff(wideFNumber, now.falloffWideStops, measured.falloffWideStops),
    ...(stopped === null ? [] : [falloff(stopped, now.falloffStoppedStops, falloffStoppedStops ?? [])]),
  ];
}

/** What changes in the kit by frames of the test chart. */
function sharpRows({ specs: now }: ItemOf<'lens'>, { specs: then }: ItemOf<'lens'>, measured: SharpSpecs): readonly Row[] {
  const { sharpCircles, heightsMm, tangentialSagMm, sagittalSagMm, distortionPercent, focusShiftFNumbers } = measured;
  const lastMm = heightsMm.at(-1) ?? 0;
  const circleOf = ({ sharpCircles: rows }: typeof now, fNumber: number): string => {
    const row = rows.find((each) => each.fNumber === fNumber);
    if (!row) return testsText.unknown;
    return row.evidence === 'byEye' ? say(testsText.byEye, { mm: mmWords(row.diameterMm) }) : mmWords(row.diameterMm);
  };
  const row = (label: string, of: (specs: typeof now) => string): Row => [label, of(now), of(then)];
  const atLast = (key: HeightTable, unit: (value: number) => string) => (specs: typeof now) =>
    specs[key].length === 0 ? testsText.unknown : unit(atHeight(specs.heightsMm, specs[key], lastMm));
  const mm = (value: number): string => say(testsText.mmOnly, { mm: fixed(value, 2) });
  const percent = (value: number): string => say(testsText.percent, { percent: fixed(value, 2) });
  return [
    ...(sharpCircles ?? []).map(({ fNumber }) =>
      row(say(testsText.sharpCircleAt, { aperture: apertureWords(fNumber) }), (specs) => circleOf(specs, fNumber)),
    ),
    ...(tangentialSagMm ? [row(say(testsText.tangentialSag, { mm: mmWords(lastMm) }), atLast('tangentialSagMm', mm))] : []),
    ...(sagittalSagMm ? [row(say(testsText.sagittalSag, { mm: mmWords(lastMm) }), atLast('sagittalSagMm', mm))] : []),
    ...(distortionPercent ? [row(say(testsText.distortionAt, { mm: mmWords(lastMm) }), atLast('distortionPercent', percent))] : []),
    ...(focusShiftFNumbers
      ? [
          row(say(testsText.focusShiftTo, { aperture: apertureWords(focusShiftFNumbers.at(-1) ?? NaN) }), ({ focusShiftMm }) =>
            focusShiftMm.length === 0 ? testsText.unknown : mm(focusShiftMm.at(-1) ?? 0),
          ),
        ]
      : []),
  ];
}
