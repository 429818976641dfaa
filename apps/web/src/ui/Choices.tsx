import { ToggleGroup } from 'radix-ui';

interface ChoicesProps<Id extends string> {
  readonly label: string;
  readonly choices: readonly { readonly id: Id; readonly name: string; readonly disabled?: boolean }[];
  readonly value: Id;
  readonly onChoose: (id: Id) => void;
  /** Many of them, which are narrower on a phone so that they fit. */
  readonly narrow?: boolean;
}

/** One of a few choices in a row; on a narrow screen the row scrolls. */
export function Choices<Id extends string>({ label, choices, value, onChoose, narrow = false }: ChoicesProps<Id>) {
  return (
    <ToggleGroup.Root
      type="single"
      value={value}
      aria-label={label}
      onValueChange={(chosen) => {
        const found = choices.find(({ id }) => id === chosen);
        // Pressed again it stays chosen.
        if (found) onChoose(found.id);
      }}
      className="inline-flex max-w-full justify-self-start overflow-x-auto overflow-y-hidden rounded-md border border-rule text-sm"
    >
      {choices.map(({ id, name, disabled = false }) => (
        <ToggleGroup.Item
          key={id}
          value={id}
          disabled={disabled}
          className={`min-h-8 shrink-0 px-2.5 font-medium not-first:border-l not-first:border-rule disabled:opacity-45 data-[state=on]:bg-accent data-[state=on]:text-on-accent max-sm:min-h-11 ${narrow ? 'max-sm:px-1.5 max-sm:text-[0.8125rem]' : ''}`}
        >
          {name}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
