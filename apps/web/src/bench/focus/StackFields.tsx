import { focusText } from '@gangway/messages/web/bench/focus';
import { say } from '@gangway/messages/say';
import { STACK_FIELDS } from '@gangway/core/fields/stack';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { stackAlongMm } from '@gangway/core/geometry/stack';
import { fixed } from '@gangway/core/words';
import { Button } from '../../ui/Button';
import { NumberField } from '../../ui/NumberField';
import { PanelSection } from '../PanelSection';
import { focusEdit } from './focusEdit';

/** The focus stack of a setup: its shots, where the last one is focused, and the way back to a single shot. */
export function StackFields({ geometry }: { readonly geometry: Geometry }) {
  const { stack } = geometry.settings;
  if (stack === null) return null;
  const [first = 0, second = 0] = stackAlongMm(geometry.settings);
  return (
    <PanelSection title={focusText.focusStack}>
      <p className="mb-2 text-ink-soft">{say(focusText.stackFromFocus, { step: fixed(Math.abs(first - second), 3) })}</p>
      <div className="flex flex-wrap items-center gap-x-5 gap-y-1">
        <NumberField
          label={STACK_FIELDS.shots.label}
          unit=""
          decimals={0}
          value={stack.shots}
          onCommit={(shots) => focusEdit.setStack({ ...stack, shots })}
        />
        <NumberField
          label={STACK_FIELDS.lastFocusM.label}
          unit="m"
          decimals={2}
          value={stack.lastFocusM ?? Number.POSITIVE_INFINITY}
          endless
          onCommit={(m) => focusEdit.setStack({ ...stack, lastFocusM: m === Number.POSITIVE_INFINITY ? null : m })}
        />
        <Button onClick={() => focusEdit.setStack(null)}>{focusText.singleShot}</Button>
      </div>
    </PanelSection>
  );
}
