import { benchText } from '@gangway/messages/web/bench';
import { say } from '@gangway/messages/say';
import type { Rig } from '@gangway/core/model/rig';
import type { MissingValue } from '@gangway/core/rig/missing';
import { partsInOrder } from '@gangway/core/rig/parts';
import { Suspense } from 'react';
import { useSlots } from '../../ui/Slots';
import { ChooseRig } from './ChooseRig';
import { rigEdit } from './rigEdit';

interface RigSheetsProps {
  /** The list of rigs, or a value of one of the items that is asked for. */
  readonly sheet: 'rig' | MissingValue;
  readonly rig: Rig;
  readonly onClose: () => void;
}

/** Another rig for the setup, or the sheet of one of its items. */
export function RigSheets({ sheet, rig, onClose }: RigSheetsProps) {
  const { ItemDialog } = useSlots();
  if (sheet === 'rig')
    return (
      <ChooseRig
        present={rig.rigId}
        onClose={onClose}
        onChoose={(next) => {
          rigEdit.setRig(next, say(benchText.rig, { name: next.name }));
          onClose();
        }}
      />
    );
  const item = partsInOrder(rig.parts).find(({ id }) => id === sheet.itemId);
  if (!item) return null;
  return (
    <Suspense fallback={null}>
      <ItemDialog
        item={item}
        ask={sheet.spec}
        onClose={onClose}
        onSaved={(saved) => {
          rigEdit.takeItem(saved);
          onClose();
        }}
      />
    </Suspense>
  );
}
