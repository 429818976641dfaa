import { geometryOf } from '@gangway/core/geometry/geometry';
import { nextFilm, seriesOf, takeOf, type LogTake, type SeriesPlace } from '@gangway/core/log/take';
import type { SetupSettings } from '@gangway/core/model/setup';

/** The next exposure of a stand's series: after as many as are logged there, beginning again when it is through. */
export function nextPlace(
  settings: SetupSettings,
  logged: number,
): { readonly place: SeriesPlace; readonly number: number; readonly of: number } {
  const series = seriesOf(geometryOf(settings));
  const number = logged % series.length;
  return { place: series[number] ?? { frame: null, bracket: null }, number: number + 1, of: series.length };
}

/** The next take of a stand, as one touch logs it. */
export function nextTake(
  settings: SetupSettings,
  stand: { readonly id: string; readonly name: string },
  takes: readonly LogTake[],
  at: Date,
): LogTake {
  const own = takes.filter(({ standId }) => standId === stand.id);
  const { place } = nextPlace(settings, own.length);
  return {
    ...takeOf(geometryOf(settings), stand.name, place, nextFilm(settings, takes)),
    id: crypto.randomUUID(),
    standId: stand.id,
    at: at.toISOString(),
  };
}

/** Which exposure that is, in words; empty for a single picture. */
export function placeWords(settings: SetupSettings, logged: number): string {
  const { place, of } = nextPlace(settings, logged);
  if (of === 1) return '';
  return [
    place.frame === null ? '' : `frame ${place.frame + 1} of ${settings.mosaic?.frames.length ?? 1}`,
    place.bracket === null ? '' : `exposure ${place.bracket + 1}`,
  ]
    .filter((words) => words !== '')
    .join(', ');
}
