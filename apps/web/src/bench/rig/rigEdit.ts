import { rigText } from '@gangway/messages/web/bench/rig';
import { say } from '@gangway/messages/say';
import type { KitItem } from '@gangway/core/kit/item';
import { assembled, storedRig } from '@gangway/core/rig/assembled';
import { withItem } from '@gangway/core/rig/parts';
import type { FromHere } from '@gangway/core/planning/fromHere';
import { fittedTo } from '@gangway/core/planning/fitted';
import type { Rig } from '@gangway/core/model/rig';
import type { SetupSettings } from '@gangway/core/model/setup';
import { setupEdit } from '../editing/setupEdit';

function setRig(rig: Rig, said: string = rigText.specsOfTheRig): void {
  const settings = setupEdit.present();
  if (settings) setupEdit.change(fittedTo(rig, settings), said);
}

/** Another rig as the table of all rigs found it: turned, with the rise it needs, at the widest aperture that holds. */
function takeRig(
  rig: Rig,
  orientation: SetupSettings['orientation'],
  { riseMm, fromFNumber }: Pick<FromHere, 'riseMm' | 'fromFNumber'>,
): void {
  const settings = setupEdit.present();
  if (!settings) return;
  const fitted = fittedTo(rig, settings);
  const focusM = settings.scene?.distanceM ?? fitted.focusM;
  // A rise is set in tenths, and never less than what is needed.
  const tenths = riseMm >= 0 ? Math.ceil(riseMm * 10 - 1e-9) : Math.floor(riseMm * 10 + 1e-9);
  setupEdit.change(
    { ...fitted, focusM, orientation, fNumber: fromFNumber ?? fitted.fNumber, movements: { riseMm: tenths / 10 + 0, shiftMm: 0 } },
    say(rigText.rig, { name: rig.name, orientation }),
  );
}

/** Puts new specs of one of its components into the rig of the setup. */
function takeItem(item: KitItem): void {
  const rig = setupEdit.present()?.rig;
  const next = rig && assembled({ ...storedRig(rig), parts: withItem(rig.parts, item) });
  if (next?.known) setRig(next.value, say(rigText.specsOf, { name: item.name }));
}

/** What puts another rig, or other values of this one, on the bench. */
export const rigEdit = { setRig, takeRig, takeItem };
