import type { MatchedPixels, Pixel } from '@gangway/core/model/plate';
import { greyOf } from './grey';
import { matchedPlaces } from './matches';
import { colourPicture, readPhotograph, type PictureFile } from './photograph';

/** Both photographs are compared at so many px along their longer side. */
const COMPARED_PX = 1600;
/** They are taken evenly from so many parts of the first photograph, across and down. */
const [PARTS_ACROSS, PARTS_DOWN] = [10, 8] as const;

/**
 * Places that two photographs both show, taken evenly from all over the first: px in the first, then in the other.
 * From the same place they may lie anywhere, otherwise they lie on one plane. Empty where the two share too little. Throws `not_a_picture`, `too_many_pixels`.
 *
 * @param first a photograph
 * @param other another one
 * @param most how many are wanted at the most
 */
export async function besideMatches(first: PictureFile, other: PictureFile, most: number): Promise<readonly MatchedPixels[]> {
  const [one, two] = [await shown(first), await shown(other)];
  const pairs = await matchedPlaces(one.grey, two.grey, () => true);
  return spreadOut(pairs, one.grey, most).map(([[u, v], [x, y]]): MatchedPixels => [
    u * one.times,
    v * one.times,
    x * two.times,
    y * two.times,
  ]);
}

async function shown(file: PictureFile) {
  const { widthPx } = await readPhotograph(file);
  const picture = await colourPicture(file, COMPARED_PX);
  return { grey: greyOf(picture), times: widthPx / picture.widthPx };
}

/** At most so many pairs, one after the other from each part of the first picture: a crowded corner counts no more than the rest. */
function spreadOut<P extends readonly [Pixel, Pixel]>(
  pairs: readonly P[],
  { widthPx, heightPx }: { readonly widthPx: number; readonly heightPx: number },
  most: number,
): readonly P[] {
  const parts = new Map<number, P[]>();
  for (const pair of pairs) {
    const [[u, v]] = pair;
    const part = Math.floor((u / widthPx) * PARTS_ACROSS) + PARTS_ACROSS * Math.floor((v / heightPx) * PARTS_DOWN);
    parts.set(part, [...(parts.get(part) ?? []), pair]);
  }
  const taken: P[] = [];
  for (let turn = 0; taken.length < Math.min(most, pairs.length); turn++)
    for (const part of parts.values()) {
      const pair = part[turn];
      if (pair && taken.length < most) taken.push(pair);
    }
  return taken;
}
