import { checksText } from '@gangway/messages/core/checks';
import { messageOf, type Message } from '@gangway/messages/say';
import type { Geometry } from '../geometry/geometry';
import type { LaidMosaic } from '../geometry/laidMosaic';
import type { Mosaic, MosaicFrame, Rect, Zone } from '../model/mosaic';
import type { ShiftPosition } from '../model/movements';
import { rounded, slidePlace } from '../mosaic/slides';
import { proposals, type Goal } from '../stitching/goals';
import { layoutMessage } from '../stitching/layoutWords';
import { fixed } from '../words';
import { nearestAperture } from './apertureFix';
import { offer, type Fix, type Trial } from './fix';

/** Ways to change a mosaic: another aperture, all of it toward the axis, its frames together, or a new layout. */
export type MosaicWay = 'aperture' | 'asWhole' | 'together' | 'anew';

/** Changes to a mosaic in the order named, each tried. */
export function* mosaicFixes(geometry: Geometry, trial: Trial, ways: readonly MosaicWay[]): Generator<Fix | null> {
  const { laid, settings } = geometry;
  if (!settings.mosaic || !laid) return;
  for (const way of ways) {
    if (way === 'aperture') yield nearestAperture(geometry, trial);
    else if (way === 'asWhole') yield asWhole(settings.mosaic, laid, trial);
    else if (way === 'together') yield together(settings.mosaic, laid, trial);
    else yield* anew(geometry, settings.mosaic, laid, trial);
  }
}

/** A mosaic with other frames as a fix, if it passes its trial. */
function withFrames(mosaic: Mosaic, frames: readonly MosaicFrame[], trial: Trial, label: Message): Fix | null {
  return offer('mosaic', { mosaic: { ...mosaic, frames } }, trial, label);
}

/** The frames of a mosaic moved, as the scales read. */
function moved({ slides }: LaidMosaic, frames: readonly MosaicFrame[], to: (frame: MosaicFrame) => ShiftPosition): readonly MosaicFrame[] {
  return frames.map((each) => ({ ...rounded(slides, to(each)), turned: each.turned }));
}

/** The middle of the places that the slides are set to. */
function middleOf({ frames }: LaidMosaic): ShiftPosition {
  const [rises, shifts] = [frames.map(({ riseMm }) => riseMm), frames.map(({ shiftMm }) => shiftMm)];
  return { riseMm: (Math.min(...rises) + Math.max(...rises)) / 2, shiftMm: (Math.min(...shifts) + Math.max(...shifts)) / 2 };
}

/** Frames drawn together about the middle, in steps of two hundredths, as far as it takes and no farther. */
function together(mosaic: Mosaic, laid: LaidMosaic, trial: Trial): Fix | null {
  const middle = middleOf(laid);
  for (let share = 0.98; share >= 0.5; share -= 0.02) {
    const frames = moved(laid, mosaic.frames, ({ riseMm, shiftMm }) => ({
      riseMm: middle.riseMm + (riseMm - middle.riseMm) * share,
      shiftMm: middle.shiftMm + (shiftMm - middle.shiftMm) * share,
    }));
    const fix = withFrames(mosaic, frames, trial, messageOf(checksText.framesDrawnTogetherBy, { share: fixed((1 - share) * 100, 0) }));
    if (fix) return fix;
  }
  return null;
}

/** The whole mosaic moved toward the axis, by tenths of the way. */
function asWhole(mosaic: Mosaic, laid: LaidMosaic, trial: Trial): Fix | null {
  const middle = middleOf(laid);
  for (const share of [0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 1]) {
    const frames = moved(laid, mosaic.frames, ({ riseMm, shiftMm }) => ({
      riseMm: riseMm - middle.riseMm * share,
      shiftMm: shiftMm - middle.shiftMm * share,
    }));
    const fix = withFrames(mosaic, frames, trial, messageOf(checksText.theWholeMosaicMovedToward, {}));
    if (fix) return fix;
  }
  return null;
}

/** A new layout: for the subject where there is one, else for the size that the mosaic has. */
function* anew(geometry: Geometry, mosaic: Mosaic, { union: { whole } }: LaidMosaic, trial: Trial): Generator<Fix | null> {
  const goals: readonly Goal[] = [
    ...(geometry.settings.scene ? [{ for: 'subject' } as const] : []),
    { for: 'format', widthMm: whole.right - whole.left, heightMm: whole.upper - whole.lower },
    { for: 'everything' },
  ];
  for (const goal of goals) {
    const found = proposals(geometry, goal, mosaic.leastOverlap);
    for (const answer of [found.fewest, found.most]) {
      if (!answer) continue;
      const { frames, orientation } = answer.layout;
      yield offer('mosaic', { orientation, mosaic: { ...mosaic, frames } }, trial, layoutMessage(answer));
    }
  }
}

/** One frame moved so that it holds all of a zone in which something moves. */
export function* aroundZones(geometry: Geometry, trial: Trial): Generator<Fix | null> {
  const { laid, settings } = geometry;
  const { mosaic } = settings;
  if (!mosaic || !laid) return;
  for (const zone of mosaic.zones) {
    for (const { index, across, up } of nearestToHold(zone, laid.rects)) {
      // A step of the scale more, so that rounding does not cut it again.
      const { stepMm } = laid.slides;
      const by = slidePlace({ ...laid.slides, stopsMm: [0] }, { riseMm: up, shiftMm: across });
      const to = ({ riseMm, shiftMm }: MosaicFrame): ShiftPosition => ({
        riseMm: riseMm + by.riseMm + Math.sign(up) * stepMm,
        shiftMm: shiftMm + by.shiftMm + Math.sign(across) * stepMm,
      });
      const frames = mosaic.frames.map((each, i) => (i === index ? { ...rounded(laid.slides, to(each)), turned: each.turned } : each));
      yield withFrames(mosaic, frames, trial, messageOf(checksText.frameMovedSoThatIt, { index: index + 1, name: zone.name }));
    }
  }
}

/** The four frames that need the least move to hold a zone, and that move, mm. */
function nearestToHold(
  zone: Zone,
  rects: readonly Rect[],
): readonly { readonly index: number; readonly across: number; readonly up: number }[] {
  const into = (low: number, high: number, from: number, to: number): number => (low < from ? low - from : Math.max(0, high - to));
  return rects
    .map((rect, index) => ({
      index,
      across: into(zone.left, zone.right, rect.left, rect.right),
      up: into(zone.lower, zone.upper, rect.lower, rect.upper),
    }))
    .filter(({ across, up }) => across !== 0 || up !== 0)
    .sort((a, b) => Math.hypot(a.across, a.up) - Math.hypot(b.across, b.up))
    .slice(0, 4);
}
