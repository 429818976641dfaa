import { Ellipsis } from 'lucide-react';
import type { ComponentProps } from 'react';
import { IconButton } from './Button';

/** The usual button for what more can be done with something. */
export function MoreButton(props: Omit<ComponentProps<typeof IconButton>, 'children'>) {
  return (
    <IconButton {...props}>
      <Ellipsis size={18} aria-hidden />
    </IconButton>
  );
}
