import { plateText } from '@gangway/messages/web/bench/plate';
import { say } from '@gangway/messages/say';
import { ATTACHMENT_BYTES_MOST } from '@gangway/contract/attachmentBytes';
import type { PlateReading } from '@gangway/contract/plate';
import type { Plate, PlateLine } from '@gangway/core/model/plate';
import { autoLevel } from '@gangway/core/plate/autoLevel';
import { BLANK_PLATE, UNREAD } from '@gangway/core/plate/blankPlate';
import { clearest } from '@gangway/core/plate/clearest';
import { knownPlate } from '@gangway/core/plate/known';
import { fixed } from '@gangway/core/words';
import { attach } from '../../store/logWrites';
import { plateReading } from '../../store/plateReading';
import { plateEdit } from './plateEdit';

/** How wide and high a picture is as it is seen upright; `null` where this browser cannot show it. */
export async function uprightSize(file: File): Promise<{ readonly widthPx: number; readonly heightPx: number } | null> {
  const url = URL.createObjectURL(file);
  try {
    const image = new Image();
    image.src = url;
    await new Promise((resolve, reject) => {
      image.addEventListener('load', resolve);
      image.addEventListener('error', reject);
    });
    return { widthPx: image.naturalWidth, heightPx: image.naturalHeight };
  } catch {
    return null;
  } finally {
    URL.revokeObjectURL(url);
  }
}

/** Whether a page cannot show a file itself, and the server can turn it into one that it can. */
const isShownByServer = ({ type, name }: File): boolean => /^image\/(tiff|hei[cf])$/u.test(type) || /\.(tiff?|hei[cf])$/iu.test(name);

/** Why a file cannot be used, in words; `null` for one that can, be it only by the server. */
export function fileRefused(file: File, isShownHere: boolean): string | null {
  if (file.size > ATTACHMENT_BYTES_MOST)
    return say(plateText.tooLarge, { mostMb: ATTACHMENT_BYTES_MOST / 1e6, mb: fixed(file.size / 1e6, 0) });
  return isShownHere || isShownByServer(file) ? null : plateText.notShown;
}

/**
 * Stores a photograph with a setup and plans on it. Its lines are found as soon as the server has it.
 * @returns why it cannot be used, in words; `null` when it is used
 */
export async function choosePlate(to: { readonly jobId: string; readonly setupId: string }, file: File): Promise<string | null> {
  const seen = await uprightSize(file);
  const refused = fileRefused(file, seen !== null);
  if (refused !== null) return refused;
  const pictureId = await attach({ ...to, shotId: null }, file);
  const { widthPx, heightPx } = seen ?? UNREAD;
  return plateEdit.begin({ ...BLANK_PLATE, pictureId, name: file.name, widthPx, heightPx });
}

/** What a file says of itself, put into the plate; `null` for a panorama that cannot be one. */
function withReading(plate: Plate, { panorama, equivalentMm, cropped, widthPx, heightPx }: PlateReading): Plate | null {
  if (panorama === 'other') return null;
  // A 360° camera levels its pictures itself, or says nothing of it.
  if (panorama === 'sphere') return { ...plate, kind: 'sphere', widthPx, heightPx, typed: plate.typed ?? { pitchDeg: 0, rollDeg: 0 } };
  return { ...plate, widthPx, heightPx, cropped, equivalentMm: plate.equivalentMm ?? equivalentMm };
}

/** Whether nobody has said anything of how a photograph was held. */
export const isNew = ({ uprights, levels, typed, horizon }: Plate): boolean =>
  uprights.length + levels.length === 0 && typed === null && horizon === null;

/** What comes of a plate as it is read, and what is still wrong with it, in words; `null` for a panorama, which cannot be one. */
export function asRead(
  plate: Plate,
  reading: PlateReading,
  anew: boolean,
): { readonly plate: Plate; readonly trouble: string | null } | null {
  const read = withReading(plate, reading);
  if (read === null) return null;
  // What somebody drew or typed meanwhile stays, unless they ask for other lines.
  if (read.kind === 'sphere' || read.equivalentMm === null || !(anew || isNew(plate))) return { plate: read, trouble: null };
  const levelled = withLines(read, reading.lines);
  return { plate: levelled ?? read, trouble: levelled ? null : plateText.noLines };
}

/**
 * Reads what a photograph says of itself and finds its lines.
 * @param anew whether its lines take the place of those that are there
 * @returns what is wrong with it, in words; `null` for nothing
 */
export async function readPlate(pictureId: string, anew: boolean): Promise<string | null> {
  let reading: PlateReading;
  try {
    reading = await plateReading(pictureId);
  } catch (error) {
    return say(plateText.readingFailed, { why: error instanceof Error ? error.message : String(error) });
  }
  // Another one may have been chosen, or this one removed, while it was read.
  const plate = plateEdit.present();
  if (plate?.pictureId !== pictureId) return null;
  const read = asRead(plate, reading, anew);
  if (read === null) {
    plateEdit.remove();
    return plateText.panoramaRefused;
  }
  return plateEdit.amend(() => read.plate, plateText.linesFound) ?? read.trouble;
}

/** So many of the clearest lines of each kind are drawn: more hide the picture. */
const DRAWN_MOST = 40;

/** A plate levelled by the lines of its picture; `null` where none stands upright. */
function withLines(plate: Plate, lines: readonly PlateLine[]): Plate | null {
  const { projection } = knownPlate(plate);
  if (projection?.kind !== 'flat') return null;
  const found = autoLevel(projection, lines);
  if (!found) return null;
  const { uprights, levels } = clearest(projection, lines, found, DRAWN_MOST);
  return {
    ...plate,
    uprights,
    levels,
    doubtful: !found.sure,
    typed: null,
    horizon: null,
  };
}
