import type { ComponentProps } from 'react';

const LOOKS = {
  plain: 'border-rule bg-sheet text-ink hover:border-ink',
  main: 'border-accent bg-accent text-on-accent hover:brightness-110',
  quiet: 'border-transparent text-ink hover:bg-sunk',
} as const;

interface ButtonProps extends ComponentProps<'button'> {
  readonly look?: keyof typeof LOOKS;
}

/** A button with words on it. */
export function Button({ look = 'plain', className = '', type = 'button', ...rest }: ButtonProps) {
  return (
    <button
      type={type}
      className={`inline-flex min-h-8 shrink-0 items-center gap-1.5 rounded-md border px-2.5 text-sm font-medium disabled:cursor-not-allowed disabled:opacity-45 ${LOOKS[look]} ${className}`}
      {...rest}
    />
  );
}

interface IconButtonProps extends ComponentProps<'button'> {
  /** What it does, read aloud and shown on hovering. */
  readonly label: string;
}

/** A button with only an icon on it. */
export function IconButton({ label, className = '', ...rest }: IconButtonProps) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      className={`inline-grid size-8 shrink-0 place-items-center rounded-md border border-transparent text-ink hover:bg-sunk disabled:cursor-not-allowed disabled:opacity-40 ${className}`}
      {...rest}
    />
  );
}
