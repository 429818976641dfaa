import { say } from '@gangway/messages/say';
import { firstText } from '@gangway/messages/web/first';
import { fixed } from '@gangway/core/words';
import { NumberField } from '../ui/NumberField';

/** The nearest and the farthest that a lens may stand from a subject that is only sketched, m. */
const LEAST_M = 0.05;
const MOST_M = 2000;

interface DistanceFieldProps {
  readonly distanceM: number;
  readonly onDistance: (distanceM: number) => void;
}

/** How far away a subject is that is only sketched. */
export function DistanceField({ distanceM, onDistance }: DistanceFieldProps) {
  return (
    <NumberField
      label={firstText.distance}
      unit="m"
      value={distanceM}
      decimals={2}
      onCommit={(value) => {
        if (value < LEAST_M || value > MOST_M) return say(firstText.distanceMust, { value: fixed(value, 2) });
        onDistance(value);
        return null;
      }}
    />
  );
}
