import { Suspense, useState, type ReactNode } from 'react';
import { lazyPart } from './lazyPart';
import { MoreButton } from './MoreButton';

const ActionList = lazyPart(() => import('./ActionList'), 'ActionList');

interface Action {
  readonly label: string;
  readonly onSelect: () => void;
  /** It opens a field: the focus goes there instead of back to the button. */
  readonly takesFocus?: boolean;
}

export interface ActionMenuProps {
  readonly label: string;
  readonly actions: readonly Action[];
  /** The button that opens it, where it is not the usual one. */
  readonly button?: ReactNode;
}

/** The further things that can be done with something, behind one button. */
export function ActionMenu(props: ActionMenuProps) {
  const [pressed, setPressed] = useState(false);
  return (
    <Suspense fallback={props.button ?? <MoreButton label={props.label} aria-haspopup="menu" onClick={() => setPressed(true)} />}>
      <ActionList {...props} openAtOnce={pressed} />
    </Suspense>
  );
}
