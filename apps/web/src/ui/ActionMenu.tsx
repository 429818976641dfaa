import { Ellipsis } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useRef, type ReactNode } from 'react';
import { IconButton } from './Button';

interface Action {
  readonly label: string;
  readonly onSelect: () => void;
  /** It opens a field: the focus goes there instead of back to the button. */
  readonly takesFocus?: boolean;
}

interface ActionMenuProps {
  readonly label: string;
  readonly actions: readonly Action[];
  /** The button that opens it, where it is not the usual one. */
  readonly button?: ReactNode;
}

/** The further things that can be done with something, behind one button. */
export function ActionMenu({ label, actions, button }: ActionMenuProps) {
  // A field opened while the menu still holds the focus would lose it again; it waits until the menu lets go.
  const waiting = useRef<(() => void) | null>(null);
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger asChild>
        {button ?? (
          <IconButton label={label}>
            <Ellipsis size={18} aria-hidden />
          </IconButton>
        )}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          onCloseAutoFocus={(event) => {
            if (!waiting.current) return;
            event.preventDefault();
            waiting.current();
            waiting.current = null;
          }}
          className="z-40 min-w-36 rounded-md border border-rule bg-sheet p-1 shadow-raised"
        >
          {actions.map(({ label: words, onSelect, takesFocus = false }) => (
            <DropdownMenu.Item
              key={words}
              onSelect={() => {
                if (takesFocus) waiting.current = onSelect;
                else onSelect();
              }}
              className="rounded-sm px-2.5 py-1.5 text-sm outline-none data-highlighted:bg-sunk"
            >
              {words}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
