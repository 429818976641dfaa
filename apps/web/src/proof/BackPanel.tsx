import { timeOfDay } from '@gangway/messages/date';
import { proofText } from '@gangway/messages/web/proof';
import { say } from '@gangway/messages/say';
import { geometryOf } from '@gangway/core/geometry/geometry';
import { CameraOff, PlugZap } from 'lucide-react';
import { useRef, useState, type ReactNode } from 'react';
import type { FrameSet } from '@gangway/contract/proof';
import type { Setup } from '@gangway/contract/storedSetup';
import { FIRST_BACK, hearsLens, shotsFor, type BackOptions } from '@gangway/core/capture/shots';
import { apertureError, stratifiedAperture } from '@gangway/core/capture/aperture';
import { fixed, stopsWords } from '@gangway/core/words';
import { bracketStops } from '@gangway/core/exposure/brackets';
import { setupBrackets } from '@gangway/core/exposure/working';
import { shotOf } from '@gangway/core/log/shot';
import { api, errorSentence } from '../store/api';
import { changeLog } from '../store/logWrites';
import { Button } from '../ui/Button';
import { NumberField } from '../ui/NumberField';
import { useToast } from '../ui/Notes';
import type { Back } from './back/useBack';
import { Progress } from '../ui/Progress';
import { CheckField } from '../ui/CheckField';
import { Select } from '../ui/Select';

const STATE_WORDS = {
  ready: proofText.ready,
  exposing: proofText.exposing,
  delivering: proofText.delivering,
  unplugged: proofText.unplugged,
} as const;
const BINNINGS = {
  1: proofText.everyPixel,
  2: proofText.n22Binned,
  4: proofText.n44Binned,
  8: proofText.n88Binned,
  16: proofText.n1616Binned,
} as const;
const SAMPLES = [1, 4, 16, 64] as const;
/** By how much a blurred edge may be off with so many points. */
const errorOf = (samples: number): number => apertureError(stratifiedAperture(1, samples), 1);

/** An exposure of a bracket by how it differs from the metered one. */
function exposureWords(stops: number): string {
  return stops === 0
    ? proofText.asMetered
    : say(proofText.lighter, { stops: stopsWords(Math.abs(stops)), stops2: stops > 0 ? 'yes' : 'no' });
}

/** The setup-in for a tethered camera: what it is doing, how it takes frames, and in what it errs. */
export function BackPanel({
  setup,
  back,
  open,
  onOpen,
  onFresh,
}: {
  readonly setup: Setup;
  readonly back: Back;
  readonly open: FrameSet | null;
  readonly onOpen: (id: string) => void;
  readonly onFresh: () => Promise<Setup>;
}) {
  const [options, setOptions] = useState<BackOptions>(FIRST_BACK);
  const [logging, setLogging] = useState(false);
  /** Every exposure of the bracket, each as a series of its own. */
  const [all, setAll] = useState(false);
  /** Which exposure a series was begun with, so that it goes on with it. */
  const begunWith = useRef(new Map<string, number | null>());
  const stops = bracketStops(setupBrackets(setup.settings));
  const [beginSet] = api.useBeginSetMutation();
  const tell = useToast();
  const shots = shotsFor(geometryOf(setup.settings), options);
  const [first] = shots;
  const busy = back.state === 'exposing' || back.state === 'delivering';
  const shoot = async () => {
    // As it is kept now: what was changed on the bench a moment ago belongs to it.
    const fresh = await onFresh();
    const time = timeOfDay(new Date());
    const bracket = bracketStops(setupBrackets(fresh.settings));
    for (const exposure of all && bracket.length > 1 ? bracket.map((_, i) => i) : [options.exposure]) {
      const { data, error } = await beginSet({
        setupId: setup.id,
        name: say(proofText.simulated, {
          time,
          length: bracket.length > 1 ? `, ${exposureWords(bracket[exposure ?? bracket.indexOf(0)] ?? 0)}` : '',
        }),
        origin: 'back',
        planned: true,
      });
      if (!data) {
        tell(errorSentence(error));
        return;
      }
      begunWith.current.set(data.id, exposure);
      onOpen(data.id);
      if (
        !(await back.shoot(
          data.id,
          geometryOf(fresh.settings),
          { ...options, exposure },
          { onExposed: logging ? logged(fresh, exposure) : undefined },
        ))
      )
        return;
    }
  };
  const logged =
    ({ settings, id: setupId, jobId, name }: Setup, exposure: number | null) =>
    (index: number, at: Date) => {
      const place = {
        frame: settings.mosaic ? index : null,
        bracket: shotsFor(geometryOf(settings), { ...options, exposure })[index]?.bracket ?? null,
      };
      const shot = { ...shotOf(geometryOf(settings), name, place, null), id: crypto.randomUUID(), setupId, at: at.toISOString() };
      void changeLog(jobId, [shot], []);
    };
  const missing = open?.origin === 'back' ? open.frames.findIndex((frame) => frame === null) : -1;

  return (
    <section aria-label={proofText.simulatedBack} data-part="back" className="grid gap-2">
      <div className="flex items-center gap-2">
        <h2 className="grow font-semibold">{proofText.simulatedBack}</h2>
        <span data-testid="back-state" className="rounded-sm border border-rule px-1.5 text-xs">
          {STATE_WORDS[back.state]}
        </span>
        {back.state === 'unplugged' ? (
          <Button onClick={back.plugIn}>
            <PlugZap size={14} aria-hidden /> {proofText.plugIn}
          </Button>
        ) : (
          <Button onClick={back.unplug} title={proofText.asIfTheCableCame}>
            <CameraOff size={14} aria-hidden /> {proofText.unplug}
          </Button>
        )}
      </div>
      <FileFields options={options} onOptions={setOptions} logging={logging} onLogging={setLogging}>
        {stops.length > 1 && (
          <BracketChoice
            stops={stops}
            chosen={chosenExposure(all, options, stops)}
            onChoose={(value) => {
              setAll(value === 'all');
              setOptions({ ...options, exposure: value === 'all' || value === 'metered' ? null : Number(value) });
            }}
          />
        )}
      </FileFields>
      <ErrorFields options={options} onOptions={setOptions} />
      <p className="text-xs text-ink-soft">
        {say(proofText.electronicContactsTheCameraRecords, {
          first: first
            ? say(proofText.frameOfPxInThe, {
                length: shots.length,
                columns: first.columns,
                rows: first.rows,
                mosaic: setup.settings.mosaic ? 'yes' : 'no',
              })
            : proofText.filmCannotBeSimulatedHere,
          settings: hearsLens(setup.settings) ? 'yes' : 'no',
        })}
      </p>
      {busy ? (
        <div className="flex items-center gap-2">
          <Progress
            share={(back.done + back.share) / Math.max(1, back.of)}
            words={say(proofText.of, { state: back.state, done: back.done + 1, of: back.of })}
          />
          <Button onClick={back.cancel}>{proofText.cancel}</Button>
        </div>
      ) : (
        <div className="flex flex-wrap gap-2">
          <Button
            look="main"
            disabled={back.state !== 'ready' || shots.length === 0 || setup.settings.scene === null}
            onClick={() => void shoot()}
          >
            {proofText.shootTheSeries}
          </Button>
          {open && missing > 0 && (
            <Button
              disabled={back.state !== 'ready'}
              onClick={() => {
                // The metered one is `null` there, which is not the same as not known.
                const begun = begunWith.current.get(open.id);
                const exposure = begun === undefined ? options.exposure : begun;
                void back.shoot(
                  open.id,
                  geometryOf(setup.settings),
                  { ...options, exposure },
                  { from: missing, onExposed: logging ? logged(setup, exposure) : undefined },
                );
              }}
            >
              {say(proofText.continueFromFrame, { missing: missing + 1 })}
            </Button>
          )}
        </div>
      )}
      {setup.settings.scene === null && <p className="text-sm">{proofText.chooseASubjectInThe}</p>}
      {back.trouble && (
        <p role="alert" className="text-sm">
          {back.trouble}
        </p>
      )}
      {back.rate !== null && !busy && (
        <p className="text-xs text-ink-soft tabular-nums">{say(proofText.theLastFrameMegapixelsTimes, { rate: fixed(back.rate, 1) })}</p>
      )}
    </section>
  );
}

function chosenExposure(all: boolean, options: BackOptions, stops: readonly number[]): 'all' | 'metered' | `${number}` {
  if (all) return 'all';
  if (options.exposure !== null && stops[options.exposure] !== undefined) return `${options.exposure}`;
  return 'metered';
}

interface OptionsProps {
  readonly options: BackOptions;
  readonly onOptions: (options: BackOptions) => void;
}

/** What the files are to be, and what is in the picture besides. */
function FileFields({
  options,
  onOptions,
  logging,
  onLogging,
  children,
}: OptionsProps & { readonly logging: boolean; readonly onLogging: (logging: boolean) => void; readonly children: ReactNode }) {
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-1.5 text-sm">
      <label className="grid gap-0.5">
        <span className="text-ink-soft">{proofText.pixels}</span>
        <Select
          value={options.binning}
          onChange={(event) => onOptions({ ...options, binning: Number(event.target.value) as BackOptions['binning'] })}
        >
          {Object.entries(BINNINGS).map(([id, words]) => (
            <option key={id} value={id}>
              {words}
            </option>
          ))}
        </Select>
      </label>
      <label className="grid gap-0.5">
        <span className="text-ink-soft" title={proofText.errorOfPoints}>
          {proofText.pointsOfTheAperture}
        </span>
        <Select value={options.samples} onChange={(event) => onOptions({ ...options, samples: Number(event.target.value) })}>
          {SAMPLES.map((n) => (
            <option key={n} value={n}>
              {n === 1 ? proofText.n1NoBlur : say(proofText.pointsWithTheirError, { n, percent: fixed(100 * errorOf(n), 0) })}
            </option>
          ))}
        </Select>
      </label>
      <label className="grid gap-0.5">
        <span className="text-ink-soft">{proofText.file}</span>
        <Select
          value={`${options.format} ${options.bits}`}
          onChange={(event) => {
            const [format, bits] = event.target.value.split(' ');
            onOptions({ ...options, format: format === 'png' ? 'png' : 'tiff', bits: bits === '8' ? 8 : 16 });
          }}
        >
          {[proofText.tiff16, proofText.tiff8, proofText.png16, proofText.png8].map((id) => (
            <option key={id} value={id}>
              {id.replace(/^(\w+) (\d+)$/, (_, format: string, bits: string) => say(proofText.bit, { format: format.toUpperCase(), bits }))}
            </option>
          ))}
        </Select>
      </label>
      {children}
      <div className="grid content-end gap-0.5">
        <CheckField checked={options.noise} onChange={(noise) => onOptions({ ...options, noise })}>
          {proofText.noise}
        </CheckField>
        <CheckField checked={options.moving} onChange={(moving) => onOptions({ ...options, moving })}>
          {proofText.thingsMove}
        </CheckField>
        <CheckField checked={logging} onChange={onLogging}>
          {proofText.logEachExposure}
        </CheckField>
      </div>
    </div>
  );
}

interface BracketChoiceProps {
  readonly stops: readonly number[];
  readonly chosen: string;
  readonly onChoose: (value: string) => void;
}

/** Which exposure of a bracket is made, or all of them. */
function BracketChoice({ stops, chosen, onChoose }: BracketChoiceProps) {
  return (
    <label className="grid gap-0.5">
      <span className="text-ink-soft">{proofText.ofTheBracket}</span>
      <Select value={chosen} onChange={({ target }) => onChoose(target.value)}>
        <option value="metered">{proofText.asMetered}</option>
        {stops.map(
          (by, i) =>
            by !== 0 && (
              <option key={i} value={i}>
                {exposureWords(by)}
              </option>
            ),
        )}
        <option value="all">{say(proofText.allASeriesEach, { length: stops.length })}</option>
      </Select>
    </label>
  );
}

const ERRORS = [
  { key: 'slideErrorMm', label: proofText.shiftErrorSimulated, named: proofText.shiftError, least: 0, most: 2, unit: 'mm' },
  { key: 'levelErrorDeg', label: proofText.levelOffBy, named: proofText.levelError, least: -5, most: 5, unit: '°' },
  { key: 'driftStops', label: proofText.lightDriftsBy, named: proofText.driftOfLight, least: -2, most: 2, unit: 'stops' },
] as const;

/** In what the simulated back errs. */
function ErrorFields({ options, onOptions }: OptionsProps) {
  return (
    <div className="grid justify-items-end gap-1">
      {ERRORS.map(({ key, label, named, least, most, unit }) => (
        <NumberField
          key={key}
          label={label}
          unit={unit}
          decimals={2}
          value={options[key]}
          onCommit={(value) => {
            if (value < least || value > most) return say(proofText.mustBeFromTo, { named, least, most, unit });
            onOptions({ ...options, [key]: value });
            return null;
          }}
        />
      ))}
    </div>
  );
}
