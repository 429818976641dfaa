import { ringOf, stopsBetween } from '../coverage/apertures';
import type { Geometry } from '../geometry/geometry';
import type { SetupPatch } from '../model/setup';
import { firstOffer, type Fix, type Trial } from './fix';

/** Where to look for another aperture: on both sides of the one set, or only toward smaller or wider openings. */
export type Toward = 'either' | 'smaller' | 'wider';

/** The other marks of the aperture ring, the nearest first. */
export function otherApertures({ settings: { rig, fNumber } }: Geometry, toward: Toward = 'either'): readonly number[] {
  return ringOf(rig.lens)
    .map((mark) => ({ mark, stops: stopsBetween(fNumber, mark) }))
    .filter(({ stops }) => {
      if (toward === 'either') return stops !== 0;
      if (toward === 'smaller') return stops > 1e-9;
      return stops < -1e-9;
    })
    .sort((a, b) => Math.abs(a.stops) - Math.abs(b.stops))
    .map(({ mark }) => mark);
}

/** The nearest other aperture with which a check passes, together with other changes if there are any. */
export function nearestAperture(
  geometry: Geometry,
  trial: Trial,
  { toward = 'either', control = 'aperture', patch = {} }: { toward?: Toward; control?: Fix['control']; patch?: SetupPatch } = {},
): Fix | null {
  return firstOffer(
    control,
    otherApertures(geometry, toward).map((fNumber) => ({ ...patch, fNumber })),
    trial,
  );
}
