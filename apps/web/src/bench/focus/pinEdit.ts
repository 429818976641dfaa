import { focusText } from '@gangway/messages/web/bench/focus';
import { say } from '@gangway/messages/say';
import type { Vec3 } from '@gangway/core/space/vector';
import { pinSchema, PINS_MOST } from '@gangway/contract/focus';
import type { SetupSettings } from '@gangway/core/model/setup';
import type { Pin } from '@gangway/core/model/pin';
import { setupEdit } from '../editing/setupEdit';

/** Adds a pin, and says why not when there are too many. */
function addPin(pin: Omit<Pin, 'id' | 'weight'>): string | null {
  const settings = setupEdit.present();
  if (!settings) return null;
  if (settings.pins.length >= PINS_MOST) return say(focusText.aSetupMayHaveAt, { pinsMost: PINS_MOST });
  setupEdit.change(
    { ...settings, pins: [...settings.pins, { ...pin, id: crypto.randomUUID(), weight: 1 }] },
    say(focusText.pinOn, { name: pin.name }),
  );
  return null;
}

/** Changes a pin, or says why it cannot be so. */
function changePin(id: string, changes: Partial<Omit<Pin, 'id'>>, gesture?: string): string | null {
  const settings = setupEdit.present();
  const before = settings?.pins.find((each) => each.id === id);
  if (!settings || !before) return null;
  const parsed = pinSchema.safeParse({ ...before, ...changes });
  if (!parsed.success) return parsed.error.issues[0]?.message ?? focusText.thisValueIsNotAllowed;
  setupEdit.change(
    { ...settings, pins: settings.pins.map((each) => (each.id === id ? parsed.data : each)) },
    say(focusText.pin, { name: parsed.data.name }),
    gesture,
  );
  return null;
}

/** Drags a single pin to where it goes in the setup as it is now, in whole millimetres. */
function dragPin(id: string, where: (settings: SetupSettings) => Vec3 | null, gesture: string): void {
  const settings = setupEdit.present();
  const to = settings && where(settings);
  if (!to) return;
  const round = (m: number): number => Math.round(m * 1000) / 1000 + 0;
  changePin(id, { place: { kind: 'point', at: [round(to[0]), round(to[1]), round(to[2])] } }, gesture);
}

function removePin(id: string): void {
  const settings = setupEdit.present();
  if (settings) setupEdit.change({ ...settings, pins: settings.pins.filter((each) => each.id !== id) }, focusText.aPinRemoved);
}

/** What pins are set, moved and taken away by. */
export const pinEdit = { addPin, changePin, dragPin, removePin };
