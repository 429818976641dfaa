import { uiText } from '@gangway/messages/web/ui';
import { X } from 'lucide-react';
import { Dialog as Radix } from 'radix-ui';
import type { ReactNode } from 'react';
import { IconButton } from './Button';

interface DialogProps {
  readonly open: boolean;
  readonly onClose: () => void;
  readonly title: string;
  readonly help: string;
  readonly wide?: boolean;
  readonly children: ReactNode;
}

/** A sheet over the page; Escape and a click beside it close it. */
export function Dialog({ open, onClose, title, help, wide = false, children }: DialogProps) {
  return (
    <Radix.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-[#0008]" />
        <Radix.Content
          // In a field that is half typed, Escape puts back what was there; the next one closes.
          onEscapeKeyDown={(event) =>
            event.target instanceof HTMLInputElement && event.target.dataset.settled === 'false' && event.preventDefault()
          }
          className={`fixed top-1/2 left-1/2 z-50 max-h-[94dvh] w-[min(96vw,var(--width))] -translate-x-1/2 -translate-y-1/2 overflow-y-auto rounded-md border border-rule bg-sheet p-5 shadow-raised ${wide ? '[--width:46rem]' : '[--width:27rem]'}`}
        >
          <div className="mb-3 flex items-start gap-3">
            <div className="grow">
              <Radix.Title className="text-lg font-semibold">{title}</Radix.Title>
              <Radix.Description className="text-sm text-ink-soft">{help}</Radix.Description>
            </div>
            <Radix.Close asChild>
              <IconButton label={uiText.close}>
                <X size={18} aria-hidden />
              </IconButton>
            </Radix.Close>
          </div>
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
