import type { Geometry } from '@gangway/core/geometry/geometry';
import { memo, useState } from 'react';
import { EXPOSURE_FIGURES as F } from '@gangway/contract/exposure';
import { timeWords, type SetTime } from '@gangway/core/exposure/shutter';
import { equivalentPairs, greyFor, totalTakes, workingExposure, type Working } from '@gangway/core/exposure/working';
import { luminanceOf } from '@gangway/core/exposure/apex';
import { apertureWords, fixed } from '@gangway/core/words';
import { Countdown } from './Countdown';
import { setExposure } from './setExposure';
import { TimeField } from './TimeField';
import { SHUTTERS } from '@gangway/core/exposure/choices';
import type { Meter } from '@gangway/core/model/exposure';
import { movementEdit } from '../movements/movementEdit';
import { Th } from '../../ui/Table';
import { TextButton } from '../../ui/TextButton';

/** From the reading to what is set, line by line; the bracket; the pairs that give the same; a countdown. */
export const ExposeSheet = memo(function ExposeSheet({ geometry }: { readonly geometry: Geometry }) {
  const working = workingExposure(geometry);
  if (!working) {
    return (
      <div className="grid place-content-center gap-2 p-6 text-center text-ink-soft">
        <p className="max-w-sm">
          Enter the meter reading at the left; the shutter speed follows, corrected for extension, filters, falloff and film.
        </p>
      </div>
    );
  }
  return (
    <div className="grid min-h-0 content-start gap-x-6 gap-y-5 overflow-y-auto p-2 text-sm xl:grid-cols-[minmax(0,1.35fr)_minmax(0,1fr)]">
      <section aria-label="Set shutter to">
        <Ledger geometry={geometry} working={working} />
        {working.takes.length > 0 && <Takes geometry={geometry} working={working} />}
      </section>
      <section aria-label="Other ways" className="grid content-start gap-4">
        <Countdown takes={working.takes} />
        <Grey geometry={geometry} />
        <PairTable geometry={geometry} />
      </section>
    </div>
  );
});

const signed = (stops: number): string => `${stops > 0 ? '+' : ''}${fixed(stops, 2)}`;

function Ledger({ geometry, working }: { readonly geometry: Geometry; readonly working: Working }) {
  const { meter } = geometry.settings.exposure;
  const { lines, timeS, takes, ev100, shutter } = working;
  const main = takes.find(({ stops }) => stops === 0) ?? takes[0] ?? null;
  const read = readingLine(meter);
  const loss = main ? Math.log2(main.neededS / ((timeS ?? 0) * 2 ** main.stops)) : 0;
  return (
    <table className="w-full border-collapse tabular-nums" aria-label="From reading to shutter speed">
      <tbody>
        <Line
          words="Meter"
          value={read}
          soft={`${meter?.kind === 'ev' && meter.iso === 100 ? '' : `EV ${fixed(ev100, 1)} at ISO 100, `}about ${Number(luminanceOf(ev100, 100).toPrecision(2))} cd/m²`}
        />
        {lines.map(({ id, words, stops }, i) => (
          <Line key={`${id} ${i}`} words={words} value={stops === null ? 'unknown' : `${signed(stops)} stops`} bad={stops === null} />
        ))}
        <Line
          words={`At ${apertureWords(geometry.settings.fNumber)}, ISO ${geometry.settings.exposure.iso}`}
          value={timeS === null ? 'unknown' : timeWords(timeS)}
          strong
        />
        {Math.abs(loss) > 0.005 && main && (
          <Line
            words="Reciprocity"
            value={`${signed(loss)} stops`}
            soft={`${timeWords(main.neededS)} needed${main.beyond ? ', beyond its table' : ''}`}
            bad={main.beyond}
          />
        )}
        {main && (
          <tr className="border-t-2 border-rule">
            <Th scope="row" className="py-2 text-left align-top font-semibold">
              Set shutter to
              <span className="block text-xs font-normal text-ink-soft">{SHUTTERS[shutter.kind]}</span>
            </Th>
            <td className="py-2 text-right align-top">
              <span data-testid="time-to-set" className="text-2xl font-semibold">
                {timeWords(main.timeS)}
              </span>
              <span className="block text-xs text-ink-soft">{setWords(main)}</span>
            </td>
          </tr>
        )}
      </tbody>
    </table>
  );
}

function readingLine(meter: Meter | null): string {
  if (meter === null) return '';
  if (meter.kind === 'ev') return `EV ${fixed(meter.ev, 1)} at ISO ${meter.iso}`;
  return `${apertureWords(meter.fNumber)} at ${timeWords(meter.timeS)}, ISO ${meter.iso}`;
}

function Line({
  words,
  value,
  soft,
  strong = false,
  bad = false,
}: {
  readonly words: string;
  readonly value: string;
  readonly soft?: string;
  readonly strong?: boolean;
  readonly bad?: boolean;
}) {
  return (
    <tr className={`border-b border-hairline ${strong ? 'font-semibold' : ''}`}>
      <Th scope="row" className={`py-1 pr-3 text-left align-top ${strong ? 'font-semibold' : 'font-normal text-ink-soft'}`}>
        {words}
      </Th>
      <td className={`py-1 text-right align-top ${bad ? 'text-fails' : ''}`}>
        {value}
        {soft !== undefined && <span className="block text-xs font-normal text-ink-soft">{soft}</span>}
      </td>
    </tr>
  );
}

/** How exact what is set is. */
function setWords({ errorStops, bulb, can }: SetTime): string {
  const off = Math.abs(errorStops) < 0.02 ? 'exact' : `${fixed(Math.abs(errorStops), 2)} stops ${errorStops > 0 ? 'more' : 'less'} light`;
  return [bulb ? 'bulb' : '', canLine(can), off].filter((words) => words !== '').join('; ');
}

function canLine(can: boolean | null) {
  if (can === false) return 'outside this shutter’s range';
  if (can === null) return 'shutter range unknown';
  return '';
}

function Takes({ geometry, working: { takes } }: { readonly geometry: Geometry; readonly working: Working }) {
  if (takes.length < 2) return null;
  return (
    <>
      <h3 className="engraved mt-4 mb-1">Bracket, in order</h3>
      <table className="w-full border-collapse tabular-nums" aria-label="The bracket">
        <thead>
          <tr className="border-b border-rule text-left text-ink-soft">
            <Th>Shot</Th>
            <Th end>Light</Th>
            <Th end>Time</Th>
            <Th className="pl-3">As set</Th>
          </tr>
        </thead>
        <tbody>
          {takes.map((take, i) => (
            <tr key={i} className="border-b border-hairline">
              <Th scope="row" className="py-1 text-left">
                {i + 1}
              </Th>
              <td className="text-right whitespace-nowrap">{take.stops === 0 ? 'as metered' : `${signed(take.stops)} stops`}</td>
              <td className="pl-2 text-right font-semibold whitespace-nowrap">{timeWords(take.timeS)}</td>
              <td className={`pl-3 text-xs ${take.can === false ? 'text-fails' : 'text-ink-soft'}`}>{setWords(take)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 text-xs text-ink-soft">
        {totalTakes(geometry)} shots in all. Only the shutter speed changes: aperture would change depth of field, ISO the noise.
      </p>
    </>
  );
}

function PairTable({ geometry }: { readonly geometry: Geometry }) {
  return (
    <div>
      <h3 className="engraved mb-1">The same exposure at other apertures</h3>
      <ul className="flex flex-wrap gap-1">
        {equivalentPairs(geometry).map(({ fNumber, set }) => (
          <li key={fNumber}>
            <button
              type="button"
              aria-pressed={fNumber === geometry.settings.fNumber}
              onClick={() => movementEdit.setAperture(fNumber)}
              className={`grid min-w-18 rounded-sm border px-1.5 py-0.5 text-left tabular-nums hover:bg-sunk aria-pressed:border-accent aria-pressed:font-semibold ${set === null || set.can === false ? 'border-dashed border-rule text-ink-soft' : 'border-hairline'}`}
            >
              <span>{apertureWords(fNumber)}</span>
              <span>{set === null ? 'unknown' : timeWords(set.timeS)}</span>
              {set?.can === false && <span className="text-xs">beyond the shutter</span>}
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}

function Grey({ geometry }: { readonly geometry: Geometry }) {
  const [wantedS, setWanted] = useState(30);
  const found = greyFor(geometry, wantedS);
  return (
    <div>
      <h3 className="engraved mb-1">Lengthen with ND filters</h3>
      <TimeField
        label={F.wantedS.label}
        timeS={wantedS}
        onCommit={(s) => {
          if (s < F.wantedS.min || s > F.wantedS.max) return `${F.wantedS.label} must be from ${F.wantedS.min} to ${F.wantedS.max} s.`;
          setWanted(s);
          return null;
        }}
      />
      {found && (
        <p className="mt-1">
          {found.stops <= 0.17
            ? 'No filter is needed: the exposure is already that long.'
            : `${fixed(found.stops, 1)} stops of grey${found.filters.length === 0 ? ', less than any usual filter' : `: ${found.filters.map((stops) => `${fixed(stops * 0.3, 1)} (${stops} ${stops === 1 ? 'stop' : 'stops'})`).join(' and ')} make it ${timeWords(found.timeS)}`}.`}{' '}
          {found.stops > 0.17 && found.filters.length > 0 && (
            <TextButton
              onClick={() =>
                setExposure(
                  {
                    filters: [
                      ...geometry.settings.exposure.filters,
                      ...found.filters.map((stops) => ({ name: `grey ${fixed(stops * 0.3, 1)}`, stops })),
                    ],
                  },
                  'ND filters',
                )
              }
            >
              Add filters
            </TextButton>
          )}
        </p>
      )}
    </div>
  );
}
