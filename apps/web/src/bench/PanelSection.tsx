import type { ReactNode } from 'react';

/** A part of a panel under its heading. */
export function PanelSection({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <div className="mt-3">
      <h3 className="engraved mb-1">{title}</h3>
      {children}
    </div>
  );
}
