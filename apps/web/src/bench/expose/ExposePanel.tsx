import type { Meter, Reciprocity } from '@gangway/core/model/exposure';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { X } from 'lucide-react';
import { memo, useState } from 'react';
import { EXPOSURE_FIGURES as F, LOOSE_FILTERS_MOST, ROWS_MOST } from '@gangway/contract/exposure';
import { BRACKET_SCHOOLS } from '@gangway/core/exposure/brackets';
import { BRACKET_ORDERS, FAVOURS, RELEASES, SHUTTERS } from '@gangway/core/exposure/choices';
import { shuttersOf } from '@gangway/core/exposure/shutter';
import { standBrackets, standFalloff, standShutter, totalTakes } from '@gangway/core/exposure/working';
import { fixed, stopsWords } from '@gangway/core/words';
import { Button, IconButton } from '../../ui/Button';
import { NumberField } from '../../ui/NumberField';
import { PanelSection } from '../PanelSection';
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
    <section aria-label="Expose" className="relative overflow-y-auto pr-3 text-sm">
      <h2 className="sr-only">Expose</h2>
      <MeterFields geometry={geometry} />
      <PanelSection title="Exposure losses">
        <LossFields geometry={geometry} />
      </PanelSection>
      <PanelSection title="Shutter">
        <ShutterFields geometry={geometry} />
      </PanelSection>
      {film && (
        <PanelSection title="Reciprocity">
          <FilmFields geometry={geometry} />
        </PanelSection>
      )}
      <PanelSection title="Brackets">
        <BracketFields geometry={geometry} />
      </PanelSection>
      <PanelSection title="Things that move">
        <MovingFields geometry={geometry} />
      </PanelSection>
    </section>
  );
});

const METERS = { none: 'not read yet', pair: 'f-number and time', ev: 'exposure value' } as const;

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
      <h3 className="engraved">Meter</h3>
      <Select
        wide
        aria-label="Meter reading"
        value={meter?.kind ?? 'none'}
        onChange={({ target: { value } }) => {
          const iso = meter?.iso ?? exposure.iso;
          set(
            {
              meter: firstMeter(value, fNumber, iso),
            },
            `meter: ${METERS[value as keyof typeof METERS]}`,
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
              words={String(meter.fNumber)}
              value={meter.fNumber}
              onCommit={(n) => set({ meter: { ...meter, fNumber: n } }, `reading at f/${n}`)}
            />
            <TimeField
              label={F.timeS.label}
              timeS={meter.timeS}
              onCommit={(timeS) => set({ meter: { ...meter, timeS } }, 'reading time')}
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
            words={String(meter.iso)}
            value={meter.iso}
            onCommit={(iso) => set({ meter: { ...meter, iso } }, `meter at ISO ${iso}`)}
          />
        )}
        <NumberField
          label={settingsIsoLabel}
          unit=""
          decimals={0}
          words={String(exposure.iso)}
          value={exposure.iso}
          onCommit={(iso) => set({ iso }, `ISO ${iso}`)}
        />
      </div>
      {meter && (
        <label className="flex items-start gap-1.5">
          <input
            type="checkbox"
            checked={exposure.throughLens}
            onChange={({ target }) => set({ throughLens: target.checked }, target.checked ? 'metered through the lens' : 'metered by hand')}
            className="mt-0.5 accent-accent"
          />
          <span>Metered through lens and filters: the reading includes extension and filters</span>
        </label>
      )}
    </div>
  );
}

function firstMeter(value: string, fNumber: number, iso: number): Meter | null {
  if (value === 'pair') return { kind: 'pair', fNumber, timeS: 1 / 60, iso };
  if (value === 'ev') return { kind: 'ev', ev: 12, iso };
  return null;
}

const settingsIsoLabel = 'Exposed at ISO';

function LossFields({ geometry }: { readonly geometry: Geometry }) {
  const { exposure, rig } = geometry.settings;
  const [name, setName] = useState('');
  const falloff = standFalloff(geometry);
  const fixedFilters = rig.parts.front.filter(({ kind }) => kind === 'filter');
  return (
    <div className="grid gap-1.5">
      {fixedFilters.length === 0 && exposure.filters.length === 0 && <p className="text-ink-soft">No filter in the rig, none before it.</p>}
      <ul className="grid gap-1">
        {fixedFilters.map((part) => (
          <li key={part.id} className="flex justify-between gap-2">
            <span className="truncate">{part.name}</span>
            <span className="tabular-nums">
              {part.kind === 'filter' && part.figures.stops !== null ? stopsWords(part.figures.stops) : 'unknown'}
            </span>
          </li>
        ))}
        {exposure.filters.map((filter, i) => (
          <li key={i} className="flex items-center justify-between gap-1">
            <span className="min-w-0 grow truncate">{filter.name}</span>
            <NumberField
              label={`${filter.name}: factor`}
              hideLabel
              unit="stops"
              decimals={1}
              width="w-11"
              value={filter.stops}
              onCommit={(stops) =>
                set({ filters: exposure.filters.map((each, j) => (j === i ? { ...each, stops } : each)) }, `${filter.name}: ${stops} stops`)
              }
            />
            <IconButton
              label={`Remove ${filter.name}`}
              onClick={() => set({ filters: exposure.filters.filter((_, j) => j !== i) }, `${filter.name} removed`)}
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
                { filters: [...exposure.filters, { name: name.trim() === '' ? 'filter' : name.trim(), stops: stopsIn(name) }] },
                'filter added',
              ) === null
            )
              setName('');
          }}
        >
          <input
            aria-label="A filter before the lens"
            placeholder="grey 0.9, yellow …"
            value={name}
            onChange={({ target }) => setName(target.value)}
            className="min-w-0 grow rounded-sm border border-rule bg-ground px-1.5"
          />
          <Button type="submit">Add</Button>
        </form>
      )}
      <div className="flex items-center justify-between gap-1">
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            checked={exposure.centreFilterStops !== null}
            onChange={({ target }) =>
              set({ centreFilterStops: target.checked ? 1.5 : null }, target.checked ? 'centre filter' : 'no centre filter')
            }
            className="accent-accent"
          />
          Centre filter
        </label>
        {exposure.centreFilterStops !== null && (
          <NumberField
            label={F.centreFilterStops.label}
            hideLabel
            unit="stops"
            decimals={1}
            width="w-11"
            value={exposure.centreFilterStops}
            onCommit={(centreFilterStops) => set({ centreFilterStops }, 'centre filter')}
          />
        )}
      </div>
      <p className="text-xs text-ink-soft">
        The farthest corner is {fixed(falloff.cornerDeg, 0)}° off the axis and {stopsWords(falloff.stops)} darker by cos⁴
        {exposure.centreFilterStops === null ? '' : `, ${stopsWords(falloff.left)} with the centre filter`}.
      </p>
      <label className="grid gap-0.5">
        <span className="text-ink-soft">Exposed for</span>
        <Select
          wide
          value={exposure.favour}
          onChange={({ target }) => set({ favour: target.value as Favour }, `exposed for ${FAVOURS[target.value as Favour]}`)}
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
          label="Exposure compensation"
          unit="stops"
          decimals={1}
          width="w-11"
          value={exposure.compensationStops}
          onCommit={(compensationStops) => set({ compensationStops }, 'exposure compensation')}
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

const STEPS: Readonly<Record<StopStep, string>> = { full: 'full stops', half: 'halves', third: 'thirds' };

function ShutterFields({ geometry }: { readonly geometry: Geometry }) {
  const { exposure, rig } = geometry.settings;
  const all = shuttersOf(rig.parts);
  return (
    <div className="grid gap-1.5">
      <Select
        wide
        aria-label="Shutter"
        value={standShutter(geometry.settings).kind}
        onChange={({ target }) => set({ shutter: target.value as ShutterKind }, SHUTTERS[target.value as ShutterKind])}
      >
        {all.map(({ kind }) => (
          <option key={kind} value={kind}>
            {SHUTTERS[kind]}
          </option>
        ))}
      </Select>
      <label className="flex items-center justify-between gap-2">
        <span className="text-ink-soft">Steps</span>
        <Select
          value={exposure.step}
          onChange={({ target }) => set({ step: target.value as StopStep }, `times in ${STEPS[target.value as StopStep]}`)}
        >
          {Object.entries(STEPS).map(([id, words]) => (
            <option key={id} value={id}>
              {words}
            </option>
          ))}
        </Select>
      </label>
      <label className="flex items-center justify-between gap-2">
        <span className="text-ink-soft">Shutter release</span>
        <Select
          value={exposure.release}
          onChange={({ target }) => set({ release: target.value as Release }, `release: ${RELEASES[target.value as Release]}`)}
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
          onChange={({ target }) => set({ mirrorUp: target.checked }, target.checked ? 'mirror up' : 'mirror as it is')}
          className="accent-accent"
        />
        Mirror up or electronic first curtain (EFCS)
      </label>
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          checked={exposure.flash}
          onChange={({ target }) => set({ flash: target.checked }, target.checked ? 'flash' : 'no flash')}
          className="accent-accent"
        />
        Flash
      </label>
    </div>
  );
}

const LAWS = { film: 'as in the kit', none: 'no correction', exponent: 'by exponent', table: 'by table' } as const;

function FilmFields({
  geometry: {
    settings: { exposure, rig, mosaic },
  },
}: {
  readonly geometry: Geometry;
}) {
  const { reciprocity: law } = exposure;
  const { back } = rig.parts;
  const exponent = back.kind === 'film' ? back.figures.reciprocityExponent : null;
  return (
    <div className="grid gap-1.5">
      <Select
        wide
        aria-label="Reciprocity"
        value={law.kind}
        onChange={({ target: { value } }) => {
          const kind = value as keyof typeof LAWS;
          set(
            {
              reciprocity: firstLaw(kind, exponent),
            },
            `film ${LAWS[kind]}`,
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
          onCommit={(each) => set({ reciprocity: { kind: 'exponent', exponent: each } }, `exponent ${each}`)}
        />
      )}
      {law.kind === 'table' && (
        <div className="grid gap-1">
          {law.rows.map((row, i) => (
            <div key={i} className="flex items-center justify-end gap-1">
              <NumberField
                label={`Metered, row ${i + 1}`}
                hideLabel
                unit="s →"
                decimals={1}
                width="w-12"
                words={String(row.meteredS)}
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
                    'table of the film',
                  )
                }
              />
              <NumberField
                label={`Needed, row ${i + 1}`}
                hideLabel
                unit="s"
                decimals={1}
                width="w-14"
                words={String(row.neededS)}
                value={row.neededS}
                onCommit={(neededS) =>
                  set(
                    { reciprocity: { kind: 'table', rows: law.rows.map((each, j) => (j === i ? { ...each, neededS } : each)) } },
                    'table of the film',
                  )
                }
              />
              <IconButton
                label={`Remove row ${i + 1}`}
                disabled={law.rows.length === 1}
                onClick={() => set({ reciprocity: { kind: 'table', rows: law.rows.filter((_, j) => j !== i) } }, 'a row less')}
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
                'a row more',
              );
            }}
          >
            A row more
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
            {...(exposure.filmLeft === null && { words: '?' })}
            onCommit={(filmLeft) => set({ filmLeft }, `${filmLeft} frames left`)}
          />
        </div>
      )}
    </div>
  );
}

function filmExponent(id: string, exponent: number | null): string {
  if (id === 'film') {
    if (exponent === null) return ': unknown';
    return `: exponent ${exponent}`;
  }
  return '';
}

function firstLaw(kind: 'none' | 'film' | 'exponent' | 'table', exponent: number | null): Reciprocity {
  if (kind === 'exponent') return { kind, exponent: exponent ?? 1.3 };
  if (kind === 'table') return { kind, rows: [{ meteredS: 1, neededS: 1 }] };
  return { kind };
}

function BracketFields({ geometry }: { readonly geometry: Geometry }) {
  const brackets = standBrackets(geometry.settings);
  const takes = totalTakes(geometry);
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
            onClick={() => put({ stepStops, count }, `brackets by ${name}`)}
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
          onCommit={(count) => put({ count }, `${count} exposures`)}
        />
        {brackets.count > 1 && (
          <NumberField
            label={F.stepStops.label}
            unit="stops"
            decimals={2}
            width="w-11"
            value={brackets.stepStops}
            onCommit={(stepStops) => put({ stepStops }, `${stepStops} stops apart`)}
          />
        )}
      </div>
      {brackets.count > 1 && (
        <Select
          wide
          aria-label="Order of exposures"
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
        {takes} {takes === 1 ? 'shot' : 'shots'} in all
        {geometry.settings.mosaic ? `, over ${geometry.settings.mosaic.frames.length} frames of the mosaic` : ''}.
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
            set({ moving: target.checked ? { speedMs: 1.4, distanceM: 10 } : null }, target.checked ? 'something moves' : 'nothing moves')
          }
          className="accent-accent"
        />
        Something moves across the view
      </label>
      {moving && (
        <div className="grid justify-items-end gap-1">
          <NumberField
            label={F.speedMs.label}
            unit="m/s"
            decimals={1}
            width="w-12"
            value={moving.speedMs}
            onCommit={(speedMs) => set({ moving: { ...moving, speedMs } }, 'speed across view')}
          />
          <NumberField
            label={F.distanceM.label}
            unit="m"
            decimals={1}
            width="w-12"
            value={moving.distanceM}
            onCommit={(distanceM) => set({ moving: { ...moving, distanceM } }, 'its distance')}
          />
        </div>
      )}
      {(mosaic?.zones.length ?? 0) > 0 && <p className="text-xs text-ink-soft">The zones of the mosaic count too.</p>}
    </div>
  );
}
