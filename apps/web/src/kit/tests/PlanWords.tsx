import { say } from '@gangway/messages/say';
import { testsText } from '@gangway/messages/web/kit/tests';
import type { ReactNode } from 'react';
import type { ChartPlan } from '@gangway/core/lensTests/chartPlan';
import type { TexturePlan } from '@gangway/core/lensTests/texturePlan';
import type { WallPlan } from '@gangway/core/lensTests/wallPlan';
import { fixed, magnificationWords } from '@gangway/core/words';
import { StateMark } from '../../ui/StateMark';

interface PlanWordsProps {
  readonly places: number;
  readonly apertures: number;
  readonly frames: number;
  readonly durationS: number;
  readonly children: ReactNode;
}

/** How long a plan is, and below it what it will tell. */
export function PlanWords({ places, apertures, frames, durationS, children }: PlanWordsProps) {
  return (
    <div className="grid gap-1.5">
      <p className="font-medium">{say(testsText.planned, { n: frames, places, apertures, minutes: Math.ceil(durationS / 60) })}</p>
      {children}
    </div>
  );
}

const STATES: Readonly<Record<string, 'passes' | 'tight' | 'unknown'>> = { true: 'passes', false: 'tight', null: 'unknown' };

/** Whether frames of a wall will show where the image circle ends. */
export function CircleWords({ edgeSeen, measuresCircle }: Pick<WallPlan, 'edgeSeen' | 'measuresCircle'>) {
  return (
    <p className="flex items-start gap-2 text-sm">
      <StateMark state={STATES[String(measuresCircle)] ?? 'unknown'} />
      {edgeSeen === null
        ? testsText.circleUnknown
        : say(measuresCircle ? testsText.measuresCircle : testsText.tooFewDirections, { n: edgeSeen })}
    </p>
  );
}

/** Where the chart stands, and how far apart the positions of the back are. */
export function ChartWords({ plan }: { readonly plan: Pick<ChartPlan, 'distanceM' | 'magnification' | 'focusStepMm' | 'cameraStepMm'> }) {
  const { distanceM, magnification, focusStepMm, cameraStepMm } = plan;
  return (
    <>
      <p className="text-sm">{say(testsText.chartAway, { m: fixed(distanceM, 2), magnification: magnificationWords(magnification) })}</p>
      {focusStepMm !== null && cameraStepMm !== null && (
        <p className="text-sm">{say(testsText.focusSteps, { mm: fixed(focusStepMm, 2), camera: fixed(cameraStepMm, 0) })}</p>
      )}
    </>
  );
}

/** How far away the subject must be, and how far apart the positions of the back are. */
export function TextureWords({ plan: { focusStepMm, leastM } }: { readonly plan: Pick<TexturePlan, 'focusStepMm' | 'leastM'> }) {
  if (focusStepMm === null || leastM === null) return <p className="text-sm">{testsText.textureAny}</p>;
  return <p className="text-sm">{say(testsText.infinitySteps, { mm: fixed(focusStepMm, 2), m: fixed(10 * Math.ceil(leastM / 10), 0) })}</p>;
}
