import { type CheckResult } from '@gangway/core/checks/evaluate';
import { ask, type Ask } from '@gangway/core/rig/ask';
import { focusReach, nearReach } from '@gangway/core/rig/reach';
import { lensTilt } from '@gangway/core/rig/tilt';
import { movesOf } from '@gangway/core/rig/moves';
import type { RigParts } from '@gangway/core/model/rig';

/** The figure of a component that a finding lacks. */
export function askFor(kind: CheckResult['kind'], parts: RigParts): Ask {
  if (kind === 'travel') {
    const [first] = movesOf(parts).asks;
    if (first) return first;
  }
  if (kind === 'tiltTravel') {
    const tilt = lensTilt(parts);
    const [first] = tilt.kind === 'unknown' ? tilt.asks : [];
    if (first) return first;
    if (tilt.kind === 'hand') return ask(parts.lens, 'flangeWidthMm');
  }
  if (kind === 'reach') {
    const [first] = [focusReach(parts), nearReach(parts)].flatMap((reach) => (reach.known ? [] : reach.asks));
    if (first) return first;
  }
  if (kind === 'time' || kind === 'flash' || kind === 'readout') {
    if (parts.lens.figures.attachment === 'board') return ask(parts.lens, 'shutterFastestPerS');
    if (parts.back.kind === 'body') return ask(parts.back, kind === 'time' ? 'fastestPerS' : kind === 'flash' ? 'syncPerS' : 'readoutMs');
  }
  if (kind === 'reciprocity' && parts.back.kind === 'film') return ask(parts.back, 'reciprocityExponent');
  return ask(parts.lens, 'lightMm');
}
