import { plateText } from '@gangway/messages/web/bench/plate';
import { say } from '@gangway/messages/say';
import type { PlateReading } from '@gangway/contract/plate';
import type { Plate, PlateLine } from '@gangway/core/model/plate';
import { autoLevel } from '@gangway/core/plate/autoLevel';
import { clearest } from '@gangway/core/plate/clearest';
import { knownPlate } from '@gangway/core/plate/known';
import { fixed } from '@gangway/core/words';
import { attach } from '../../store/logWrites';
import { plateReading } from '../../store/plateReading';
import { plateEdit } from './plateEdit';

/** The largest file that is taken, bytes. */
const BYTES_MOST = 250e6;

/** How far a phone is held above the ground, m, until somebody says otherwise. */
const PHONE_HEIGHT_M = 1.6;

/** How wide and high a picture is as it is seen upright; `null` where this browser cannot show it. */
async function uprightSize(file: File): Promise<{ readonly widthPx: number; readonly heightPx: number } | null> {
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

/**
 * Stores a photograph with a setup and plans on it. Its lines are found as soon as the server has it.
 * @returns why it cannot be used, in words; `null` when it is used
 */
export async function choosePlate(to: { readonly jobId: string; readonly setupId: string }, file: File): Promise<string | null> {
  if (file.size > BYTES_MOST) return say(plateText.tooLarge, { mb: fixed(file.size / 1e6, 0) });
  const seen = await uprightSize(file);
  if (seen === null && file.type !== 'image/tiff') return plateText.notShown;
  const pictureId = await attach({ ...to, shotId: null }, file);
  const size = seen ?? (await plateReading(pictureId));
  const { widthPx, heightPx } = size;
  plateEdit.begin({
    pictureId,
    name: file.name,
    kind: 'flat',
    widthPx,
    heightPx,
    equivalentMm: null,
    cropped: false,
    uprights: [],
    levels: [],
    doubtful: false,
    horizon: null,
    typed: null,
    headingDeg: 0,
    cameraHeightM: PHONE_HEIGHT_M,
    outline: null,
    measured: [],
    from: null,
  });
  return null;
}

/** What a file says of itself, put into the plate; `null` for a panorama that cannot be one. */
function withReading(plate: Plate, { panorama, equivalentMm, cropped, widthPx, heightPx }: PlateReading): Plate | null {
  if (panorama === 'other') return null;
  // A 360° camera levels its pictures itself, or says nothing of it.
  if (panorama === 'sphere') return { ...plate, kind: 'sphere', widthPx, heightPx, typed: plate.typed ?? { pitchDeg: 0, rollDeg: 0 } };
  return { ...plate, widthPx, heightPx, cropped, equivalentMm: plate.equivalentMm ?? equivalentMm };
}

/** Reads what a photograph says of itself and finds its lines; says why not, in words. */
export async function readPlate(pictureId: string): Promise<string | null> {
  let reading: PlateReading;
  try {
    reading = await plateReading(pictureId);
  } catch (error) {
    return say(plateText.readingFailed, { why: error instanceof Error ? error.message : String(error) });
  }
  // Another one may have been chosen, or this one removed, while it was read.
  const plate = plateEdit.present();
  if (plate?.pictureId !== pictureId) return null;
  const read = withReading(plate, reading);
  if (read === null) {
    plateEdit.remove();
    return plateText.panoramaRefused;
  }
  const levelled = read.kind === 'flat' && read.equivalentMm !== null ? withLines(read, reading.lines) : read;
  return plateEdit.amend(() => levelled ?? read, plateText.linesFound) ?? (levelled === null ? plateText.noLines : null);
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
