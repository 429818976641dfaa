import { need } from '../missing';
import { movesOf, reachMm } from '../moves';
import { between } from '../parts';
import { notKnown, verdict, type Verdict } from './verdict';
import type { RigParts } from '../../model/rig';

export function recordingVerdict(parts: RigParts): Verdict {
  if (parts.back.kind === 'film')
    return verdict('recording', 'tight', 'Film records nothing: the log must hold aperture, time, focus and movements of every shot.');
  const unlinked = { held: 'The lens touches no contacts', view: 'A board carries no contacts' } as const;
  const log = 'the file will not record aperture and focal length, so the log must.';
  if (parts.kind === 'held' || parts.kind === 'view') return verdict('recording', 'tight', `${unlinked[parts.kind]}: ${log}`);
  const chain = parts.kind === 'fixed' ? [parts.back] : [parts.back, ...between(parts), parts.lens];
  const without = chain.find(({ figures }) => figures.contacts === false);
  if (without) return verdict('recording', 'tight', `${without.name} has no contacts: ${log}`);
  const asks = chain.flatMap((part) => {
    const contacts = need(part, 'contacts');
    return contacts.known ? [] : contacts.asks;
  });
  if (asks.length > 0) return notKnown('recording', 'Whether the file will record aperture and focal length is unknown.', asks);
  const moves = reachMm(movesOf(parts).mechanism) !== 0;
  return verdict(
    'recording',
    'passes',
    `The file will record aperture and focal length${moves ? ', but not shift and tilt, so the log must' : ''}.`,
  );
}
