import { verdictsText } from '@gangway/messages/core/rig/verdicts';
import { say } from '@gangway/messages/say';
import { need } from '../missing';
import { movesOf, reachMm } from '../moves';
import { between } from '../parts';
import { notKnown, verdict, type Verdict } from './verdict';
import type { RigParts } from '../../model/rig';

export function recordingVerdict(parts: RigParts): Verdict {
  if (parts.back.kind === 'film') return verdict('recording', 'tight', verdictsText.filmRecordsNothingTheLog);
  const unlinked = { held: verdictsText.theLensTouchesNoContacts, view: verdictsText.aBoardCarriesNoContacts } as const;
  const log = verdictsText.theFileWillNotRecord;
  if (parts.kind === 'held' || parts.kind === 'view') return verdict('recording', 'tight', `${unlinked[parts.kind]}: ${log}`);
  const chain = parts.kind === 'fixed' ? [parts.back] : [parts.back, ...between(parts), parts.lens];
  const without = chain.find(({ figures }) => figures.contacts === false);
  if (without) return verdict('recording', 'tight', say(verdictsText.hasNoContacts, { name: without.name, log }));
  const asks = chain.flatMap((part) => {
    const contacts = need(part, 'contacts');
    return contacts.known ? [] : contacts.asks;
  });
  if (asks.length > 0) return notKnown('recording', verdictsText.whetherTheFileWillRecord, asks);
  const moves = reachMm(movesOf(parts).mechanism) !== 0;
  return verdict('recording', 'passes', say(verdictsText.theFileWillRecordAperture, { moves: moves ? 'yes' : 'no' }));
}
