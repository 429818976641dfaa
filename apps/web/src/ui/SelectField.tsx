import { Select } from './Select';

interface SelectFieldProps<Id extends string> {
  readonly label: string;
  /** What can be chosen, in order. */
  readonly choices: Readonly<Record<Id, string>>;
  readonly value: Id;
  readonly onChoose: (id: Id) => void;
}

/** A choice among a few below its label, as wide as what it stands in. */
export function SelectField<Id extends string>({ label, choices, value, onChoose }: SelectFieldProps<Id>) {
  return (
    <label className="grid gap-0.5">
      <span className="text-ink-soft">{label}</span>
      <Select value={value} onChange={(event) => onChoose(event.target.value as Id)} className="min-w-0" wide>
        {Object.entries<string>(choices).map(([id, words]) => (
          <option key={id} value={id}>
            {words}
          </option>
        ))}
      </Select>
    </label>
  );
}
