import { plateReadingSchema, type PlateReading } from '@gangway/contract/plate';
import { outbox } from './outbox/page';

/** Whether a photograph still waits on this device to be sent; throws where the server refused it, as only the photographer can go on then. */
function waits(id: string): boolean {
  const entry = outbox.state().entries.find(({ write }) => write.kind === 'attachment' && write.attachmentId === id);
  if (entry?.trouble && 'message' in entry.trouble) throw new Error(entry.trouble.message);
  return entry !== undefined;
}

/** How often it is looked whether a photograph has arrived, ms. */
const LOOK_MS = 250;

const readings = new Map<string, Promise<PlateReading>>();

async function read(id: string): Promise<PlateReading> {
  while (waits(id)) await new Promise((resolve) => setTimeout(resolve, LOOK_MS));
  const answer = await fetch(`/api/attachments/${id}/plate`);
  const body: unknown = await answer.json();
  if (!answer.ok) throw new Error((body as { readonly detail?: string }).detail ?? answer.statusText);
  return plateReadingSchema.parse(body);
}

/** What the server reads from an attached photograph, once it has arrived; asked for once, and again after a failure. */
export function plateReading(id: string): Promise<PlateReading> {
  const known = readings.get(id);
  if (known) return known;
  const asked = read(id);
  readings.set(id, asked);
  asked.catch(() => readings.delete(id));
  return asked;
}
