import type { ReactNode } from 'react';

interface SettingButtonProps {
  readonly pressed: boolean;
  /** Dashed where the rig cannot do it. */
  readonly beyond?: boolean;
  readonly onClick: () => void;
  readonly children: ReactNode;
}

/** A setting with what it gives below it, in a list of settings to choose from. */
export function SettingButton({ pressed, beyond = false, onClick, children }: SettingButtonProps) {
  return (
    <li>
      <button
        type="button"
        aria-pressed={pressed}
        onClick={onClick}
        className={`grid min-w-18 rounded-sm border px-1.5 py-0.5 text-left tabular-nums hover:bg-sunk aria-pressed:border-accent aria-pressed:font-semibold ${beyond ? 'border-dashed border-rule text-ink-soft' : 'border-hairline'}`}
      >
        {children}
      </button>
    </li>
  );
}
