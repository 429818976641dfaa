import { assembled, storedRig, type StoredRig } from '@gangway/core/rig/assembled';
import type { SetupSettings } from '@gangway/core/model/setup';

/** What is stored of a setup: what the photographer set, and the components of the rig with the values they had. What follows from them is not. */
export type StoredSettings = Omit<SetupSettings, 'rig'> & { readonly rig: StoredRig };

/** What is stored of settings. */
export function storedSettings(settings: SetupSettings): StoredSettings {
  return { ...settings, rig: storedRig(settings.rig) };
}

/** Stored settings with their rig put together again. Throws when the rig lacks what no setup can do without, which the schema refuses. */
export function openedSettings(stored: StoredSettings): SetupSettings {
  const rig = assembled(stored.rig);
  if (!rig.known) throw new Error(`the rig of a setup lacks ${rig.asks.map(({ label }) => label).join(', ')}`);
  return { ...stored, rig: rig.value };
}

/** A setup as the server keeps it. The version grows by one with every write. */
export interface StoredSetup {
  id: string;
  jobId: string;
  name: string;
  settings: StoredSettings;
  version: number;
  lastWriteId: string | null;
  updatedAt: string;
  deletedAt: string | null;
}

/** A setup with its rig put together, as the pages work with it. */
export type Setup = Omit<StoredSetup, 'settings'> & { readonly settings: SetupSettings };

export function openedSetup(setup: StoredSetup): Setup {
  return { ...setup, settings: openedSettings(setup.settings) };
}
