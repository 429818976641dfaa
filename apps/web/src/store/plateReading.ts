import {
  besideReadingSchema,
  plateReadingSchema,
  takenReadingSchema,
  type BesideReading,
  type PlateReading,
  type TakenReading,
} from '@gangway/contract/plate';
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

/** What the server answers of a photograph, once that has arrived. */
async function answerOf(id: string, path: string): Promise<unknown> {
  while (waits(id)) await new Promise((resolve) => setTimeout(resolve, LOOK_MS));
  const answer = await fetch(path);
  const body: unknown = await answer.json();
  if (!answer.ok) throw new Error((body as { readonly detail?: string }).detail ?? answer.statusText);
  return body;
}

const read = async (id: string): Promise<PlateReading> => plateReadingSchema.parse(await answerOf(id, `/api/attachments/${id}/plate`));

/** What the server reads from an attached photograph, once it has arrived; asked for once, and again after a failure. */
export function plateReading(id: string): Promise<PlateReading> {
  const known = readings.get(id);
  if (known) return known;
  const asked = read(id);
  readings.set(id, asked);
  asked.catch(() => readings.delete(id));
  return asked;
}

/** Places that a frame that was taken shares with the photograph that its setup is planned on. */
export async function takenReading(setupId: string, frameId: string): Promise<TakenReading> {
  return takenReadingSchema.parse(await answerOf(frameId, `/api/setups/${setupId}/taken/${frameId}`));
}

/** Places that another photograph shares with the first, once it has arrived. */
export async function besideReading(firstId: string, otherId: string): Promise<BesideReading> {
  return besideReadingSchema.parse(await answerOf(otherId, `/api/attachments/${firstId}/beside/${otherId}`));
}
