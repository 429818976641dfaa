import type { LucideIcon } from 'lucide-react';
import type { ButtonHTMLAttributes, ReactNode } from 'react';

interface BarButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  readonly icon: LucideIcon;
  /** Whether it cannot wait. */
  readonly urgent: boolean;
  readonly words: string;
  /** What a narrow bar shows in place of the words. */
  readonly children?: ReactNode;
}

/** A note in the bar that a click explains; a narrow bar shows its icon alone. */
export function BarButton({ icon: Icon, urgent, words, children, ...button }: BarButtonProps) {
  return (
    <button
      type="button"
      {...button}
      className={`inline-flex min-h-8 shrink-0 items-center gap-1.5 rounded-md border px-2 text-sm font-medium hover:bg-sunk ${urgent ? 'border-fails text-fails' : 'border-rule'}`}
    >
      <Icon size={15} aria-hidden />
      <span className="max-sm:sr-only">{words}</span>
      {children}
    </button>
  );
}
