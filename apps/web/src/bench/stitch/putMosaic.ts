import { stitchText } from '@gangway/messages/web/bench/stitch';
import { say } from '@gangway/messages/say';
import { benchState } from '../editing/benchStore';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { mosaicSchema } from '@gangway/contract/mosaic';
import { FIRST_MOSAIC } from '@gangway/core/mosaic/mosaic';
import type { Layout } from '@gangway/core/mosaic/layout';
import { rounded, slidePlace, slidesOf } from '@gangway/core/mosaic/slides';
import type { Mosaic } from '@gangway/core/model/mosaic';
import { setupEdit } from '../editing/setupEdit';

/** Changes the mosaic of the setup as it is now, or says why it cannot be so. */
export function changeMosaic(change: (mosaic: Mosaic) => Mosaic, said: string, gesture?: string): string | null {
  const before = benchState().edit.present?.settings.mosaic;
  if (!before) return null;
  const parsed = mosaicSchema.safeParse(change(before));
  if (!parsed.success) return parsed.error.issues[0]?.message ?? stitchText.thisValueIsNotAllowed;
  setupEdit.apply({ mosaic: parsed.data }, said, gesture);
  return null;
}

/** Takes one frame out of the mosaic; the last one leaves a single picture. */
export function removeFrame(index: number): void {
  const frames = benchState().edit.present?.settings.mosaic?.frames ?? [];
  if (frames.length === 1) setupEdit.apply({ mosaic: null }, stitchText.onePictureAgain);
  else
    changeMosaic(
      (now) => ({ ...now, frames: now.frames.filter((_, k) => k !== index) }),
      say(stitchText.frameRemoved, { index: index + 1 }),
    );
}

/** One frame more, beside the last by what the overlap leaves of it, on whichever side has more room. */
export function addFrame(geometry: Geometry): string | null {
  const frame = geometry.wholeFrame;
  return changeMosaic((now) => {
    const last = now.frames[now.frames.length - 1] ?? { riseMm: 0, shiftMm: 0, turned: false };
    const slides = slidesOf(geometry.settings.rig, now.mover, geometry.magnification);
    // A moving lens parts the pictures by more than its step.
    const step = slidePlace(
      { ...slides, stopsMm: [0] },
      { riseMm: 0, shiftMm: (last.turned ? frame.heightMm : frame.widthMm) * (1 - now.leastOverlap) },
    ).shiftMm;
    return {
      ...now,
      frames: [
        ...now.frames,
        {
          ...rounded(slides, { riseMm: last.riseMm, shiftMm: last.shiftMm + (last.shiftMm > 0 ? -step : step) }),
          turned: last.turned,
        },
      ],
    };
  }, stitchText.frameAdded);
}

/** Lays a mosaic out on the setup: what was said of series, zones and limits stays. */
export function takeLayout(geometry: Geometry, { frames, orientation }: Layout, leastOverlap: number, said: string): void {
  const slides = slidesOf(geometry.settings.rig);
  // A lens that is held by the adapter's foot stands still while the back moves.
  const mosaic: Mosaic = { ...FIRST_MOSAIC, mover: slides.footOnLens ? 'back' : 'lens', ...geometry.settings.mosaic, leastOverlap, frames };
  setupEdit.apply({ mosaic, orientation }, said);
}
