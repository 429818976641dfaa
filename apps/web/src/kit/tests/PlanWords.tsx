import { say } from '@gangway/messages/say';
import { testsText } from '@gangway/messages/web/kit/tests';
import { StateMark } from '../../ui/StateMark';

interface PlanWordsProps {
  readonly places: number;
  readonly apertures: number;
  readonly frames: number;
  readonly durationS: number;
  /** In how many directions the frames reach past the image circle; `null` where that is unknown. */
  readonly edgeSeen: number | null;
  readonly measuresCircle: boolean | null;
}

/** How long a plan is and what it will tell. */
export function PlanWords({ places, apertures, frames, durationS, edgeSeen, measuresCircle }: PlanWordsProps) {
  return (
    <div className="grid gap-1.5">
      <p className="font-medium">{say(testsText.planned, { n: frames, places, apertures, minutes: Math.ceil(durationS / 60) })}</p>
      <p className="flex items-start gap-2 text-sm">
        <StateMark state={STATES[String(measuresCircle)] ?? 'unknown'} />
        {edgeSeen === null
          ? testsText.circleUnknown
          : say(measuresCircle ? testsText.measuresCircle : testsText.tooFewDirections, { n: edgeSeen })}
      </p>
    </div>
  );
}

const STATES: Readonly<Record<string, 'passes' | 'tight' | 'unknown'>> = { true: 'passes', false: 'tight', null: 'unknown' };
