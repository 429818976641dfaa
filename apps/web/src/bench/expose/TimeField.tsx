import { exposeText } from '@gangway/messages/web/bench/expose';
import { timeWords } from '@gangway/core/exposure/shutter';
import { NumberField } from '../../ui/NumberField';
import { typedTime } from '../../ui/typedTime';

const READ = { parse: typedTime, isNo: exposeText.isNotATimeEnter };

/** A time as a shutter has it: 1/125, 0.5, 8, 2:30. */
export function TimeField({
  label,
  shutterSpeedS,
  onCommit,
}: {
  readonly label: string;
  readonly shutterSpeedS: number;
  readonly onCommit: (shutterSpeedS: number) => string | null;
}) {
  return (
    <NumberField
      label={label}
      unit="s"
      decimals={3}
      words={timeWords(shutterSpeedS).replace(/ s$/u, '')}
      value={shutterSpeedS}
      read={READ}
      onCommit={onCommit}
    />
  );
}
