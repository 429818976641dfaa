import { both, unknown, type Result, known } from './missing';
import { effectiveLens, rigCircles } from './effectiveLens';
import { movesOf } from './moves';
import { frameOf } from './frameOf';
import type { RigParts, Rig } from '../model/rig';

/** What is stored of a rig: its name, where it came from, and its components with their values. */
export interface StoredRig {
  readonly name: string;
  readonly rigId: string | null;
  readonly parts: RigParts;
}

/**
 * A rig as the bench takes it: lens behind its converters, frame, circles and
 * what moves. Without focal length, apertures or frame size nothing can be
 * planned, so those are asked for; every other value may be missing.
 *
 * @param stored a rig as it is stored
 *
 * @example
 * assembled({ name: 'rig', rigId: null, parts }).known // => true
 */
export function assembled(stored: StoredRig): Result<Rig> {
  const { name, rigId, parts } = stored;
  const all = both(effectiveLens(parts), frameOf(parts));
  if (!all.known) return unknown(...all.asks);
  const [lens, frame] = all.value;
  const { back } = parts;
  return known({
    name,
    rigId,
    parts,
    lens: {
      name: parts.lens.name,
      focalMm: lens.focalMm,
      widestFNumber: lens.widestFNumber,
      smallestFNumber: lens.smallestFNumber,
      stopStep: parts.lens.specs.stopStep ?? 'third',
      circle: rigCircles(parts),
    },
    back: {
      name: back.name,
      ...frame,
      columnsPx: back.kind === 'body' ? back.specs.columnsPx : null,
      rowsPx: back.kind === 'body' ? back.specs.rowsPx : null,
    },
    mechanism: movesOf(parts).mechanism,
  });
}

/**
 * What of a rig is stored; the rest follows from it.
 *
 * @param rig the assembled rig
 *
 * @example
 * storedRig(rig).name // => '36 × 24 body with a 35 mm shift'
 */
export function storedRig({ name, rigId, parts }: Rig): StoredRig {
  return { name, rigId, parts };
}
