import { focusText } from '@gangway/messages/web/bench/focus';
import { say } from '@gangway/messages/say';
import { focusWords } from '@gangway/core/checks/wording';
import { geometryOf, type Geometry } from '@gangway/core/geometry/geometry';
import { focusMoved } from '@gangway/core/planning/turnByHand';
import { TextButton } from '../../ui/TextButton';
import { useBenchSelector } from '../editing/benchStore';
import { focusEdit } from './focusEdit';

/** After a standard was turned: where the focus has gone with the rail locked, and the way back to what was sharp. */
export function FocusMoved({ geometry }: { readonly geometry: Geometry }) {
  const before = useBenchSelector((state) => state.edit.past.at(-1)?.settings);
  if (!before || before.rig !== geometry.settings.rig || !focusMoved(geometryOf(before), geometry)) return null;
  const values = { now: focusWords(geometry.settings.focusM), was: focusWords(before.focusM) };
  return (
    <p role="status" className="mb-3 border-l-2 border-accent pl-2">
      {say(focusText.theRailStayedPut, values)}{' '}
      <TextButton onClick={() => focusEdit.refocus(before)}>{focusText.refocusOnWhatWasSharp}</TextButton>
    </p>
  );
}
