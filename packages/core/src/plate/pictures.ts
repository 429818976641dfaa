import type { Plate } from '../model/plate';

/**
 * The attached photographs that a setup is planned on: the first one and the others.
 *
 * @param plate what is stored; `null` for none
 *
 * @example
 * picturesOfPlate(quayPlate).length // => 1
 */
export function picturesOfPlate(plate: Plate | null): readonly string[] {
  return plate ? [plate.pictureId, ...plate.others.map(({ pictureId }) => pictureId)] : [];
}

/**
 * A plate whose photographs have other ids.
 *
 * @param plate what is stored
 * @param renamed the new id of each
 *
 * @example
 * withPictures(quayPlate, (id) => id.toUpperCase()).pictureId // => '2B7F9A70-3A52-4A1F-9D0E-5B7A4C1D2E3F'
 */
export function withPictures(plate: Plate, renamed: (id: string) => string): Plate {
  return {
    ...plate,
    pictureId: renamed(plate.pictureId),
    others: plate.others.map((each) => ({ ...each, pictureId: renamed(each.pictureId) })),
  };
}
