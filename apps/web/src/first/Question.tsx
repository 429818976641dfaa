import type { ReactNode } from 'react';

/** A question with its choices. */
export function Question({ title, help, children }: { readonly title: string; readonly help: string; readonly children: ReactNode }) {
  return (
    <fieldset>
      <legend className="text-lg font-semibold">{title}</legend>
      <p className="mb-3 max-w-prose text-sm text-ink-soft">{help}</p>
      <div className="grid gap-2.5 sm:grid-cols-2">{children}</div>
    </fieldset>
  );
}
