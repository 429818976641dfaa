import { outboxText } from '@gangway/messages/web/outbox';
import { storeText } from '@gangway/messages/web/store';
import { sendingOf } from './kinds/registry';
import type { Outcome } from './outbox';
import type { Entry } from './write';

/** How long an answer may take, ms; a photograph may take longer. */
const PATIENCE_MS = 30_000;
const FILE_PATIENCE_MS = 300_000;

interface Answer {
  readonly status: number;
  readonly body: unknown;
}

async function asked(entry: Entry): Promise<Answer> {
  const { method, path, body } = sendingOf(entry);
  const isFile = body instanceof Blob;
  const response = await fetch(`/api/${path}`, {
    method,
    ...(body !== null && {
      headers: { 'Content-Type': isFile ? 'application/octet-stream' : 'application/json' },
      body: isFile ? body : JSON.stringify(body),
    }),
    signal: AbortSignal.timeout(isFile ? FILE_PATIENCE_MS : PATIENCE_MS),
  });
  return { status: response.status, body: await response.json().catch(() => null) };
}

const member = (value: unknown, key: string): unknown =>
  typeof value === 'object' && value !== null ? (Object.entries(value).find(([each]) => each === key)?.[1] as unknown) : undefined;

function messageIn(body: unknown): string {
  const message = errorMember(body, 'message');
  return typeof message === 'string' ? message : outboxText.theServerGaveAnAnswer;
}

const errorMember = (body: unknown, key: string): unknown => member(member(body, 'error'), key);

/** What an answer means for a change. */
export function outcomeOf({ write }: Pick<Entry, 'write'>, { status, body }: Answer): Outcome {
  if (status >= 200 && status < 300) {
    return body === null ? { kind: 'failed', message: outboxText.theServersAnswerCouldNot } : { kind: 'done', answer: body };
  }
  const message = messageIn(body);
  const present = member(body, 'present');
  if (status === 409 && present !== undefined) return { kind: 'conflict', message, present };
  if (status === 404 || status === 410) {
    // What was to be deleted is not there: that is what was wanted.
    return write.kind === 'removal' && !write.back ? { kind: 'done', answer: body } : { kind: 'gone', message };
  }
  // A server that is starting, stopping or overrun, or a proxy before it: it says nothing about this change.
  if (status === 408 || status === 429 || (status >= 502 && status <= 504)) return { kind: 'away', message };
  // A full disk is no fault of this change: it is sent again when there is room.
  if (status === 507) return { kind: errorMember(body, 'code') === 'disk_full' ? 'away' : 'refused', message };
  if (status >= 500) return { kind: 'failed', message };
  return { kind: 'refused', message };
}

/** Sends one change, with every way it can end told apart. */
export async function send(entry: Entry): Promise<Outcome> {
  try {
    return outcomeOf(entry, await asked(entry));
  } catch {
    return { kind: 'away', message: storeText.gangwaysServerIsNotAnswering };
  }
}
