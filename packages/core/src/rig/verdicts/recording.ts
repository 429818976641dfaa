import { verdictsText } from '@gangway/messages/core/rig/verdicts';
import { say } from '@gangway/messages/say';
import { need } from '../missing';
import { movesOf, reachMm } from '../moves';
import { between } from '../parts';
import { defineVerdict, unknownFor, type UnknownFacts } from './verdict';

type Recording =
  | UnknownFacts
  | { readonly state: 'tight'; readonly asks: readonly []; readonly why: 'film' | 'held' | 'board' }
  | { readonly state: 'tight'; readonly asks: readonly []; readonly why: 'contacts'; readonly name: string }
  | { readonly state: 'passes'; readonly asks: readonly []; readonly moves: boolean };

/** What the file will record by itself, and what only the log can. */
export const recordingVerdict = defineVerdict({
  kind: 'recording',
  evaluate: (parts): Recording => {
    if (parts.back.kind === 'film') return { state: 'tight', asks: [], why: 'film' };
    if (parts.kind === 'held') return { state: 'tight', asks: [], why: 'held' };
    if (parts.kind === 'view') return { state: 'tight', asks: [], why: 'board' };
    const chain = parts.kind === 'fixed' ? [parts.back] : [parts.back, ...between(parts), parts.lens];
    const without = chain.find(({ specs }) => specs.contacts === false);
    if (without) return { state: 'tight', asks: [], why: 'contacts', name: without.name };
    const asks = chain.flatMap((part) => {
      const contacts = need(part, 'contacts');
      return contacts.known ? [] : contacts.asks;
    });
    return asks.length > 0 ? unknownFor(asks) : { state: 'passes', asks: [], moves: reachMm(movesOf(parts).mechanism) !== 0 };
  },
  message: (facts) => {
    if (facts.state === 'unknown') return verdictsText.whetherTheFileWillRecord;
    if (facts.state === 'passes') return say(verdictsText.theFileWillRecordAperture, { moves: facts.moves ? 'yes' : 'no' });
    if (facts.why === 'contacts') return say(verdictsText.hasNoContacts, { name: facts.name });
    return {
      film: verdictsText.filmRecordsNothingTheLog,
      held: verdictsText.theLensTouchesNoContacts,
      board: verdictsText.aBoardCarriesNoContacts,
    }[facts.why];
  },
  note: () => null,
});
