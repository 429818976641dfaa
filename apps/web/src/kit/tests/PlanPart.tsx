import { say } from '@gangway/messages/say';
import { testsText } from '@gangway/messages/web/kit/tests';
import { Printer } from 'lucide-react';
import { LENS_TEST_BOUNDS } from '@gangway/contract/lensTest';
import type { CircleEdge } from '@gangway/core/lensTests/circleEdge';
import { apertureWords } from '@gangway/core/words';
import { Button } from '../../ui/Button';
import { NumberField } from '../../ui/NumberField';
import { Th } from '../../ui/Table';
import type { OpenTest } from './TestPage';
import { positionsOf, type Position } from './places';
import { WallMap } from './WallMap';

/** Which way a movement goes, beside its signed value. */
const WAYS = { riseMm: [testsText.up, testsText.down], shiftMm: [testsText.right, testsText.left] } as const;

const STEPS = [testsText.howTo1, testsText.howTo2, testsText.howTo3, testsText.howTo4];

/** What to photograph, in which order: on screen, and on paper for the location. */
export function PlanPart({ open, circle }: { readonly open: OpenTest; readonly circle: CircleEdge | null }) {
  const { test, lens, rig, change } = open;
  const { settings } = test;
  const positions = positionsOf(settings.shots);
  const moved = ({ places }: Position, n: number, key: 'riseMm' | 'shiftMm', value: number): string | null => {
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
          {STEPS.map((step) => (
            <li key={step}>{step}</li>
          ))}
        </ol>
        <p className="max-w-prose text-sm font-medium">{testsText.sun}</p>
        <div className="overflow-x-auto">
          <table className="w-full text-sm">
            <thead>
              <tr className="border-b border-rule text-left text-ink-soft">
                <Th className="py-1 pr-3">{testsText.position}</Th>
                <Th className="pr-3">{testsText.rise}</Th>
                <Th className="pr-3">{testsText.shift}</Th>
                <Th>{testsText.aperturesInOrder}</Th>
              </tr>
            </thead>
            <tbody>
              {positions.map((position, i) => (
                <tr key={position.places[0]} className="border-b border-hairline">
                  <Th scope="row" className="py-1 pr-3 text-left tabular-nums">
                    {i + 1}
                  </Th>
                  {(['riseMm', 'shiftMm'] as const).map((key) => (
                    <td key={key} className="pr-3">
                      <NumberField
                        hideLabel
                        label={say(key === 'riseMm' ? testsText.riseOf : testsText.shiftOf, { n: i + 1 })}
                        unit="mm"
                        decimals={1}
                        value={position[key]}
                        onCommit={(value) => moved(position, i + 1, key, value)}
                      />
                      {position[key] !== 0 && <span className="text-ink-soft">{WAYS[key][position[key] > 0 ? 0 : 1]}</span>}
                    </td>
                  ))}
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
