import { checksText } from '@gangway/messages/web/bench/checks';
import { say } from '@gangway/messages/say';
import { SCALE_DIRECTIONS, type ScaleEntry, type ScaleRow } from '@gangway/core/planning/shiftScale';
import { apertureWords, fixed } from '@gangway/core/words';
import { memo } from 'react';
import { Th } from '../../ui/Table';

const ARROWS: Readonly<Record<(typeof SCALE_DIRECTIONS)[number]['id'], string>> = {
  up: '↑',
  'up right': '↗',
  right: '→',
  'down right': '↘',
  down: '↓',
  'down left': '↙',
  left: '←',
  'up left': '↖',
};

interface ShiftScaleTableProps {
  readonly rows: readonly ScaleRow[];
  readonly fNumber: number;
  readonly onAperture: (fNumber: number) => void;
}

/** The shift scale: how far the frame may go by aperture and direction, and what ends it. */
export const ShiftScaleTable = memo(function ShiftScaleTable({ rows, fNumber, onAperture }: ShiftScaleTableProps) {
  const mechanismKnown = rows.every(({ diagonal }) => diagonal.mechanismKnown);
  const anyOutside = rows.some(({ diagonal }) => diagonal.limitedBy === 'frameOutside');
  return (
    <section aria-label={checksText.shiftScale}>
      <h2 className="engraved mb-1">{checksText.shiftScaleMm}</h2>
      {rows.length === 0 ? (
        <p className="text-sm text-ink-soft">{checksText.unknownTheLensHasNo}</p>
      ) : (
        <>
          <div className="overflow-x-auto">
            <table className="w-full border-collapse text-right text-xs tabular-nums">
              <thead>
                <tr className="border-b border-rule">
                  <Th className="py-0.5 text-left">
                    <span className="sr-only">{checksText.aperture}</span>
                  </Th>
                  {SCALE_DIRECTIONS.map(({ id, name }) => (
                    <Th key={id} className="px-0.5" title={name}>
                      <span aria-hidden>{ARROWS[id]}</span>
                      <span className="sr-only">{name}</span>
                    </Th>
                  ))}
                  <Th className="pl-1" title={checksText.towardACornerOfThe}>
                    {checksText.corner}
                  </Th>
                </tr>
              </thead>
              <tbody>
                {rows.map((row) => {
                  const set = row.fNumber === fNumber;
                  return (
                    <tr
                      key={row.fNumber}
                      className={set ? 'bg-accent-wash font-semibold' : 'hover:bg-sunk'}
                      aria-current={set || undefined}
                    >
                      <Th scope="row" className="text-left">
                        <button
                          type="button"
                          className="min-h-7 w-full px-1 text-left hover:text-accent"
                          aria-label={say(checksText.set, { fNumber: apertureWords(row.fNumber) })}
                          onClick={() => onAperture(row.fNumber)}
                        >
                          {apertureWords(row.fNumber)}
                        </button>
                      </Th>
                      {[...row.directions, row.diagonal].map((entry, i) => (
                        <td key={i} className="px-0.5">
                          <Entry entry={entry} />
                        </td>
                      ))}
                    </tr>
                  );
                })}
              </tbody>
            </table>
          </div>
          <p className="mt-1 text-2xs text-ink-soft">
            <span aria-hidden className="mr-1 inline-block h-2.5 w-0.75 bg-ink" />
            {checksText.theSlideEndsBeforeThe}
            {anyOutside && checksText.theFrameDoesNotFit}
            {!mechanismKnown && checksText.theCircleAloneTheTravel}
          </p>
        </>
      )}
    </section>
  );
});

function Entry({ entry }: { readonly entry: ScaleEntry }) {
  if (entry.limitMm === null) return <span title={checksText.theFrameDoesNotFit2}>–</span>;
  return (
    <span
      className="inline-flex items-center justify-end gap-0.5"
      title={entry.limitedBy === 'stop' ? checksText.endStop : checksText.endOfTheSharpCircle}
    >
      {fixed(entry.limitMm, 1)}
      <span className={`inline-block h-2.5 w-0.75 ${entry.limitedBy === 'stop' ? 'bg-ink' : ''}`}>
        {entry.limitedBy === 'stop' && <span className="sr-only">{checksText.endStop2}</span>}
      </span>
    </span>
  );
}
