import { ChevronRight } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { remember, remembered } from '../store/remembered';

interface PanelSectionProps {
  readonly title: string;
  /** What it is for, in a sentence. */
  readonly help?: string;
  /** Of a part that is rarely needed: closed at first; under this name the browser remembers that it was opened. */
  readonly folds?: string;
  readonly children: ReactNode;
}

/** A part of a panel under its heading. */
export function PanelSection({ title, help, folds, children }: PanelSectionProps) {
  const inside = (
    <>
      {help !== undefined && <p className="mb-1.5 text-xs text-ink-soft">{help}</p>}
      {children}
    </>
  );
  if (folds !== undefined)
    return (
      <Folded title={title} folds={folds}>
        {inside}
      </Folded>
    );
  return (
    <div className="mt-3">
      <h3 className="engraved mb-1">{title}</h3>
      {inside}
    </div>
  );
}

function Folded({ title, folds, children }: { readonly title: string; readonly folds: string; readonly children: ReactNode }) {
  const name = `gangway.open.${folds}`;
  const [open, setOpen] = useState(() => remembered(name) === 'yes');
  return (
    <details
      data-part={folds}
      open={open}
      onToggle={({ currentTarget }) => {
        if (currentTarget.open === open) return;
        setOpen(currentTarget.open);
        remember(name, currentTarget.open ? 'yes' : 'no');
      }}
      className="group mt-2 border-t border-hairline pt-1"
    >
      <summary className="flex min-h-8 cursor-pointer list-none items-center gap-1 max-sm:min-h-11">
        <ChevronRight size={14} aria-hidden className="shrink-0 transition-transform group-open:rotate-90" />
        <h3 className="engraved">{title}</h3>
      </summary>
      {children}
    </details>
  );
}
