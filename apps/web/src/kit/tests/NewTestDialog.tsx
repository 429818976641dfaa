import { say } from '@gangway/messages/say';
import { testsText } from '@gangway/messages/web/kit/tests';
import { useMemo, useState } from 'react';
import { freeName } from '@gangway/contract/freeName';
import { builtRig, type Kit } from '@gangway/contract/kit';
import { CHART_SIZES, chartLayout, type ChartSize } from '@gangway/core/lensTests/chart';
import { chartPlanOfRig } from '@gangway/core/lensTests/chartPlan';
import { texturePlanOfRig } from '@gangway/core/lensTests/texturePlan';
import { wallPlanOfRig } from '@gangway/core/lensTests/wallPlan';
import type { Rig } from '@gangway/core/model/rig';
import { partsOf } from '@gangway/core/rig/parts';
import { apertureWords } from '@gangway/core/words';
import { api, errorSentence } from '../../store/api';
import { useItems } from '../../store/useItems';
import { Button } from '../../ui/Button';
import { CheckField } from '../../ui/CheckField';
import { Choices } from '../../ui/Choices';
import { Dialog } from '../../ui/Dialog';
import { Select } from '../../ui/Select';
import { TextField } from '../../ui/TextField';
import { TextLink } from '../../ui/TextButton';
import { ChartWords, CircleWords, PlanWords, TextureWords } from './PlanWords';
import { positionsOf } from './places';

interface NewTestProps {
  readonly kit: Kit;
  /** The lens whose rigs are offered; `null` for all. */
  readonly lensId: string | null;
  readonly onClose: () => void;
  readonly onBegun: (id: string) => void;
}

/** The rigs on which a lens can be tested, with their lenses. */
function useTestableRigs(kit: Kit, lensId: string | null) {
  const items = useItems(kit);
  return useMemo(
    () =>
      kit.rigs.flatMap(({ rig, archived }) => {
        const parts = partsOf(rig.plan, items);
        const built = archived ? null : builtRig(rig, items);
        if (!built || 'open' in parts || (lensId !== null && parts.lens.id !== lensId)) return [];
        return [{ rig: built, rigId: rig.id, lens: parts.lens }];
      }),
    [kit, items, lensId],
  );
}

/** What a test can measure. */
const PURPOSES = ['light', 'sharpness', 'focus', 'flare', 'texture', 'infinity'] as const;
type Purpose = (typeof PURPOSES)[number];

const PURPOSE_LABELS = {
  light: testsText.purposeLight,
  sharpness: testsText.purposeSharpness,
  focus: testsText.purposeFocus,
  flare: testsText.purposeFlare,
  texture: testsText.purposeTexture,
  infinity: testsText.purposeInfinity,
};
const PURPOSE_HELP = {
  light: testsText.lightHelp,
  sharpness: testsText.sharpnessHelp,
  focus: testsText.focusHelp,
  flare: testsText.flareHelp,
  texture: testsText.textureHelp,
  infinity: testsText.infinityHelp,
};
const PURPOSE_NAMES = {
  light: testsText.light,
  sharpness: testsText.sharpness,
  focus: testsText.focusOf,
  flare: testsText.flareOf,
  texture: testsText.textureOf,
  infinity: testsText.infinityOf,
};
const TARGETS = { light: 'wall', sharpness: 'chart', focus: 'chart', flare: 'chart', texture: 'texture', infinity: 'texture' } as const;

/** The frames that a test would have; `null` where the rig does not tell. */
function plannedTest(rig: Rig, purpose: Purpose, size: ChartSize) {
  if (purpose === 'sharpness' || purpose === 'focus' || purpose === 'flare') {
    const chart = chartPlanOfRig(rig, chartLayout(size), purpose);
    return { ...chart, words: <ChartWords plan={chart} /> };
  }
  if (purpose === 'texture' || purpose === 'infinity') {
    const texture = texturePlanOfRig(rig, purpose);
    return { ...texture, words: <TextureWords plan={texture} /> };
  }
  const wall = wallPlanOfRig(rig);
  return wall && { ...wall, shots: wall.shots.map((shot) => ({ ...shot, focusMm: 0, lamp: false })), words: <CircleWords {...wall} /> };
}

/** Begins a test of a lens: what to measure, on which rig, at which apertures. */
export function NewTestDialog({ kit, lensId, onClose, onBegun }: NewTestProps) {
  const rigs = useTestableRigs(kit, lensId);
  const { data: tests } = api.useLensTestsQuery(undefined);
  const [begin, { isLoading, error }] = api.useBeginLensTestMutation();
  const [rigId, setRigId] = useState(rigs[0]?.rigId ?? '');
  const [typed, setTyped] = useState<string | null>(null);
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const [purpose, setPurpose] = useState<Purpose>('light');
  const [size, setSize] = useState<ChartSize>('A3');
  const chosen = rigs.find((each) => each.rigId === rigId);
  const whole = chosen ? plannedTest(chosen.rig, purpose, size) : null;
  const apertures = [...new Set(whole?.shots.map(({ fNumber }) => fNumber))].sort((a, b) => a - b);
  const shots = whole?.shots.filter(({ fNumber }) => !left.has(fNumber)) ?? [];
  const name =
    typed ??
    freeName(
      say(PURPOSE_NAMES[purpose], { lens: chosen?.lens.name ?? '' }),
      (tests ?? []).map((test) => test.name),
    );

  const start = async () => {
    if (!chosen || !whole) return;
    const { widthMm, heightMm } = whole.frame;
    const { data } = await begin({
      name,
      lensId: chosen.lens.id,
      rigId: chosen.rigId,
      rigName: chosen.rig.name,
      widthMm,
      heightMm,
      target: TARGETS[purpose],
      chart: TARGETS[purpose] === 'chart' ? size : null,
      wantedCyMm: null,
      marks: [],
      byMarks: false,
      otherCopy: null,
      shots: shots.map(({ fNumber, riseMm, shiftMm, focusMm, lamp }) => ({ fNumber, riseMm, shiftMm, focusMm, lamp, frameId: null })),
      appliedAt: null,
    });
    if (data) onBegun(data.id);
  };

  return (
    <Dialog open onClose={onClose} title={testsText.newTitle} help={testsText.newHelp} wide>
      {rigs.length === 0 ? (
        <p>
          {testsText.noRig} <TextLink to="/kit/rigs">{testsText.toTheRigs}</TextLink>
        </p>
      ) : (
        <div className="grid gap-3">
          <div>
            <Choices
              label={testsText.whatToMeasure}
              value={purpose}
              onChoose={(id) => {
                setPurpose(id);
                setLeft(new Set());
              }}
              choices={PURPOSES.map((id) => ({ id, name: PURPOSE_LABELS[id] }))}
            />
            <p className="mt-1 text-sm text-ink-soft">{PURPOSE_HELP[purpose]}</p>
          </div>
          <label className="grid gap-1">
            <span className="text-sm text-ink-soft">{testsText.rig}</span>
            <Select wide value={rigId} onChange={(event) => setRigId(event.target.value)}>
              {rigs.map(({ rig, rigId: id }) => (
                <option key={id} value={id}>
                  {rig.name}
                </option>
              ))}
            </Select>
          </label>
          {TARGETS[purpose] === 'chart' && (
            <label className="grid gap-1">
              <span className="text-sm text-ink-soft">{testsText.sizeOfChart}</span>
              <Select wide value={size} onChange={(event) => setSize(event.target.value as ChartSize)}>
                {Object.keys(CHART_SIZES).map((each) => (
                  <option key={each} value={each}>
                    {each}
                  </option>
                ))}
              </Select>
            </label>
          )}
          <TextField
            label={testsText.name}
            value={name}
            onCommit={(value) => {
              setTyped(value.trim() === '' ? null : value.trim());
              return null;
            }}
          />
          <fieldset>
            <legend className="mb-1 text-sm text-ink-soft">{testsText.apertures}</legend>
            <div className="flex flex-wrap gap-x-4 gap-y-1">
              {apertures.map((fNumber) => (
                <CheckField
                  key={fNumber}
                  checked={!left.has(fNumber)}
                  onChange={(on) => setLeft(new Set(on ? [...left].filter((each) => each !== fNumber) : [...left, fNumber]))}
                >
                  {apertureWords(fNumber)}
                </CheckField>
              ))}
            </div>
          </fieldset>
          {!whole && <p>{testsText.travelUnknown}</p>}
          {whole && shots.length === 0 && <p>{testsText.noAperture}</p>}
          {whole && shots.length > 0 && (
            <PlanWords
              places={positionsOf(shots).length}
              apertures={new Set(shots.map(({ fNumber }) => fNumber)).size}
              frames={shots.length}
              durationS={whole.durationS * (shots.length / whole.shots.length)}
            >
              {whole.words}
            </PlanWords>
          )}
          {error && <p role="alert">{errorSentence(error)}</p>}
          <div className="flex justify-end gap-2">
            <Button onClick={onClose}>{testsText.cancel}</Button>
            <Button look="main" disabled={shots.length === 0 || isLoading} onClick={() => void start()}>
              {testsText.begin}
            </Button>
          </div>
        </div>
      )}
    </Dialog>
  );
}
