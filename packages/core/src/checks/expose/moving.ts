import type { Geometry } from '../../geometry/geometry';

/** How fast the fastest thing that crosses the view moves on the sensor, mm/s; `null` when nothing was said to move. */
export function fastestOnSensor({ settings: { exposure, mosaic }, imageMm }: Geometry): number | null {
  const moving = [...(exposure.moving ? [exposure.moving] : []), ...(mosaic?.zones ?? [])];
  return moving.length === 0 ? null : Math.max(...moving.map(({ speedMs, distanceM }) => (speedMs / distanceM) * imageMm));
}
