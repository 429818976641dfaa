import { fixedNumber } from '@gangway/messages/number';
import { exposeText } from '@gangway/messages/web/bench/expose';
import { say } from '@gangway/messages/say';
import type { Meter, Reciprocity } from '@gangway/core/model/exposure';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { X } from 'lucide-react';
import { memo, useState } from 'react';
import { EXPOSURE_FIGURES as F, LOOSE_FILTERS_MOST, ROWS_MOST } from '@gangway/contract/exposure';
import { BRACKET_SCHOOLS } from '@gangway/core/exposure/brackets';
import { BRACKET_ORDERS, FAVOURS, NOMINALS, RELEASES, SHUTTERS } from '@gangway/core/exposure/choices';
import { shuttersOf } from '@gangway/core/exposure/shutter';
import { setupFalloff } from '@gangway/core/exposure/losses';
import { setupBrackets, setupShutter, totalShots } from '@gangway/core/exposure/working';
import { fixed, stopsWords } from '@gangway/core/words';
import { Button, IconButton } from '../../ui/Button';
import { NumberField } from '../../ui/NumberField';
import { PanelSection } from '../PanelSection';
import { FlashFields } from './FlashFields';
import { setExposure } from './setExposure';
import { TimeField } from './TimeField';
import type { BracketOrder, Favour, Release, ShutterKind } from '@gangway/core/model/exposure';
import type { StopStep } from '@gangway/core/model/lens';
import { Select } from '../../ui/Select';

const set = setExposure;

/** Meter, light that is lost, shutter, film and brackets. */
export const ExposePanel = memo(function ExposePanel({ geometry }: { readonly geometry: Geometry }) {
  const film = geometry.settings.rig.parts.back.kind === 'film';
  return (
    <section aria-label={exposeText.expose} className="relative overflow-y-auto pr-3 text-sm">
      <h2 className="sr-only">{exposeText.expose}</h2>
      <MeterFields geometry={geometry} />
      <PanelSection title={exposeText.exposureLosses}>
        <LossFields geometry={geometry} />
      </PanelSection>
      <PanelSection title={exposeText.shutter}>
        <ShutterFields geometry={geometry} />
      </PanelSection>
      <PanelSection title={exposeText.flash} help={exposeText.flashHelp} folds="flash">
        <FlashFields geometry={geometry} />
      </PanelSection>
      {film && (
        <PanelSection title={exposeText.reciprocity}>
          <FilmFields geometry={geometry} />
        </PanelSection>
      )}
      <PanelSection title={exposeText.brackets} help={exposeText.bracketsHelp} folds="brackets">
        <BracketFields geometry={geometry} />
      </PanelSection>
      <PanelSection title={exposeText.thingsThatMove} help={exposeText.thingsThatMoveHelp} folds="moving">
        <MovingFields geometry={geometry} />
      </PanelSection>
    </section>
  );
});

const METERS = { none: exposeText.notReadYet, pair: exposeText.fNumberAndTime, ev: exposeText.exposureValue } as const;

function MeterFields({
  geometry: {
    settings: { exposure, fNumber },
  },
}: {
  readonly geometry: Geometry;
}) {
  const { meter } = exposure;
  return (
    <div className="grid gap-1">
      <h3 className="engraved">{exposeText.meter}</h3>
      <Select
        wide
        aria-label={exposeText.meterReading}
        value={meter?.kind ?? exposeText.none}
        onChange={({ target: { value } }) => {
          const iso = meter?.iso ?? exposure.iso;
          set(
            {
              meter: firstMeter(value, fNumber, iso),
            },
            say(exposeText.meter2, { meter: METERS[value as keyof typeof METERS] }),
          );
        }}
      >
        {Object.entries(METERS).map(([id, words]) => (
          <option key={id} value={id}>
            {words}
          </option>
        ))}
      </Select>
      <div className="grid justify-items-end gap-1">
        {meter?.kind === 'pair' && (
          <>
            <NumberField
              label={F.fNumber.label}
              unit=""
              decimals={1}
              words={fixedNumber(meter.fNumber, 6, 0)}
              value={meter.fNumber}
              onCommit={(n) => set({ meter: { ...meter, fNumber: n } }, say(exposeText.readingAtF, { n }))}
            />
            <TimeField
              label={F.shutterSpeedS.label}
              shutterSpeedS={meter.shutterSpeedS}
              onCommit={(shutterSpeedS) => set({ meter: { ...meter, shutterSpeedS } }, exposeText.readingTime)}
            />
          </>
        )}
        {meter?.kind === 'ev' && (
          <NumberField
            label={F.ev.label}
            unit="EV"
            decimals={1}
            value={meter.ev}
            onCommit={(ev) => set({ meter: { ...meter, ev } }, `EV ${ev}`)}
          />
        )}
        {meter && (
          <NumberField
            label={F.meterIso.label}
            unit=""
            decimals={0}
            words={fixedNumber(meter.iso, 6, 0)}
            value={meter.iso}
            onCommit={(iso) => set({ meter: { ...meter, iso } }, say(exposeText.meterAtIso, { iso }))}
          />
        )}
        <NumberField
          label={settingsIsoLabel}
          unit=""
          decimals={0}
          words={fixedNumber(exposure.iso, 6, 0)}
          value={exposure.iso}
          onCommit={(iso) => set({ iso }, say(exposeText.iso, { iso }))}
        />
      </div>
      {meter && (
        <label className="flex items-start gap-1.5">
          <input
            type="checkbox"
            checked={exposure.throughLens}
            onChange={({ target }) =>
              set({ throughLens: target.checked }, target.checked ? exposeText.meteredThroughTheLens : exposeText.meteredByHand)
            }
            className="mt-0.5 accent-accent"
          />
          <span>{exposeText.meteredThroughLensAndFilters}</span>
        </label>
      )}
    </div>
  );
}

function firstMeter(value: string, fNumber: number, iso: number): Meter | null {
  if (value === 'pair') return { kind: 'pair', fNumber, shutterSpeedS: 1 / 60, iso };
  if (value === 'ev') return { kind: 'ev', ev: 12, iso };
  return null;
}

const settingsIsoLabel = exposeText.exposedAtIso;

function LossFields({ geometry }: { readonly geometry: Geometry }) {
  const { exposure, rig } = geometry.settings;
  const [name, setName] = useState('');
  const falloff = setupFalloff(geometry);
  const fixedFilters = rig.parts.front.filter(({ kind }) => kind === 'filter');
  return (
    <div className="grid gap-1.5">
      {fixedFilters.length === 0 && exposure.filters.length === 0 && <p className="text-ink-soft">{exposeText.noFilterInTheRig}</p>}
      <ul className="grid gap-1">
        {fixedFilters.map((part) => (
          <li key={part.id} className="flex justify-between gap-2">
            <span className="truncate">{part.name}</span>
            <span className="tabular-nums">
              {part.kind === 'filter' && part.specs.stops !== null ? stopsWords(part.specs.stops) : exposeText.unknown}
            </span>
          </li>
        ))}
        {exposure.filters.map((filter, i) => (
          <li key={i} className="flex items-center justify-between gap-1">
            <span className="min-w-0 grow truncate">{filter.name}</span>
            <NumberField
              label={say(exposeText.factor, { name: filter.name })}
              hideLabel
              unit="stops"
              decimals={1}
              width="w-11"
              value={filter.stops}
              onCommit={(stops) =>
                set(
                  { filters: exposure.filters.map((each, j) => (j === i ? { ...each, stops } : each)) },
                  say(exposeText.stops, { name: filter.name, stops }),
                )
              }
            />
            <IconButton
              label={say(exposeText.remove, { name: filter.name })}
              onClick={() => set({ filters: exposure.filters.filter((_, j) => j !== i) }, say(exposeText.removed, { name: filter.name }))}
            >
              <X size={14} aria-hidden />
            </IconButton>
          </li>
        ))}
      </ul>
      {exposure.filters.length < LOOSE_FILTERS_MOST && (
        <form
          className="flex gap-1"
          onSubmit={(event) => {
            event.preventDefault();
            if (
              set(
                { filters: [...exposure.filters, { name: name.trim() === '' ? exposeText.filter : name.trim(), stops: stopsIn(name) }] },
                exposeText.filterAdded,
              ) === null
            )
              setName('');
          }}
        >
          <input
            aria-label={exposeText.aFilterBeforeTheLens}
            placeholder={exposeText.grey09Yellow}
            value={name}
            onChange={({ target }) => setName(target.value)}
            className="min-w-0 grow rounded-sm border border-rule bg-ground px-1.5"
          />
          <Button type="submit">{exposeText.add}</Button>
        </form>
      )}
      <div className="flex items-center justify-between gap-1">
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            checked={exposure.centreFilterStops !== null}
            onChange={({ target }) =>
              set({ centreFilterStops: target.checked ? 1.5 : null }, target.checked ? exposeText.centreFilter : exposeText.noCentreFilter)
            }
            className="accent-accent"
          />
          {exposeText.centreFilter2}
        </label>
        {exposure.centreFilterStops !== null && (
          <NumberField
            label={F.centreFilterStops.label}
            hideLabel
            unit="stops"
            decimals={1}
            width="w-11"
            value={exposure.centreFilterStops}
            onCommit={(centreFilterStops) => set({ centreFilterStops }, exposeText.centreFilter)}
          />
        )}
      </div>
      <p className="text-xs text-ink-soft">
        {say(exposeText.theFarthestCornerIsOff, {
          cornerDeg: fixed(falloff.cornerDeg, 0),
          stops: stopsWords(falloff.stops),
          measured: falloff.measured ? 'yes' : 'no',
          centreFilterStops:
            exposure.centreFilterStops === null ? '' : say(exposeText.withTheCentreFilter, { left: stopsWords(falloff.left) }),
        })}
      </p>
      <label className="grid gap-0.5">
        <span className="text-ink-soft">{exposeText.exposedFor}</span>
        <Select
          wide
          value={exposure.favour}
          onChange={({ target }) =>
            set({ favour: target.value as Favour }, say(exposeText.exposedFor2, { favour: FAVOURS[target.value as Favour] }))
          }
        >
          {Object.entries(FAVOURS).map(([id, words]) => (
            <option key={id} value={id}>
              {words}
            </option>
          ))}
        </Select>
      </label>
      <div className="justify-self-end">
        <NumberField
          label={exposeText.exposureCompensation}
          unit="stops"
          decimals={1}
          width="w-11"
          value={exposure.compensationStops}
          onCommit={(compensationStops) => set({ compensationStops }, exposeText.exposureCompensation2)}
        />
      </div>
    </div>
  );
}

/** The stops that a name of an ND filter says by its density: “grey 0.9” takes three. */
function stopsIn(name: string): number {
  const density = /(\d(?:[.,]\d+)?)\s*$/u.exec(name)?.[1];
  return density === undefined ? 1 : Math.min(30, Math.round((Number(density.replace(',', '.')) / 0.3) * 10) / 10);
}

const STEPS: Readonly<Record<StopStep, string>> = { full: exposeText.fullStops, half: exposeText.halves, third: exposeText.thirds };

function ShutterFields({ geometry }: { readonly geometry: Geometry }) {
  const { exposure, rig } = geometry.settings;
  const all = shuttersOf(rig.parts);
  return (
    <div className="grid gap-1.5">
      <Select
        wide
        aria-label={exposeText.shutter}
        value={setupShutter(geometry.settings).kind}
        onChange={({ target }) => set({ shutter: target.value as ShutterKind }, SHUTTERS[target.value as ShutterKind])}
      >
        {all.map(({ kind }) => (
          <option key={kind} value={kind}>
            {SHUTTERS[kind]}
          </option>
        ))}
      </Select>
      <label className="flex items-center justify-between gap-2">
        <span className="text-ink-soft">{exposeText.steps}</span>
        <Select
          value={exposure.step}
          onChange={({ target }) =>
            set({ step: target.value as StopStep }, say(exposeText.timesIn, { step: STEPS[target.value as StopStep] }))
          }
        >
          {Object.entries(STEPS).map(([id, words]) => (
            <option key={id} value={id}>
              {words}
            </option>
          ))}
        </Select>
      </label>
      <label className="flex items-center justify-between gap-2">
        <span className="text-ink-soft">{exposeText.marks}</span>
        <Select
          value={exposure.nominal}
          onChange={({ target }) => {
            const nominal = target.value === 'dial' ? 'dial' : 'powers';
            set({ nominal }, say(exposeText.marksAre, { nominal: NOMINALS[nominal] }));
          }}
        >
          {Object.entries(NOMINALS).map(([id, words]) => (
            <option key={id} value={id}>
              {words}
            </option>
          ))}
        </Select>
      </label>
      <label className="flex items-center justify-between gap-2">
        <span className="text-ink-soft">{exposeText.shutterRelease}</span>
        <Select
          value={exposure.release}
          onChange={({ target }) =>
            set({ release: target.value as Release }, say(exposeText.release, { release: RELEASES[target.value as Release] }))
          }
        >
          {Object.entries(RELEASES).map(([id, words]) => (
            <option key={id} value={id}>
              {words}
            </option>
          ))}
        </Select>
      </label>
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          checked={exposure.mirrorUp}
          onChange={({ target }) => set({ mirrorUp: target.checked }, target.checked ? exposeText.mirrorUp : exposeText.mirrorAsItIs)}
          className="accent-accent"
        />
        {exposeText.mirrorUpOrElectronicFirst}
      </label>
    </div>
  );
}

const LAWS = {
  film: exposeText.asInTheKit,
  none: exposeText.noCorrection,
  exponent: exposeText.byExponent,
  table: exposeText.byTable,
} as const;

function FilmFields({
  geometry: {
    settings: { exposure, rig, mosaic },
  },
}: {
  readonly geometry: Geometry;
}) {
  const { reciprocity: law } = exposure;
  const { back } = rig.parts;
  const exponent = back.kind === 'film' ? back.specs.reciprocityExponent : null;
  return (
    <div className="grid gap-1.5">
      <Select
        wide
        aria-label={exposeText.reciprocity}
        value={law.kind}
        onChange={({ target: { value } }) => {
          const kind = value as keyof typeof LAWS;
          set(
            {
              reciprocity: firstLaw(kind, exponent),
            },
            say(exposeText.film, { law: LAWS[kind] }),
          );
        }}
      >
        {Object.entries(LAWS).map(([id, words]) => (
          <option key={id} value={id}>
            {words}
            {filmExponent(id, exponent)}
          </option>
        ))}
      </Select>
      {law.kind === 'exponent' && (
        <NumberField
          label={F.exponent.label}
          unit=""
          decimals={2}
          value={law.exponent}
          onCommit={(each) => set({ reciprocity: { kind: 'exponent', exponent: each } }, say(exposeText.exponent, { each }))}
        />
      )}
      {law.kind === 'table' && (
        <div className="grid gap-1">
          {law.rows.map((row, i) => (
            <div key={i} className="flex items-center justify-end gap-1">
              <NumberField
                label={say(exposeText.meteredRow, { i: i + 1 })}
                hideLabel
                unit="s →"
                decimals={1}
                width="w-12"
                words={fixedNumber(row.meteredS, 6, 0)}
                value={row.meteredS}
                onCommit={(meteredS) =>
                  set(
                    {
                      reciprocity: {
                        kind: 'table',
                        rows: law.rows.map((each, j) =>
                          j === i ? { ...each, meteredS, neededS: Math.max(each.neededS, meteredS) } : each,
                        ),
                      },
                    },
                    exposeText.tableOfTheFilm,
                  )
                }
              />
              <NumberField
                label={say(exposeText.neededRow, { i: i + 1 })}
                hideLabel
                unit="s"
                decimals={1}
                width="w-14"
                words={fixedNumber(row.neededS, 6, 0)}
                value={row.neededS}
                onCommit={(neededS) =>
                  set(
                    { reciprocity: { kind: 'table', rows: law.rows.map((each, j) => (j === i ? { ...each, neededS } : each)) } },
                    exposeText.tableOfTheFilm,
                  )
                }
              />
              <IconButton
                label={say(exposeText.removeRow, { i: i + 1 })}
                disabled={law.rows.length === 1}
                onClick={() => set({ reciprocity: { kind: 'table', rows: law.rows.filter((_, j) => j !== i) } }, exposeText.aRowLess)}
              >
                <X size={14} aria-hidden />
              </IconButton>
            </div>
          ))}
          <Button
            disabled={law.rows.length >= ROWS_MOST}
            onClick={() => {
              const last = law.rows[law.rows.length - 1] ?? { meteredS: 0.1, neededS: 0.1 };
              set(
                { reciprocity: { kind: 'table', rows: [...law.rows, { meteredS: last.meteredS * 10, neededS: last.neededS * 10 }] } },
                exposeText.aRowMore,
              );
            }}
          >
            {exposeText.aRowMore2}
          </Button>
        </div>
      )}
      {mosaic === null && (
        <div className="flex items-center justify-end gap-1">
          <NumberField
            label={F.filmLeft.label}
            unit=""
            decimals={0}
            width="w-11"
            value={exposure.filmLeft ?? 0}
            empty={exposure.filmLeft === null}
            onCommit={(filmLeft) => set({ filmLeft }, say(exposeText.framesLeft, { filmLeft }))}
          />
        </div>
      )}
    </div>
  );
}

function filmExponent(id: string, exponent: number | null): string {
  if (id === 'film') {
    if (exponent === null) return exposeText.unknown2;
    return say(exposeText.exponent2, { exponent });
  }
  return '';
}

function firstLaw(kind: 'none' | 'film' | 'exponent' | 'table', exponent: number | null): Reciprocity {
  if (kind === 'exponent') return { kind, exponent: exponent ?? 1.3 };
  if (kind === 'table') return { kind, rows: [{ meteredS: 1, neededS: 1 }] };
  return { kind };
}

function BracketFields({ geometry }: { readonly geometry: Geometry }) {
  const brackets = setupBrackets(geometry.settings);
  const shots = totalShots(geometry);
  const put = (changes: Partial<typeof brackets>, said: string): string | null => set({ brackets: { ...brackets, ...changes } }, said);
  return (
    <div className="grid gap-1.5">
      <div className="grid grid-cols-2 gap-1 [&>button]:justify-center [&>button]:px-1">
        {Object.entries(BRACKET_SCHOOLS).map(([id, { name, stepStops, count, why }]) => (
          <Button
            key={id}
            title={why}
            aria-pressed={brackets.count === count && Math.abs(brackets.stepStops - stepStops) < 1e-9}
            className="aria-pressed:border-accent"
            onClick={() => put({ stepStops, count }, say(exposeText.bracketsBy, { name }))}
          >
            {name}
          </Button>
        ))}
      </div>
      <div className="grid justify-items-end gap-1">
        <NumberField
          label={F.brackets.label}
          unit=""
          decimals={0}
          width="w-11"
          value={brackets.count}
          onCommit={(count) => put({ count }, say(exposeText.exposures, { count }))}
        />
        {brackets.count > 1 && (
          <NumberField
            label={F.stepStops.label}
            unit="stops"
            decimals={2}
            width="w-11"
            value={brackets.stepStops}
            onCommit={(stepStops) => put({ stepStops }, say(exposeText.stopsApart, { stepStops }))}
          />
        )}
      </div>
      {brackets.count > 1 && (
        <Select
          wide
          aria-label={exposeText.orderOfExposures}
          value={brackets.order}
          onChange={({ target }) => put({ order: target.value as BracketOrder }, BRACKET_ORDERS[target.value as BracketOrder])}
        >
          {Object.entries(BRACKET_ORDERS).map(([id, words]) => (
            <option key={id} value={id}>
              {words}
            </option>
          ))}
        </Select>
      )}
      <p className="text-xs text-ink-soft">
        {say(exposeText.shotInAll, {
          shots,
          mosaic: geometry.settings.mosaic ? say(exposeText.overFramesOfTheMosaic, { length: geometry.settings.mosaic.frames.length }) : '',
        })}
      </p>
    </div>
  );
}

function MovingFields({
  geometry: {
    settings: { exposure, mosaic },
  },
}: {
  readonly geometry: Geometry;
}) {
  const { moving } = exposure;
  return (
    <div className="grid gap-1">
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          checked={moving !== null}
          onChange={({ target }) =>
            set(
              { moving: target.checked ? { speedMs: 1.4, distanceM: 10 } : null },
              target.checked ? exposeText.somethingMoves : exposeText.nothingMoves,
            )
          }
          className="accent-accent"
        />
        {exposeText.somethingMovesAcrossTheView}
      </label>
      {moving && (
        <div className="grid justify-items-end gap-1">
          <NumberField
            label={F.speedMs.label}
            unit="m/s"
            decimals={1}
            width="w-12"
            value={moving.speedMs}
            onCommit={(speedMs) => set({ moving: { ...moving, speedMs } }, exposeText.speedAcrossView)}
          />
          <NumberField
            label={F.distanceM.label}
            unit="m"
            decimals={1}
            width="w-12"
            value={moving.distanceM}
            onCommit={(distanceM) => set({ moving: { ...moving, distanceM } }, exposeText.itsDistance)}
          />
        </div>
      )}
      {(mosaic?.zones.length ?? 0) > 0 && <p className="text-xs text-ink-soft">{exposeText.theZonesOfTheMosaic}</p>}
    </div>
  );
}
