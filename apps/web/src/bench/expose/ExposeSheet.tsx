import { listed } from '@gangway/messages/list';
import { exposeText } from '@gangway/messages/web/bench/expose';
import { say } from '@gangway/messages/say';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { memo, useState } from 'react';
import { EXPOSURE_FIGURES as F } from '@gangway/contract/exposure';
import { timeWords, type SetTime } from '@gangway/core/exposure/shutter';
import { equivalentPairs, ndFor, totalShots, workingExposure, type Working } from '@gangway/core/exposure/working';
import { luminanceOf } from '@gangway/core/exposure/apex';
import { apertureWords, fixed } from '@gangway/core/words';
import { Countdown } from './Countdown';
import { FlashLedger, FlashWays } from './FlashSheet';
import { LedgerLine, signedStops } from './LedgerLine';
import { SettingButton } from './SettingButton';
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
        <p className="max-w-sm">{exposeText.enterTheMeterReadingAt}</p>
      </div>
    );
  }
  const light = working.flash && geometry.settings.exposure.flashLight;
  return (
    <div className="grid min-h-0 content-start gap-x-6 gap-y-5 overflow-y-auto p-2 text-sm xl:grid-cols-[minmax(0,1.35fr)_minmax(0,1fr)]">
      <section aria-label={exposeText.setShutterTo}>
        <Ledger geometry={geometry} working={working} />
        {working.shots.length > 0 && <Takes geometry={geometry} working={working} />}
      </section>
      <section aria-label={exposeText.otherWays} className="grid content-start gap-4">
        <Countdown shots={working.shots} />
        {light ? (
          <FlashWays geometry={geometry} light={light} />
        ) : (
          <>
            <Grey geometry={geometry} />
            <PairTable geometry={geometry} />
          </>
        )}
      </section>
    </div>
  );
});

function Ledger({ geometry, working }: { readonly geometry: Geometry; readonly working: Working }) {
  const { meter, flashLight } = geometry.settings.exposure;
  const { lines, shutterSpeedS, shots, ev100, shutter, flash } = working;
  const main = shots.find(({ stops }) => stops === 0) ?? shots[0] ?? null;
  const read = readingLine(meter);
  const loss = main && !flash ? Math.log2(main.neededS / ((shutterSpeedS ?? 0) * 2 ** main.stops)) : 0;
  return (
    <table className="w-full border-collapse tabular-nums" aria-label={exposeText.fromReadingToShutterSpeed}>
      <tbody>
        {ev100 !== null && (
          <LedgerLine
            words={exposeText.meter}
            value={read}
            soft={say(exposeText.aboutCdM, {
              kind: meter?.kind === 'ev' && meter.iso === 100 ? '' : say(exposeText.evAtIso100, { ev100: fixed(ev100, 1) }),
              toPrecision: Number(luminanceOf(ev100, 100).toPrecision(2)),
            })}
          />
        )}
        {lines.map(({ id, words, stops }, i) => (
          <LedgerLine key={`${id} ${i}`} words={words} value={signedStops(stops)} bad={stops === null} />
        ))}
        {ev100 !== null && (
          <LedgerLine
            words={say(flash ? exposeText.byAmbientLightAt : exposeText.atIso, {
              fNumber: apertureWords(geometry.settings.fNumber),
              iso: geometry.settings.exposure.iso,
            })}
            value={shutterSpeedS === null ? exposeText.unknown : timeWords(shutterSpeedS)}
            strong={!flash}
          />
        )}
        {flash && flashLight && <FlashLedger light={flashLight} flash={flash} />}
        {Math.abs(loss) > 0.005 && main && (
          <LedgerLine
            words={exposeText.reciprocity}
            value={signedStops(loss)}
            soft={say(exposeText.neededBeyondItsTable, { neededS: timeWords(main.neededS), beyond: main.beyond ? 'yes' : 'no' })}
            bad={main.beyond}
          />
        )}
        {main && (
          <tr className="border-t-2 border-rule">
            <Th scope="row" className="py-2 text-left align-top font-semibold">
              {exposeText.setShutterTo}
              <span className="block text-xs font-normal text-ink-soft">{SHUTTERS[shutter.kind]}</span>
            </Th>
            <td className="py-2 text-right align-top">
              <span data-testid="time-to-set" className="text-2xl font-semibold">
                {timeWords(main.shutterSpeedS)}
              </span>
              <span className="block text-xs text-ink-soft">{flash ? canLine(main.can) : setWords(main)}</span>
            </td>
          </tr>
        )}
      </tbody>
    </table>
  );
}

function readingLine(meter: Meter | null): string {
  if (meter === null) return '';
  if (meter.kind === 'ev') return say(exposeText.evAtIso, { ev: fixed(meter.ev, 1), iso: meter.iso });
  return say(exposeText.atIso2, { fNumber: apertureWords(meter.fNumber), shutterSpeedS: timeWords(meter.shutterSpeedS), iso: meter.iso });
}

/** How exact what is set is. */
function setWords({ errorStops, bulb, can }: SetTime): string {
  const off =
    Math.abs(errorStops) < 0.02
      ? exposeText.exact
      : say(exposeText.stopsMoreLight, { errorStops: fixed(Math.abs(errorStops), 2), errorStops2: errorStops > 0 ? 'yes' : 'no' });
  return [bulb ? exposeText.bulb : '', canLine(can), off].filter((words) => words !== '').join('; ');
}

function canLine(can: boolean | null) {
  if (can === false) return exposeText.outsideThisShuttersRange;
  if (can === null) return exposeText.shutterRangeUnknown;
  return '';
}

function Takes({ geometry, working: { shots } }: { readonly geometry: Geometry; readonly working: Working }) {
  if (shots.length < 2) return null;
  return (
    <>
      <h3 className="engraved mt-4 mb-1">{exposeText.bracketInOrder}</h3>
      <table className="w-full border-collapse tabular-nums" aria-label={exposeText.theBracket}>
        <thead>
          <tr className="border-b border-rule text-left text-ink-soft">
            <Th>{exposeText.shot2}</Th>
            <Th end>{exposeText.light}</Th>
            <Th end>{exposeText.time}</Th>
            <Th className="pl-3">{exposeText.asSet}</Th>
          </tr>
        </thead>
        <tbody>
          {shots.map((shot, i) => (
            <tr key={i} className="border-b border-hairline">
              <Th scope="row" className="py-1 text-left">
                {i + 1}
              </Th>
              <td className="text-right whitespace-nowrap">{shot.stops === 0 ? exposeText.asMetered : signedStops(shot.stops)}</td>
              <td className="pl-2 text-right font-semibold whitespace-nowrap">{timeWords(shot.shutterSpeedS)}</td>
              <td className={`pl-3 text-xs ${shot.can === false ? 'text-fails' : 'text-ink-soft'}`}>{setWords(shot)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 text-xs text-ink-soft">{say(exposeText.shotsInAllOnlyThe, { geometry: totalShots(geometry) })}</p>
    </>
  );
}

function PairTable({ geometry }: { readonly geometry: Geometry }) {
  return (
    <div>
      <h3 className="engraved mb-1">{exposeText.theSameExposureAtOther}</h3>
      <ul className="flex flex-wrap gap-1">
        {equivalentPairs(geometry).map(({ fNumber, set }) => (
          <SettingButton
            key={fNumber}
            pressed={fNumber === geometry.settings.fNumber}
            beyond={set === null || set.can === false}
            onClick={() => movementEdit.setAperture(fNumber)}
          >
            <span>{apertureWords(fNumber)}</span>
            <span>{set === null ? exposeText.unknown : timeWords(set.shutterSpeedS)}</span>
            {set?.can === false && <span className="text-xs">{exposeText.beyondTheShutter}</span>}
          </SettingButton>
        ))}
      </ul>
    </div>
  );
}

function Grey({ geometry }: { readonly geometry: Geometry }) {
  const [wantedS, setWanted] = useState(30);
  const found = ndFor(geometry, wantedS);
  return (
    <div>
      <h3 className="engraved mb-1">{exposeText.lengthenWithNdFilters}</h3>
      <TimeField
        label={F.wantedS.label}
        shutterSpeedS={wantedS}
        onCommit={(s) => {
          if (s < F.wantedS.min || s > F.wantedS.max)
            return say(exposeText.mustBeFromToS, { label: F.wantedS.label, min: F.wantedS.min, max: F.wantedS.max });
          setWanted(s);
          return null;
        }}
      />
      {found && (
        <p className="mt-1">
          {found.stops <= 0.17
            ? exposeText.noFilterIsNeededThe
            : say(exposeText.stopsOfGrey, {
                stops: fixed(found.stops, 1),
                length:
                  found.filters.length === 0
                    ? exposeText.lessThanAnyUsualFilter
                    : say(exposeText.makeIt, {
                        filters: listed(
                          found.filters.map((stops) => say(exposeText.stop2, { stops: fixed(stops * 0.3, 1), stops2: stops })),
                        ),
                        shutterSpeedS: timeWords(found.shutterSpeedS),
                      }),
              })}{' '}
          {found.stops > 0.17 && found.filters.length > 0 && (
            <TextButton
              onClick={() =>
                setExposure(
                  {
                    filters: [
                      ...geometry.settings.exposure.filters,
                      ...found.filters.map((stops) => ({ name: say(exposeText.grey, { stops: fixed(stops * 0.3, 1) }), stops })),
                    ],
                  },
                  exposeText.ndFilters,
                )
              }
            >
              {exposeText.addFilters}
            </TextButton>
          )}
        </p>
      )}
    </div>
  );
}
