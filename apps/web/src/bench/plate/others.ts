import { plateText } from '@gangway/messages/web/bench/plate';
import { say } from '@gangway/messages/say';
import { PLATE_MOST } from '@gangway/contract/plate';
import type { OtherPhotograph } from '@gangway/core/model/plate';
import { UNREAD } from '@gangway/core/plate/blankPlate';
import { attach } from '../../store/logWrites';
import { besideReading, plateReading } from '../../store/plateReading';
import { fileRefused, uprightSize } from './choosePlate';
import { plateEdit } from './plateEdit';

/** Changes one of the other photographs; one that is gone stays gone. */
export function amendOther(pictureId: string, change: (other: OtherPhotograph) => OtherPhotograph | null, said: string): string | null {
  return plateEdit.amend(
    (plate) => ({ ...plate, others: plate.others.flatMap((each) => (each.pictureId === pictureId ? (change(each) ?? []) : each)) }),
    said,
  );
}

/**
 * Stores another photograph with a setup and puts it beside the first. Both are compared as soon as the server has it.
 * @returns why it cannot be used, in words; `null` when it is there
 */
export async function addOther(to: { readonly jobId: string; readonly setupId: string }, file: File): Promise<string | null> {
  if ((plateEdit.present()?.others.length ?? 0) >= PLATE_MOST.others) return plateText.othersFull;
  const seen = await uprightSize(file);
  const refused = fileRefused(file, seen !== null);
  if (refused !== null) return refused;
  const { widthPx, heightPx } = seen ?? UNREAD;
  const pictureId = await attach({ ...to, shotId: null }, file);
  const other: OtherPhotograph = { pictureId, name: file.name, widthPx, heightPx, equivalentMm: null, matches: null, apart: null };
  return plateEdit.amend((plate) => ({ ...plate, others: [...plate.others, other] }), say(plateText.otherAdded, { name: file.name }));
}

/**
 * Reads another photograph and finds what it shares with the first.
 * @returns what is wrong with it, in words; `null` for nothing
 */
export async function compareOther(firstId: string, pictureId: string): Promise<string | null> {
  const { widthPx, heightPx, equivalentMm, cropped, panorama } = await plateReading(pictureId);
  if (panorama !== null || cropped) return panorama === null ? plateText.otherCropped : plateText.otherPanorama;
  const { matches } = await besideReading(firstId, pictureId);
  // The first may have been exchanged while they were compared.
  if (plateEdit.present()?.pictureId !== firstId) return null;
  return amendOther(
    pictureId,
    (each) => ({ ...each, widthPx, heightPx, equivalentMm: each.equivalentMm ?? equivalentMm, matches }),
    plateText.otherCompared,
  );
}
