import { listed } from '@gangway/messages/list';
import { verdictsText } from '@gangway/messages/core/rig/verdicts';
import { say } from '@gangway/messages/say';
import { fixed, mmWords } from '../../words';
import { mechanismWords } from '../mechanismWords';
import { movesOf, type Tilter } from '../moves';
import { between } from '../parts';
import { notKnown, verdict, type Verdict } from './verdict';
import type { RigParts } from '../../model/rig';

export function movementsVerdict(parts: RigParts): Verdict {
  const { mechanism, tilters, leftOut, asks } = movesOf(parts);
  const known = tilters.filter(({ tiltDeg, swingDeg }) => tiltDeg !== null || swingDeg !== null);
  const words = [mechanismWords(mechanism), ...known.map(tiltWords), ...(parts.kind === 'held' ? [verdictsText.theHandTiltsItAny] : [])];
  const none = mechanism.kind === 'fixed' && tilters.length === 0;
  if (none) return verdict('movements', 'passes', verdictsText.thisRigHasNoMovements);
  const clicks = [parts.lens, ...between(parts)].flatMap((part) =>
    part.kind !== 'converter' && part.figures.rotation === 'clicks' && part.figures.clicksDeg.length > 0 ? part.figures.clicksDeg : [],
  );
  const note = [
    leftOut.length > 0 ? say(verdictsText.notCountedBecauseDifferentShift, { leftOut: leftOut.join(', ') }) : '',
    clicks.length > 0 ? say(verdictsText.theSlideClicksAt, { clicks: clicks.map((deg) => `${fixed(deg, 0)}°`).join(', ') }) : '',
  ]
    .filter((part) => part !== '')
    .join(' ');
  if (asks.length > 0) return { ...notKnown('movements', words.join(' '), asks), note: note === '' ? null : note };
  return verdict('movements', 'passes', words.join(' '), note === '' ? null : note);
}

function tiltWords({ name, tiltDeg, swingDeg, oneWay, lock, pivotMm }: Tilter): string {
  const amount = [
    tiltDeg === null ? '' : say(verdictsText.tiltsToOneWay, { tiltDeg: fixed(tiltDeg, 1), oneWay: oneWay ? 'yes' : 'no' }),
    swingDeg === null ? '' : say(verdictsText.swingsTo, { swingDeg: fixed(swingDeg, 1) }),
  ].filter((part) => part !== '');
  const how = { parallel: verdictsText.lockedAlongTheShift, crossed: verdictsText.lockedAcrossTheShift, free: verdictsText.inAnyDirection };
  const pivot =
    pivotMm === null || pivotMm === 0
      ? ''
      : say(verdictsText.aboutAPivotBehindThe, { pivotMm: mmWords(Math.abs(pivotMm)), pivotMm2: pivotMm > 0 ? 'yes' : 'no' });
  return `${name} ${listed(amount)}${lock === null ? '' : how[lock]}${pivot}.`;
}
