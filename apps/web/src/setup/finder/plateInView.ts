import type { Geometry } from '@gangway/core/geometry/geometry';
import { awayFromPlate } from '@gangway/core/plate/asFront';
import { plateEnds, type PlateEnds } from '@gangway/core/plate/ends';
import { knownPlate } from '@gangway/core/plate/known';
import type { PlateProjection } from '@gangway/core/plate/pixel';
import type { Turned } from '@gangway/core/plate/throughRig';
import { anglesOf } from '@gangway/core/space/pose';

/** A photograph of the place as the Finder shows it. */
export interface PlateInView {
  readonly pictureId: string;
  readonly projection: PlateProjection;
  readonly held: Turned;
}

/** A camera this near to where the photograph was taken sees the same, m. */
const SAME_PLACE_M = 0.05;

/** The photograph that the picture of a setup can be drawn from: levelled, and from where its camera stands. A photograph from elsewhere is told by how far away it is, m. */
export function plateInView({ settings: { plate, scene } }: Geometry): PlateInView | { readonly awayM: number } | null {
  if (!plate || !scene) return null;
  const { projection, held } = knownPlate(plate);
  if (!projection || !held) return null;
  const awayM = awayFromPlate(plate, scene) ?? 0;
  return awayM > SAME_PLACE_M ? { awayM } : { pictureId: plate.pictureId, projection, held };
}

/** The photograph, where it is from where the camera stands. */
export function plateHere(geometry: Geometry): PlateInView | null {
  const plate = plateInView(geometry);
  return plate && 'pictureId' in plate ? plate : null;
}

/** Where the photograph ends in the whole frame of a setup; `null` where it shows nothing of it. */
export function endsInFrame(geometry: Geometry, { projection, held }: PlateInView): PlateEnds | null {
  const { back } = geometry;
  if (!back) return null;
  const rig = { turned: anglesOf(back.axes), imageMm: geometry.imageMm, ...geometry.position };
  return plateEnds(projection, held, rig, geometry.wholeFrame);
}
