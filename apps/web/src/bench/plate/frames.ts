import { conjugates } from '@gangway/core/focus/conjugates';
import type { Geometry } from '@gangway/core/geometry/geometry';
import type { Pixel } from '@gangway/core/model/plate';
import type { Rig } from '@gangway/core/model/rig';
import { frameSeen, framesOfSetup, plateInView } from '@gangway/core/plate/inView';

/** The frame of a rig on the photograph. */
export interface RigFrame {
  readonly name: string;
  /** Whether it is that of the rig on the bench. */
  readonly own: boolean;
  readonly outline: readonly Pixel[];
  /** Whether part of it is a guess: the camera stands elsewhere, and no distance is known there. */
  readonly guessed: boolean;
}

/** The frame of the setup as it is, each one of a mosaic, and those of other rigs in its place, level with it and not shifted. */
export function framesOn(geometry: Geometry, others: readonly Rig[]): readonly RigFrame[] {
  const { back, settings } = geometry;
  const plate = plateInView(geometry);
  if (!plate || !back || !settings.scene) return [];
  const { distanceM } = settings.scene;
  const landscape = settings.orientation === 'landscape';
  const frameOf = (rig: Rig, imageMm: number, name: string): RigFrame => {
    const { widthMm, heightMm } = rig.back;
    const [long, short] = [Math.max(widthMm, heightMm), Math.min(widthMm, heightMm)];
    const frame = { widthMm: landscape ? long : short, heightMm: landscape ? short : long };
    return { name, own: false, ...frameSeen(plate, { from: back, imageMm, riseMm: 0, shiftMm: 0 }, frame) };
  };
  const own = framesOfSetup(geometry, plate).map(({ n, ...frame }) => ({
    name: n === null ? settings.rig.name : String(n),
    own: true,
    ...frame,
  }));
  return [
    ...others
      .filter(({ rigId, lens }) => rigId !== settings.rig.rigId && distanceM * 1000 > lens.focalMm * 1.01)
      .map((rig) => frameOf(rig, conjugates(rig.lens.focalMm, distanceM).imageMm, rig.name)),
    ...own,
  ];
}
