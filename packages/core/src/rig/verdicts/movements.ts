import { verdictsText } from '@gangway/messages/core/rig/verdicts';
import { say } from '@gangway/messages/say';
import type { Mechanism } from '../../model/movements';
import { fixed, mmWords } from '../../words';
import { mechanismWords } from '../mechanismWords';
import { movesOf, type Tilter } from '../moves';
import { between } from '../parts';
import { defineVerdict, unknownFor, type VerdictFacts } from './verdict';

interface Movements extends VerdictFacts {
  readonly mechanism: Mechanism;
  readonly tilters: readonly Tilter[];
  readonly held: boolean;
  /** What does not add to the travel, by name. */
  readonly leftOut: readonly string[];
  readonly clicksDeg: readonly number[];
}

/** How far the rig can be shifted and tilted. */
export const movementsVerdict = defineVerdict({
  kind: 'movements',
  evaluate: (parts): Movements => {
    const { mechanism, tilters, leftOut, asks } = movesOf(parts);
    const clicksDeg = [parts.lens, ...between(parts)].flatMap((part) =>
      part.kind !== 'converter' && part.specs.rotation === 'clicks' ? part.specs.clicksDeg : [],
    );
    const none = mechanism.kind === 'fixed' && tilters.length === 0;
    const open = asks.length > 0 && !none ? unknownFor(asks) : ({ state: 'passes', asks: [] } as const);
    return { ...open, mechanism, tilters, held: parts.kind === 'held', leftOut, clicksDeg };
  },
  message: ({ mechanism, tilters, held }) => {
    if (mechanism.kind === 'fixed' && tilters.length === 0) return verdictsText.thisRigHasNoMovements;
    const known = tilters.filter(({ tiltDeg, swingDeg }) => tiltDeg !== null || swingDeg !== null);
    return [mechanismWords(mechanism), ...known.map(tilterSentence), ...(held ? [verdictsText.theHandTiltsItAny] : [])].join(' ');
  },
  note: ({ mechanism, tilters, leftOut, clicksDeg }) => {
    if (mechanism.kind === 'fixed' && tilters.length === 0) return null;
    const sentences = [
      ...(leftOut.length > 0 ? [say(verdictsText.notCountedBecauseDifferentShift, { leftOut: leftOut.join(', ') })] : []),
      ...(clicksDeg.length > 0
        ? [say(verdictsText.theSlideClicksAt, { clicks: clicksDeg.map((deg) => `${fixed(deg, 0)}°`).join(', ') })]
        : []),
    ];
    return sentences.length === 0 ? null : sentences.join(' ');
  },
});

function tilterSentence({ by, tiltDeg, swingDeg, oneWay, lock, pivotMm }: Tilter): string {
  return say(verdictsText.tiltsAndSwings, {
    by: typeof by === 'string' ? by : 'item',
    name: typeof by === 'string' ? '' : by.item,
    turns: turnsOf(tiltDeg, swingDeg),
    tiltDeg: tiltDeg === null ? '' : fixed(tiltDeg, 1),
    swingDeg: swingDeg === null ? '' : fixed(swingDeg, 1),
    oneWay: oneWay ? 'yes' : 'no',
    lock: lock ?? 'none',
    pivot: pivotSide(pivotMm),
    pivotMm: mmWords(Math.abs(pivotMm ?? 0)),
  });
}

function turnsOf(tiltDeg: number | null, swingDeg: number | null): 'both' | 'tilt' | 'swing' {
  if (tiltDeg === null) return 'swing';
  return swingDeg === null ? 'tilt' : 'both';
}

function pivotSide(pivotMm: number | null): 'behind' | 'before' | 'none' {
  if (pivotMm === null || pivotMm === 0) return 'none';
  return pivotMm > 0 ? 'behind' : 'before';
}
