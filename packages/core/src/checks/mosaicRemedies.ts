import { apertureScale, stopsOf } from '../coverage/apertures';
import { answers, type Answer, type Wish } from '../stitching/goals';
import { mosaicOnStand } from '../geometry/laidMosaic';
import { rounded } from '../mosaic/slides';
import { apertureWords, fixed } from '../words';
import type { FindingKind, Remedy } from './finding';
import { MOST_OFFERED, offer, type Trial } from './trial';
import type { Mosaic, MosaicFrame } from '../model/mosaic';
import type { SetupSettings } from '../model/setup';

/** Findings that are about the mosaic once there is one. */
const MOSAIC_KINDS: ReadonlySet<FindingKind> = new Set([
  'lightCircle',
  'sharpCircle',
  'travel',
  'inFrame',
  'overlap',
  'parallax',
  'seam',
  'room',
]);

export function isMosaicKind(kind: FindingKind): boolean {
  return MOSAIC_KINDS.has(kind);
}

/** Up to three changes to a mosaic that were tried, each of which makes the finding hold and no other worse. */
export function mosaicRemedies(kind: FindingKind, settings: SetupSettings, trial: Trial): readonly Remedy[] {
  const { mosaic } = settings;
  const laid = mosaicOnStand(settings);
  if (!mosaic || !laid) return [];
  const said = (words: string, next: Mosaic, more: Omit<Remedy['patch'], 'mosaic'> = {}): Remedy | null => {
    const remedy = offer('mosaic', { ...more, mosaic: next }, trial);
    return remedy && { ...remedy, said: words };
  };
  const frames = (words: string, next: readonly MosaicFrame[]): Remedy | null => said(words, { ...mosaic, frames: next });
  const apart = (): Remedy | null => {
    // Drawn together about the middle, in steps of two hundredths, as far as it takes and no farther; set as the scales read.
    const box = laid.union.box;
    const middle = { riseMm: (box.lower + box.upper) / 2, shiftMm: (box.left + box.right) / 2 };
    for (let share = 0.98; share >= 0.5; share -= 0.02) {
      const next = mosaic.frames.map((each) => ({
        ...rounded(laid.slides, {
          riseMm: middle.riseMm + (each.riseMm - middle.riseMm) * share,
          shiftMm: middle.shiftMm + (each.shiftMm - middle.shiftMm) * share,
        }),
        turned: each.turned,
      }));
      const remedy = frames(`frames drawn together by ${fixed((1 - share) * 100, 0)} %`, next);
      if (remedy) return remedy;
    }
    return null;
  };
  const asWhole = (): Remedy | null => {
    const box = laid.union.box;
    const middle = { riseMm: (box.lower + box.upper) / 2, shiftMm: (box.left + box.right) / 2 };
    for (const share of [0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 1]) {
      const next = mosaic.frames.map((each) => ({
        ...rounded(laid.slides, { riseMm: each.riseMm - middle.riseMm * share, shiftMm: each.shiftMm - middle.shiftMm * share }),
        turned: each.turned,
      }));
      const remedy = frames('the whole mosaic moved toward the axis', next);
      if (remedy) return remedy;
    }
    return null;
  };
  const aperture = (): Remedy | null => {
    const { lens } = settings.rig;
    const from = stopsOf(settings.fNumber);
    const ring = apertureScale(lens.widestFNumber, lens.smallestFNumber, lens.stopStep)
      .filter((n) => n !== settings.fNumber)
      .sort((a, b) => Math.abs(stopsOf(a) - from) - Math.abs(stopsOf(b) - from));
    for (const fNumber of ring) {
      const remedy = offer('aperture', { fNumber }, trial);
      if (remedy) return { ...remedy, said: apertureWords(fNumber) };
    }
    return null;
  };
  switch (kind) {
    case 'sharpCircle':
      return some([aperture, asWhole, apart, ...anew(settings, said)]);
    case 'lightCircle':
    case 'travel':
      return some([asWhole, apart, ...anew(settings, said)]);
    case 'overlap':
      return some([apart, ...anew(settings, said)]);
    case 'inFrame':
      return some(anew(settings, said));
    case 'parallax':
      return some([
        () => (laid.slides.footOnLens ? said('hold the lens by its foot, move the back', { ...mosaic, mover: 'back' }) : null),
        () => said('slide the camera the other way', { ...mosaic, mover: 'counter' }),
        () => (laid.slides.footOnLens ? null : said('hold the lens by a collar, move the back', { ...mosaic, mover: 'back' })),
      ]);
    case 'seam':
      return some([
        ...around(settings, frames),
        () =>
          said('the frames across it right after each other, by hand in two seconds', {
            ...mosaic,
            series: { ...mosaic.series, moveS: 2, settleS: Math.min(1, mosaic.series.settleS), brackets: 1 },
          }),
      ]);
    case 'room':
      return some([
        () =>
          mosaic.series.whiteCards ? said('without white cards', { ...mosaic, series: { ...mosaic.series, whiteCards: false } }) : null,
        () => (mosaic.series.brackets > 1 ? said('without brackets', { ...mosaic, series: { ...mosaic.series, brackets: 1 } }) : null),
        () =>
          mosaic.series.brackets > 1 && mosaic.series.whiteCards
            ? said('without brackets and white cards', { ...mosaic, series: { ...mosaic.series, brackets: 1, whiteCards: false } })
            : null,
        ...anew(settings, said),
      ]);
    default:
      return [];
  }
}

function some(ways: readonly (() => Remedy | null)[]): readonly Remedy[] {
  const found: Remedy[] = [];
  for (const way of ways) {
    if (found.length >= MOST_OFFERED) break;
    const remedy = way();
    if (remedy && !found.some(({ said }) => said === remedy.said)) found.push(remedy);
  }
  return found;
}

/** Laid out anew: for the subject where there is one, else for the size that it has. */
function anew(
  settings: SetupSettings,
  said: (words: string, next: Mosaic, more?: { readonly orientation: 'landscape' | 'portrait' }) => Remedy | null,
): readonly (() => Remedy | null)[] {
  const { mosaic } = settings;
  const laid = mosaicOnStand(settings);
  if (!mosaic || !laid) return [];
  const { whole } = laid.union;
  const wishes: readonly Wish[] = [
    { for: 'subject' },
    { for: 'format', widthMm: whole.right - whole.left, heightMm: whole.upper - whole.lower },
    { for: 'everything' },
  ];
  return wishes.flatMap((wish) => {
    let found: ReturnType<typeof answers> | null = null;
    const take = (which: 'fewest' | 'most') => (): Remedy | null => {
      if (wish.for === 'subject' && !settings.scene) return null;
      found ??= answers(settings, wish, mosaic.leastOverlap);
      const answer = found[which];
      return answer && said(layoutWords(answer), { ...mosaic, frames: answer.layout.frames }, { orientation: answer.layout.orientation });
    };
    return [take('fewest'), take('most')];
  });
}

/** "4 × 2 frames in portrait". */
export function layoutWords({ layout: { kind, columns, rows, orientation, frames } }: Answer): string {
  return kind === 'quarter'
    ? 'four quarter turns'
    : `${columns} × ${rows} = ${frames.length} ${frames.length === 1 ? 'frame' : 'frames'} in ${orientation}`;
}

/** One frame moved so that it holds all of a zone. */
function around(
  settings: SetupSettings,
  frames: (words: string, next: readonly MosaicFrame[]) => Remedy | null,
): readonly (() => Remedy | null)[] {
  const { mosaic } = settings;
  const laid = mosaicOnStand(settings);
  if (!mosaic || !laid) return [];
  return mosaic.zones.flatMap((zone) =>
    laid.rects
      .map((rect, i) => {
        const across = zone.left < rect.left ? zone.left - rect.left : zone.right > rect.right ? zone.right - rect.right : 0;
        const up = zone.lower < rect.lower ? zone.lower - rect.lower : zone.upper > rect.upper ? zone.upper - rect.upper : 0;
        return { i, across, up, way: Math.hypot(across, up) };
      })
      .filter(({ way }) => way > 0)
      .sort((a, b) => a.way - b.way)
      .slice(0, 4)
      .map(({ i, across, up }) => () => {
        // A step of the scale more, so that rounding does not cut it again.
        const { stepMm } = laid.slides;
        const next = mosaic.frames.map((each, k) =>
          k === i
            ? {
                ...rounded(laid.slides, {
                  riseMm: each.riseMm + up + Math.sign(up) * stepMm,
                  shiftMm: each.shiftMm + across + Math.sign(across) * stepMm,
                }),
                turned: each.turned,
              }
            : each,
        );
        return frames(`frame ${i + 1} moved so that it holds “${zone.name}”`, next);
      }),
  );
}
