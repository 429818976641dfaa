import type { Geometry } from '@gangway/core/geometry/geometry';
import type { KitItem } from '@gangway/core/kit/item';
import { createContext, use, type ComponentType } from 'react';

/** What one feature shows of another; the application puts it in, so that no feature loads from another's folder. */
export interface Slots {
  /** Says in the bar of every page what is not saved yet. */
  readonly Waiting: ComponentType;
  /** Logs a shot of the setup on the bench. */
  readonly LogButton: ComponentType<{ readonly geometry: Geometry; readonly name: string }>;
  /** Everything known of one item of the kit, to be typed in; `ask` is where typing begins. */
  readonly ItemDialog: ComponentType<{
    readonly item: KitItem;
    readonly ask?: string;
    readonly onClose: () => void;
    readonly onSaved: (item: KitItem) => void;
  }>;
}

const SlotsContext = createContext<Slots | null>(null);
export const SlotsProvider = SlotsContext.Provider;

export function useSlots(): Slots {
  const slots = use(SlotsContext);
  if (!slots) throw new Error('the application has put nothing into the slots');
  return slots;
}
