import type { ReactNode } from 'react';

interface ChoiceProps {
  /** What the choices of one question share. */
  readonly name: string;
  readonly chosen: boolean;
  readonly onChoose: () => void;
  readonly picture?: ReactNode;
  readonly title: string;
  readonly help?: string | undefined;
}

/** One of several choices, as a card with a picture. */
export function Choice({ name, chosen, onChoose, picture, title, help }: ChoiceProps) {
  return (
    <label
      className={`relative flex min-h-16 cursor-pointer items-center gap-3 rounded-md border bg-sheet p-3 has-focus-visible:outline-2 has-focus-visible:outline-accent ${chosen ? 'border-accent ring-1 ring-accent' : 'border-rule hover:border-ink'}`}
    >
      <input
        type="radio"
        name={name}
        checked={chosen}
        onChange={onChoose}
        className="absolute inset-0 z-10 cursor-pointer appearance-none opacity-0"
      />
      {picture}
      <span className="min-w-0">
        <span className="block font-medium">{title}</span>
        {help !== undefined && <span className="block text-sm text-ink-soft">{help}</span>}
      </span>
    </label>
  );
}
