import { autosaveText } from '@gangway/messages/web/bench/autosave';
import { apiErrorSchema, conflictSchema } from '@gangway/contract/apiError';
import { setupSchema } from '@gangway/contract/setup';
import { openedSetup, storedSettings } from '@gangway/contract/storedSetup';
import { UNREACHABLE } from '../../store/api';
import type { Outcome, Write } from './autosave';

const PATIENCE_MS = 12_000;

/** One write of a setup to the server, with every way it can end told apart. */
export async function writeSetup(setupId: string, write: Write): Promise<Outcome> {
  let status: number;
  let body: unknown;
  try {
    const response = await fetch(`/api/setups/${setupId}`, {
      method: 'PUT',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ ...write, settings: storedSettings(write.settings) }),
      keepalive: true,
      signal: AbortSignal.timeout(PATIENCE_MS),
    });
    status = response.status;
    body = await response.json();
  } catch {
    return { kind: 'unreachable', message: UNREACHABLE };
  }
  if (status === 200) {
    const setup = setupSchema.safeParse(body);
    if (setup.success) return { kind: 'saved', setup: openedSetup(setup.data) };
    return { kind: 'unreachable', message: autosaveText.theServersAnswerCouldNot };
  }
  if (status === 409) {
    const conflict = conflictSchema.safeParse(body);
    if (conflict.success) return { kind: 'conflict', present: openedSetup(conflict.data.present) };
  }
  const answer = apiErrorSchema.safeParse(body);
  const message = answer.success ? answer.data.error.message : autosaveText.theServerGaveAnAnswer;
  if (status === 404 || status === 410) return { kind: 'gone', message };
  if (status >= 500) return { kind: 'unreachable', message };
  return { kind: 'refused', message };
}
