import type { ReactNode } from 'react';

interface CheckFieldProps {
  readonly checked: boolean;
  readonly onChange: (checked: boolean) => void;
  readonly children: ReactNode;
}

/** A box to tick, with its words beside it. */
export function CheckField({ checked, onChange, children }: CheckFieldProps) {
  return (
    <label className="flex items-center gap-1.5">
      <input type="checkbox" checked={checked} onChange={({ target }) => onChange(target.checked)} className="accent-accent" />
      {children}
    </label>
  );
}
