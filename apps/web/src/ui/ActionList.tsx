import { DropdownMenu } from 'radix-ui';
import { useRef } from 'react';
import type { ActionMenuProps } from './ActionMenu';
import { MoreButton } from './MoreButton';

interface ActionListProps extends ActionMenuProps {
  /** Whether it opens as soon as it is there: it was pressed before. */
  readonly openAtOnce: boolean;
}

/** The menu itself and the button that opens it; loaded after the page, which does not wait for it. */
export function ActionList({ label, actions, button, openAtOnce }: ActionListProps) {
  // A field opened while the menu still holds the focus would lose it again; it waits until the menu lets go.
  const waiting = useRef<(() => void) | null>(null);
  return (
    <DropdownMenu.Root modal={false} defaultOpen={openAtOnce}>
      <DropdownMenu.Trigger asChild>{button ?? <MoreButton label={label} />}</DropdownMenu.Trigger>
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
