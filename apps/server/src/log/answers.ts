import type { Attachment } from '@gangway/contract/log';
import type { Shot } from '@gangway/core/log/shotFields';
import { shotIn } from '../db/records';
import type { attachments, shots } from '../db/schema';

export function attachmentAnswer({
  id,
  setupId,
  shotId,
  name,
  mime,
  bytes,
  sha256,
  width,
  height,
  createdAt,
}: typeof attachments.$inferSelect): Attachment {
  return { id, setupId, shotId, name, mime, bytes, sha256, width, height, at: createdAt.toISOString() };
}

export const shotAnswer = (row: typeof shots.$inferSelect): Shot => ({
  ...shotIn(row),
  id: row.id,
  setupId: row.setupId,
  at: row.at.toISOString(),
});
