import { logText } from '@gangway/messages/web/log';
import { say } from '@gangway/messages/say';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { nextFilm, seriesOf, shotOf, type SeriesPlace } from '@gangway/core/log/shot';
import type { Shot } from '@gangway/core/log/shotFields';

/** The next exposure of a setup's series: after as many as are logged there, beginning again when it is through. */
export function nextPlace(
  geometry: Geometry,
  logged: number,
): { readonly place: SeriesPlace; readonly number: number; readonly of: number } {
  const series = seriesOf(geometry);
  const number = logged % series.length;
  return { place: series[number] ?? { frame: null, bracket: null }, number: number + 1, of: series.length };
}

/** The next shot of a setup, as one touch logs it. */
export function nextShot(
  geometry: Geometry,
  setup: { readonly id: string; readonly name: string },
  shots: readonly Shot[],
  at: Date,
): Shot {
  const own = shots.filter(({ setupId }) => setupId === setup.id);
  const { place } = nextPlace(geometry, own.length);
  return {
    ...shotOf(geometry, setup.name, place, nextFilm(geometry.settings, shots)),
    id: crypto.randomUUID(),
    setupId: setup.id,
    at: at.toISOString(),
  };
}

/** Which exposure that is, in words; empty for a single picture. */
export function placeWords(geometry: Geometry, logged: number): string {
  const { place, of } = nextPlace(geometry, logged);
  if (of === 1) return '';
  return [
    place.frame === null ? '' : say(logText.frameOf, { frame: place.frame + 1, length: geometry.settings.mosaic?.frames.length ?? 1 }),
    place.bracket === null ? '' : say(logText.exposure, { bracket: place.bracket + 1 }),
  ]
    .filter((words) => words !== '')
    .join(', ');
}
