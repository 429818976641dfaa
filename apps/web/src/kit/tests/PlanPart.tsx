import { say } from '@gangway/messages/say';
import { testsText } from '@gangway/messages/web/kit/tests';
import { Printer } from 'lucide-react';
import { LENS_TEST_BOUNDS } from '@gangway/contract/lensTest';
import { chartLayout } from '@gangway/core/lensTests/chart';
import { fillingMagnification } from '@gangway/core/lensTests/chartPlan';
import { texturePlanOfRig } from '@gangway/core/lensTests/texturePlan';
import type { CircleEdge } from '@gangway/core/lensTests/circleEdge';
import { apertureWords } from '@gangway/core/words';
import { Button } from '../../ui/Button';
import { NumberField } from '../../ui/NumberField';
import { Th } from '../../ui/Table';
import type { OpenTest } from './TestPage';
import { positionsOf, type Position } from './places';
import { ChartWords, TextureWords } from './PlanWords';
import { WallMap } from './WallMap';

/** Which way a movement goes, beside its signed value. */
const WAYS = {
  riseMm: [testsText.up, testsText.down],
  shiftMm: [testsText.right, testsText.left],
  focusMm: [testsText.out, testsText.in],
} as const;
const LABELS = { riseMm: testsText.riseOf, shiftMm: testsText.shiftOf, focusMm: testsText.backOf } as const;
const MOVES = ['riseMm', 'shiftMm'] as const;
const MOVES_AND_FOCUS = ['riseMm', 'shiftMm', 'focusMm'] as const;

const STEPS = {
  wall: [testsText.howTo1, testsText.howTo2, testsText.howTo3, testsText.howTo4],
  chart: [testsText.chartTo1, testsText.chartTo2, testsText.chartTo3, testsText.chartTo4],
  texture: [testsText.textureTo1, testsText.textureTo2, testsText.textureTo3, testsText.chartTo4],
  infinity: [testsText.infinityTo1, testsText.infinityTo2, testsText.textureTo3, testsText.infinityTo4],
  flare: [testsText.chartTo1, testsText.flareTo2, testsText.flareTo3, testsText.chartTo4],
  focus: [testsText.chartTo1, testsText.focusTo2, testsText.chartTo3, testsText.chartTo4],
} as const;

/** What frames at several positions of the back are taken for. */
const FOCUSED = { wall: 'wall', chart: 'focus', texture: 'infinity' } as const;
/** What to take care of, by what is photographed. */
const CARE = { wall: testsText.sun, chart: testsText.lamps, texture: testsText.outdoors } as const;

/** What to photograph, in which order: on screen, and on paper for the location. */
export function PlanPart({ open, circle }: { readonly open: OpenTest; readonly circle: CircleEdge | null }) {
  const { test, lens, rig, change } = open;
  const { settings } = test;
  const positions = positionsOf(settings.shots);
  const hasFocus = settings.shots.some(({ focusMm }) => focusMm !== 0);
  const hasLamp = settings.shots.some(({ lamp }) => lamp);
  const plain = hasLamp ? 'flare' : settings.target;
  const how = hasFocus ? FOCUSED[settings.target] : plain;
  const layout = settings.chart === null ? null : chartLayout(settings.chart);
  const magnification = layout && fillingMagnification(settings, layout);
  const moved = ({ places }: Position, n: number, key: keyof typeof WAYS, value: number): string | null => {
    const { label, min, max } = LENS_TEST_BOUNDS[key];
    if (value < min || value > max) return say(testsText.outOfRange, { label, min: String(min).replace('-', '−'), max, value });
    const shots = settings.shots.map((shot, i) => (places.includes(i) ? { ...shot, [key]: value } : shot));
    change({ ...settings, shots }, say(testsText.positionChanged, { n }));
    return null;
  };
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-6 lg:grid-cols-[minmax(0,1fr)_22rem]">
      <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
        <ol className="grid max-w-prose list-decimal gap-1 pl-5 text-sm">
          {STEPS[how].map((step) => (
            <li key={step}>{step}</li>
          ))}
        </ol>
        {magnification !== null && rig && (
          <ChartWords
            plan={{ magnification, distanceM: (rig.lens.focalMm * (1 + 1 / magnification)) / 1000, ...stepsOf(positions, magnification) }}
          />
        )}
        {how === 'infinity' && rig && <TextureWords plan={texturePlanOfRig(rig, 'infinity')} />}
        {how === 'texture' && <TextureWords plan={{ focusStepMm: null, leastM: null }} />}
        {settings.chart !== null && (
          <p className="text-sm print:hidden">
            <a className="underline" href={`/api/lens-test-chart.pdf?size=${settings.chart}`}>
              {say(testsText.printChart, { size: settings.chart })}
            </a>
          </p>
        )}
        <p className="max-w-prose text-sm font-medium">{CARE[settings.target]}</p>
        <div className="overflow-x-auto">
          <table className="w-full text-sm">
            <thead>
              <tr className="border-b border-rule text-left text-ink-soft">
                <Th className="py-1 pr-3">{testsText.position}</Th>
                <Th className="pr-3">{testsText.rise}</Th>
                <Th className="pr-3">{testsText.shift}</Th>
                {hasFocus && <Th className="pr-3">{testsText.back}</Th>}
                {hasLamp && <Th className="pr-3">{testsText.lamp}</Th>}
                <Th>{testsText.aperturesInOrder}</Th>
              </tr>
            </thead>
            <tbody>
              {positions.map((position, i) => (
                <tr key={position.places[0]} className="border-b border-hairline">
                  <Th scope="row" className="py-1 pr-3 text-left tabular-nums">
                    {i + 1}
                  </Th>
                  {(hasFocus ? MOVES_AND_FOCUS : MOVES).map((key) => (
                    <td key={key} className="pr-3">
                      <NumberField
                        hideLabel
                        label={say(LABELS[key], { n: i + 1 })}
                        unit="mm"
                        decimals={key === 'focusMm' ? 2 : 1}
                        value={position[key]}
                        onCommit={(value) => moved(position, i + 1, key, value)}
                      />
                      {position[key] !== 0 && <span className="ml-1.5 text-ink-soft">{WAYS[key][position[key] > 0 ? 0 : 1]}</span>}
                    </td>
                  ))}
                  {hasLamp && <td className="pr-3">{position.lamp ? testsText.lampOn : ''}</td>}
                  <td className="py-1 tabular-nums">
                    {position.places.map((place) => apertureWords(settings.shots[place]?.fNumber ?? NaN)).join(' · ')}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        <p className="text-xs text-ink-soft print:hidden">{testsText.correctPositions}</p>
        <div className="print:hidden">
          <Button onClick={() => print()}>
            <Printer size={15} aria-hidden /> {testsText.print}
          </Button>
        </div>
      </div>
      <WallMap
        frame={settings}
        positions={positions}
        kitCircleMm={rig?.lens.circle.imageCircleMm ?? lens?.specs.imageCircleMm ?? null}
        measured={circle}
      />
    </div>
  );
}

/** How far apart the positions of the back are, and how far the camera is moved instead. */
function stepsOf(positions: readonly Position[], magnification: number) {
  const backs = [...new Set(positions.map(({ focusMm }) => focusMm))].sort((a, b) => a - b);
  const [first, second] = backs;
  const focusStepMm = first === undefined || second === undefined ? null : second - first;
  return { focusStepMm, cameraStepMm: focusStepMm === null ? null : focusStepMm / magnification ** 2 };
}
