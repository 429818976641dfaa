import { storedSettings, type Setup } from '@gangway/contract/storedSetup';
import type { NamedSettings } from '@gangway/contract/record/differences/settings';
import type { SetupSettings } from '@gangway/core/model/setup';
import { SETUP_VERSION } from '@gangway/core/setup/fields';
import './outbox/caches';
import { outbox } from './outbox/page';
import type { Entry, SetupWrite } from './outbox/write';

/** A setup as it is to be, against the version and the state that are known of it. */
export function setupWrite(
  { id, jobId, version }: Pick<Setup, 'id' | 'jobId' | 'version'>,
  { name, settings }: NamedSettings,
  ancestor: NamedSettings | null,
): SetupWrite {
  return {
    kind: 'setup',
    schema: SETUP_VERSION,
    jobId,
    setupId: id,
    version,
    name,
    settings: storedSettings(settings),
    ancestor: ancestor && { name: ancestor.name, settings: storedSettings(ancestor.settings) },
  };
}

/** Gives a setup that is listed another name. */
export async function renameSetup(setup: Setup, name: string): Promise<Entry> {
  return outbox.submit(setupWrite(setup, { name, settings: setup.settings }, setup), crypto.randomUUID());
}

/** Sets a setup that is listed to other settings. */
export async function saveSettings(setup: Setup, settings: SetupSettings): Promise<Entry> {
  return outbox.submit(setupWrite(setup, { name: setup.name, settings }, setup), crypto.randomUUID());
}

/** Makes a setup; answers its id. */
export async function addSetup(jobId: string, name: string, settings: SetupSettings): Promise<string> {
  const setupId = crypto.randomUUID();
  const schema = SETUP_VERSION;
  await outbox.submit({ kind: 'newSetup', schema, jobId, setupId, name, settings: storedSettings(settings) });
  return setupId;
}
