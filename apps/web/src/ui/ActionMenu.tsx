import { cloneElement, Suspense, useState, type ComponentProps, type ReactElement } from 'react';
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
  readonly button?: ReactElement<ComponentProps<'button'>>;
}

/** The further things that can be done with something, behind one button; pressed before its menu has loaded, it opens as soon as it has. */
export function ActionMenu(props: ActionMenuProps) {
  const [pressed, setPressed] = useState(false);
  const press = () => setPressed(true);
  const early = props.button ?? <MoreButton label={props.label} />;
  return (
    <Suspense fallback={cloneElement(early, { 'aria-haspopup': 'menu', onPointerDown: press, onClick: press })}>
      <ActionList {...props} openAtOnce={pressed} />
    </Suspense>
  );
}
