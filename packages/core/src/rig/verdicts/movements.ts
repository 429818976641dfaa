import { fixed, mmWords } from '../../words';
import { mechanismWords } from '../mechanismWords';
import { movesOf, type Tilter } from '../moves';
import { between } from '../parts';
import { notKnown, verdict, type Verdict } from './verdict';
import type { RigParts } from '../../model/rig';

export function movementsVerdict(parts: RigParts): Verdict {
  const { mechanism, tilters, leftOut, asks } = movesOf(parts);
  const known = tilters.filter(({ tiltDeg, swingDeg }) => tiltDeg !== null || swingDeg !== null);
  const words = [mechanismWords(mechanism), ...known.map(tiltWords), ...(parts.kind === 'held' ? ['The hand tilts it any way.'] : [])];
  const none = mechanism.kind === 'fixed' && tilters.length === 0;
  if (none) return verdict('movements', 'passes', 'This rig has no movements.');
  const clicks = [parts.lens, ...between(parts)].flatMap((part) =>
    part.kind !== 'converter' && part.figures.rotation === 'clicks' && part.figures.clicksDeg.length > 0 ? part.figures.clicksDeg : [],
  );
  const note = [
    leftOut.length > 0 ? `Not counted: ${leftOut.join(', ')}, because different shift mechanisms cannot be combined.` : '',
    clicks.length > 0 ? `The slide clicks at ${clicks.map((deg) => `${fixed(deg, 0)}°`).join(', ')}.` : '',
  ]
    .filter((part) => part !== '')
    .join(' ');
  if (asks.length > 0) return { ...notKnown('movements', words.join(' '), asks), note: note === '' ? null : note };
  return verdict('movements', 'passes', words.join(' '), note === '' ? null : note);
}

function tiltWords({ name, tiltDeg, swingDeg, oneWay, lock, pivotMm }: Tilter): string {
  const amount = [
    tiltDeg === null ? '' : `tilts to ${fixed(tiltDeg, 1)}°${oneWay ? ' one way' : ''}`,
    swingDeg === null ? '' : `swings to ${fixed(swingDeg, 1)}°`,
  ].filter((part) => part !== '');
  const how = { parallel: ', locked along the shift', crossed: ', locked across the shift', free: ', in any direction' };
  const pivot =
    pivotMm === null || pivotMm === 0
      ? ''
      : `, about a pivot ${mmWords(Math.abs(pivotMm))} ${pivotMm > 0 ? 'behind' : 'before'} the lens centre`;
  return `${name} ${amount.join(' and ')}${lock === null ? '' : how[lock]}${pivot}.`;
}
