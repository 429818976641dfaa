import { lengthWords } from '@gangway/messages/length';
import { useState } from 'react';
import { fixedNumber } from '@gangway/messages/number';
import { exposeText } from '@gangway/messages/web/bench/expose';
import { say } from '@gangway/messages/say';
import { bounded, type Bounds } from '@gangway/contract/bounds';
import { EXPOSURE_FIGURES as F } from '@gangway/contract/exposure';
import type { Geometry } from '@gangway/core/geometry/geometry';
import type { FlashLight, FlashReading } from '@gangway/core/model/exposure';
import { NumberField } from '../../ui/NumberField';
import { Select } from '../../ui/Select';
import { setExposure } from './setExposure';
import { TimeField } from './TimeField';

const READINGS = { none: exposeText.notReadYet, meter: exposeText.flashMeter, guide: exposeText.guideNumberAndDistance } as const;
const OPENINGS = { one: exposeText.allPopsInOneOpening, each: exposeText.anOpeningForEachPop } as const;

const isKind = (value: string): value is keyof typeof READINGS => value in READINGS;

/** What a flash begins with besides its light: one pop at a speed with which nearly every shutter syncs. */
const FIRST_USE = { pops: 1, opening: 'one', shutterSpeedS: 1 / 60, recycleS: null } as const;

/** Whether flash is used, how bright it is, how often it is fired and what the shutter does meanwhile. */
export function FlashFields({ geometry }: { readonly geometry: Geometry }) {
  const { exposure } = geometry.settings;
  const { flash, flashLight: light } = exposure;
  // A kind of reading that was chosen counts only when its values are entered.
  const [chosen, setChosen] = useState<FlashReading['kind'] | null>(null);
  const pending = chosen === light?.reading.kind ? null : chosen;
  const put = (reading: FlashReading, said: string) => setExposure({ flashLight: { ...FIRST_USE, ...light, reading } }, said);
  return (
    <div className="grid gap-1.5">
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          checked={flash}
          onChange={({ target }) => setExposure({ flash: target.checked }, target.checked ? exposeText.withFlash : exposeText.noFlash)}
          className="accent-accent"
        />
        {exposeText.flash}
      </label>
      {flash && (
        <Select
          wide
          aria-label={exposeText.flashReading}
          value={pending ?? light?.reading.kind ?? 'none'}
          onChange={({ target: { value } }) => {
            if (!isKind(value)) return;
            setChosen(value === 'none' ? null : value);
            if (value === 'none') setExposure({ flashLight: null }, say(exposeText.flashBy, { reading: READINGS.none }));
          }}
        >
          {Object.entries(READINGS).map(([id, words]) => (
            <option key={id} value={id}>
              {words}
            </option>
          ))}
        </Select>
      )}
      {flash && (pending ?? light) && (
        <div className="grid justify-items-end gap-1">
          {pending === 'meter' && <FirstMeter iso={light?.reading.iso ?? exposure.iso} onEntered={put} />}
          {pending === 'guide' && <FirstGuide onEntered={put} />}
          {pending === null && light && <ReadingFields light={light} />}
          {light && <LightFields light={light} />}
        </div>
      )}
    </div>
  );
}

type Entered = (reading: FlashReading, said: string) => string | null;

/** A field of which nothing is entered yet. */
const EMPTY = { unit: '', decimals: 1, value: 0, empty: true } as const;

function FirstMeter({ iso, onEntered }: { readonly iso: number; readonly onEntered: Entered }) {
  return (
    <NumberField
      label={F.flashFNumber.label}
      {...EMPTY}
      onCommit={(fNumber) => onEntered({ kind: 'meter', fNumber, iso }, say(exposeText.flashReadAtF, { n: fNumber }))}
    />
  );
}

/** Guide number and distance, each kept here until both are entered. */
function FirstGuide({ onEntered }: { readonly onEntered: Entered }) {
  const [guideNumberM, setGuideNumber] = useState<number | null>(null);
  const [distanceM, setDistance] = useState<number | null>(null);
  const put = (guide: number | null, distance: number | null): string | null =>
    guide === null || distance === null
      ? null
      : onEntered({ kind: 'guide', guideNumberM: guide, distanceM: distance, iso: 100 }, say(exposeText.guideNumberOf, { n: guide }));
  return (
    <>
      <NumberField
        label={F.guideNumberM.label}
        {...EMPTY}
        unit="m"
        // A guide number is no length: it stays in metres wherever it is read.
        words={guideNumberM === null ? '?' : fixedNumber(guideNumberM, 6, 0)}
        {...(guideNumberM !== null && { value: guideNumberM, empty: false })}
        onCommit={(n) => {
          const refusal = refused(F.guideNumberM, n) ?? put(n, distanceM);
          if (refusal === null) setGuideNumber(n);
          return refusal;
        }}
      />
      <NumberField
        label={F.flashDistanceM.label}
        {...EMPTY}
        unit="m"
        {...(distanceM !== null && { value: distanceM, decimals: 2, empty: false })}
        onCommit={(n) => {
          const refusal = refused(F.flashDistanceM, n) ?? put(guideNumberM, n);
          if (refusal === null) setDistance(n);
          return refusal;
        }}
      />
    </>
  );
}

/** Why a number is out of bounds; `null` when it is not. */
function refused(bounds: Bounds, n: number): string | null {
  return bounded(bounds).safeParse(n).error?.issues[0]?.message ?? null;
}

function ReadingFields({ light }: { readonly light: FlashLight }) {
  const { reading } = light;
  const set = (changed: FlashReading, said: string) => setExposure({ flashLight: { ...light, reading: changed } }, said);
  return (
    <>
      {reading.kind === 'meter' ? (
        <NumberField
          label={F.flashFNumber.label}
          unit=""
          decimals={1}
          words={fixedNumber(reading.fNumber, 6, 0)}
          value={reading.fNumber}
          onCommit={(n) => set({ ...reading, fNumber: n }, say(exposeText.flashReadAtF, { n }))}
        />
      ) : (
        <>
          <NumberField
            label={F.guideNumberM.label}
            unit="m"
            decimals={0}
            words={fixedNumber(reading.guideNumberM, 6, 0)}
            value={reading.guideNumberM}
            onCommit={(n) => set({ ...reading, guideNumberM: n }, say(exposeText.guideNumberOf, { n }))}
          />
          <NumberField
            label={F.flashDistanceM.label}
            unit="m"
            decimals={2}
            value={reading.distanceM}
            onCommit={(n) => set({ ...reading, distanceM: n }, say(exposeText.flashAt, { n: lengthWords(n, 2) }))}
          />
        </>
      )}
      <NumberField
        label={F.flashIso.label}
        unit=""
        decimals={0}
        words={fixedNumber(reading.iso, 6, 0)}
        value={reading.iso}
        onCommit={(iso) => set({ ...reading, iso }, say(exposeText.flashAtIso, { iso }))}
      />
    </>
  );
}

function LightFields({ light }: { readonly light: FlashLight }) {
  const set = (changes: Partial<FlashLight>, said: string) => setExposure({ flashLight: { ...light, ...changes } }, said);
  return (
    <>
      <NumberField
        label={F.pops.label}
        unit=""
        decimals={0}
        value={light.pops}
        onCommit={(pops) => set({ pops }, say(exposeText.pops, { pops }))}
      />
      {light.pops > 1 && (
        <>
          <Select
            wide
            aria-label={exposeText.openings}
            value={light.opening}
            onChange={({ target }) => {
              const opening = target.value === 'each' ? 'each' : 'one';
              set({ opening }, OPENINGS[opening]);
            }}
          >
            {Object.entries(OPENINGS).map(([id, words]) => (
              <option key={id} value={id}>
                {words}
              </option>
            ))}
          </Select>
          <NumberField
            label={F.recycleS.label}
            unit="s"
            decimals={1}
            value={light.recycleS ?? 0}
            empty={light.recycleS === null}
            onCommit={(recycleS) => set({ recycleS }, say(exposeText.recyclingTime, { recycleS }))}
          />
        </>
      )}
      <TimeField
        label={F.flashShutterS.label}
        shutterSpeedS={light.shutterSpeedS}
        onCommit={(shutterSpeedS) => set({ shutterSpeedS }, exposeText.shutterSpeedWithFlash)}
      />
    </>
  );
}
