import { proofText } from '@gangway/messages/web/proof';
import { say } from '@gangway/messages/say';
import { useEffect, useState } from 'react';
import {
  assemblySchema,
  COUNT_BOUNDS,
  FALLOFFS,
  FIRST_OPTIONS,
  METHODS,
  OUTPUTS,
  PLACINGS,
  type Assembly,
  type AssemblyOptions,
  type FrameSet,
} from '@gangway/contract/proof';
import { GRID_ORDERS } from '@gangway/core/assembly/plan';
import { api, errorSentence } from '../store/api';
import { useAppDispatch } from '../store/store';
import { Button } from '../ui/Button';
import { NumberField } from '../ui/NumberField';
import { useToast } from '../ui/Notes';
import { Progress } from '../ui/Progress';
import { SelectField } from '../ui/SelectField';

const HELP = { bracket: proofText.fusesHelp, light: proofText.lightHelp, stack: proofText.stackHelp, mosaic: '' } as const;

/** Exposure times that differ by more than this factor are those of a bracket. */
const BRACKETED = 1.5;

/** What a series seems to be: frames with a plan are its mosaic, bracketed where there are several for each position; others with several exposure times are a bracket. */
function firstOptions({ frames, plan }: FrameSet): AssemblyOptions {
  const present = frames.flatMap((frame) => frame ?? []);
  const times = present.flatMap(({ wrote: { exposureS } }) => exposureS ?? []);
  const isBracketed = times.length === present.length && times.length > 1 && Math.max(...times) > BRACKETED * Math.min(...times);
  const positions = plan?.frames.length ?? 0;
  const exposures = positions > 0 && present.length > positions && present.length % positions === 0 ? present.length / positions : 1;
  return {
    ...FIRST_OPTIONS,
    columns: Math.max(1, frames.length),
    rows: 1,
    method: isBracketed && exposures === 1 && !plan ? 'bracket' : 'mosaic',
    exposures: Math.min(COUNT_BOUNDS.exposures.max, exposures),
  };
}

/** How the frames of a series are put together, and how far that is. */
export function AssembleForm({ set, onBegun }: { readonly set: FrameSet; readonly onBegun: (id: string) => void }) {
  const [options, setOptions] = useState<AssemblyOptions>(() => firstOptions(set));
  const [beginAssembly, { isLoading }] = api.useBeginAssemblyMutation();
  const tell = useToast();
  const running = set.assemblies.find(({ state }) => state === 'waiting' || state === 'running') ?? null;
  const choose = <K extends keyof AssemblyOptions>(key: K, value: AssemblyOptions[K]) => setOptions({ ...options, [key]: value });
  const pick = <K extends 'method' | 'output' | 'falloff' | 'placing' | 'order'>(
    key: K,
    label: string,
    choices: Readonly<Record<AssemblyOptions[K], string>>,
  ) => <SelectField<AssemblyOptions[K]> label={label} choices={choices} value={options[key]} onChoose={(value) => choose(key, value)} />;
  const count = (key: 'columns' | 'rows' | 'exposures') => (value: number) => {
    const { label, min, max } = COUNT_BOUNDS[key];
    if (!Number.isInteger(value) || value < min || value > max) return say(proofText.mustBeAWholeNumber, { label, min, max });
    choose(key, value);
    return null;
  };
  const isMosaic = options.method === 'mosaic';
  const begin = async () => {
    // Linear light has one format.
    const output = options.method === 'light' ? 'tiff' : options.output;
    const { data, error } = await beginAssembly({ setId: set.id, options: { ...options, output } });
    if (data) onBegun(data.id);
    else tell(errorSentence(error));
  };
  return (
    <section aria-label={proofText.assembling} className="grid gap-2">
      <h2 className="font-semibold">{proofText.assemble}</h2>
      <div className="grid grid-cols-2 gap-x-3 gap-y-1.5 text-sm">
        <div className="col-span-2">{pick('method', proofText.theFramesAre, METHODS)}</div>
        {options.method !== 'light' && pick('output', proofText.file, OUTPUTS)}
        {!isMosaic && <p className="col-span-2 text-ink-soft">{HELP[options.method]}</p>}
        {isMosaic && (
          <>
            {pick('falloff', proofText.falloff, FALLOFFS)}
            {pick('placing', proofText.laid, PLACINGS)}
            <label className="flex items-end gap-1.5 pb-0.5">
              <input
                type="checkbox"
                checked={options.evenLight}
                onChange={(event) => choose('evenLight', event.target.checked)}
                className="mb-1 accent-accent"
              />
              {proofText.evenOutTheLight}
            </label>
            <span className="col-span-2 grid justify-items-start gap-0.5">
              <NumberField
                label={COUNT_BOUNDS.exposures.label}
                unit=""
                decimals={0}
                value={options.exposures}
                onCommit={count('exposures')}
              />
              {options.exposures > 1 && <span className="text-ink-soft">{proofText.exposuresHelp}</span>}
            </span>
          </>
        )}
        {isMosaic && set.plan === null && (
          <>
            {pick('order', proofText.framesGo, GRID_ORDERS)}
            <span className="grid justify-items-end gap-1">
              <NumberField label={COUNT_BOUNDS.columns.label} unit="" decimals={0} value={options.columns} onCommit={count('columns')} />
              <NumberField label={COUNT_BOUNDS.rows.label} unit="" decimals={0} value={options.rows} onCommit={count('rows')} />
            </span>
          </>
        )}
      </div>
      {running ? (
        <Running assembly={running} setupId={set.setupId} />
      ) : (
        <div>
          <Button look="main" disabled={isLoading || set.frames.every((frame) => frame === null)} onClick={() => void begin()}>
            {isMosaic ? proofText.assembleTheFrames : proofText.mergeTheFrames}
          </Button>
        </div>
      )}
    </section>
  );
}

/** How far an assembly is, by server-sent events; fetched again at its end. */
function Running({ assembly, setupId }: { readonly assembly: Assembly; readonly setupId: string }) {
  const [now, setNow] = useState(assembly);
  const [cancelAssembly] = api.useCancelAssemblyMutation();
  const dispatch = useAppDispatch();
  const tell = useToast();
  useEffect(() => {
    const events = new EventSource(`/api/assemblies/${assembly.id}/events`);
    events.onmessage = ({ data }: MessageEvent<string>) => {
      const parsed = assemblySchema.safeParse(JSON.parse(data));
      if (!parsed.success) return;
      setNow(parsed.data);
      if (parsed.data.state === 'waiting' || parsed.data.state === 'running') return;
      events.close();
      dispatch(api.util.invalidateTags(['proofs']));
    };
    return () => events.close();
  }, [assembly.id, dispatch, setupId]);
  return (
    <div className="flex items-center gap-2" data-testid="assembling">
      <Progress share={now.share} words={now.state === 'waiting' ? proofText.waitingForAWorker : now.step} />
      <Button
        onClick={() =>
          void cancelAssembly(assembly.id).then(({ error }) => {
            if (error) tell(errorSentence(error));
          })
        }
      >
        {proofText.cancel}
      </Button>
    </div>
  );
}
