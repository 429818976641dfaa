import { conjugates } from '@gangway/core/focus/conjugates';
import type { Geometry } from '@gangway/core/geometry/geometry';
import type { Pixel } from '@gangway/core/model/plate';
import type { Rig } from '@gangway/core/model/rig';
import { frameOnPlate } from '@gangway/core/plate/frameOnPlate';
import { framesOfSetup, plateHere } from '@gangway/core/plate/inView';
import { anglesOf } from '@gangway/core/space/pose';

/** The frame of a rig on the photograph. */
export interface RigFrame {
  readonly name: string;
  /** Whether it is that of the rig on the bench. */
  readonly own: boolean;
  readonly outline: readonly Pixel[];
}

/** The frame of the setup as it is, each one of a mosaic, and those of other rigs in its place, level with it and not shifted. */
export function framesOn(geometry: Geometry, others: readonly Rig[]): readonly RigFrame[] {
  const { back, settings } = geometry;
  // From elsewhere it shows another picture.
  const plate = plateHere(geometry);
  if (!plate || !back || !settings.scene) return [];
  const { projection, held } = plate;
  const turned = anglesOf(back.axes);
  const { distanceM } = settings.scene;
  const landscape = settings.orientation === 'landscape';
  const frameOf = (rig: Rig, imageMm: number, name: string): RigFrame => {
    const { widthMm, heightMm } = rig.back;
    const [long, short] = [Math.max(widthMm, heightMm), Math.min(widthMm, heightMm)];
    const frame = { widthMm: landscape ? long : short, heightMm: landscape ? short : long };
    return { name, own: false, outline: frameOnPlate(projection, held, { turned, imageMm, riseMm: 0, shiftMm: 0 }, frame) };
  };
  const own = framesOfSetup(geometry, plate).map(({ n, outline }) => ({
    name: n === null ? settings.rig.name : String(n),
    own: true,
    outline,
  }));
  return [
    ...others
      .filter(({ rigId, lens }) => rigId !== settings.rig.rigId && distanceM * 1000 > lens.focalMm * 1.01)
      .map((rig) => frameOf(rig, conjugates(rig.lens.focalMm, distanceM).imageMm, rig.name)),
    ...own,
  ];
}
