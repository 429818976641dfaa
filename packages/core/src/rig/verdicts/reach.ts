import { verdictsText } from '@gangway/messages/core/rig/verdicts';
import { say } from '@gangway/messages/say';
import { fixed, magnificationWords, metresWords, mmWords } from '../../words';
import { focusReach, nearReach, shortensToFocus, standards, type NearReach } from '../reach';
import { defineVerdict, unknownFor, type UnknownFacts } from './verdict';

/** A bellows from its shortest to its longest, and how far apart infinity needs the standards, mm. */
interface BellowsRoom {
  readonly atInfinityMm: number;
  readonly minMm: number;
  readonly maxMm: number;
}

type InfinityFacts =
  | UnknownFacts
  | { readonly state: 'fails'; readonly asks: readonly []; readonly why: 'bellowsTooShort'; readonly room: BellowsRoom }
  | {
      readonly state: 'fails';
      readonly asks: readonly [];
      readonly why: 'bellowsTooLong';
      readonly room: BellowsRoom;
      readonly excessMm: number;
      readonly farthestM: number | null;
    }
  | {
      readonly state: 'fails';
      readonly asks: readonly [];
      readonly why: 'lensTooFarOut' | 'heldTooFarOut';
      readonly excessMm: number;
      readonly farthestM: number | null;
    }
  | {
      readonly state: 'passes' | 'tight';
      readonly asks: readonly [];
      readonly how: 'bellows';
      readonly room: BellowsRoom;
      readonly spareMm: number;
    }
  | { readonly state: 'passes'; readonly asks: readonly []; readonly how: 'held'; readonly slackMm: number }
  | { readonly state: 'passes'; readonly asks: readonly []; readonly how: 'ownScale' | 'reached' };

/** Less than this from an end of the bellows is tight, mm. */
const BELLOWS_TIGHT_MM = 2;

/** Whether the lens comes near enough to the sensor for infinity. */
export const infinityVerdict = defineVerdict({
  kind: 'infinity',
  evaluate: (parts): InfinityFacts => {
    const reach = focusReach(parts);
    if (!reach.known) return unknownFor(reach.asks);
    const { infinity, focuses, farthestM, excessMm } = reach.value;
    const all = parts.kind === 'view' ? standards(parts) : null;
    if (all?.known === true) {
      const room = all.value;
      if (!focuses) return { state: 'fails', asks: [], why: 'bellowsTooShort', room };
      if (!infinity) return { state: 'fails', asks: [], why: 'bellowsTooLong', room, excessMm, farthestM };
      const spareMm = Math.min(room.atInfinityMm - room.minMm, room.maxMm - room.atInfinityMm);
      return { state: spareMm < BELLOWS_TIGHT_MM ? 'tight' : 'passes', asks: [], how: 'bellows', room, spareMm };
    }
    if (parts.kind === 'held')
      return excessMm > 0
        ? { state: 'fails', asks: [], why: 'heldTooFarOut', excessMm, farthestM }
        : { state: 'passes', asks: [], how: 'held', slackMm: -excessMm };
    if (parts.kind === 'fixed') return { state: 'passes', asks: [], how: 'ownScale' };
    return infinity
      ? { state: 'passes', asks: [], how: 'reached' }
      : { state: 'fails', asks: [], why: 'lensTooFarOut', excessMm, farthestM };
  },
  message: (facts) => {
    if (facts.state === 'unknown') return verdictsText.whetherInfinityIsReachedIs;
    if (facts.state === 'fails') return infinityFailure(facts);
    if (facts.how === 'bellows')
      return say(verdictsText.infinityFromTheEndOfThe, {
        atInfinityMm: mmWords(facts.room.atInfinityMm),
        spareMm: mmWords(facts.spareMm),
      });
    if (facts.how === 'held') return say(verdictsText.infinityIsSharpWithThe, { excessMm: mmWords(facts.slackMm) });
    return facts.how === 'ownScale' ? verdictsText.theLensIsFixedIn : verdictsText.infinityIsReached;
  },
  note: (facts) => {
    if (facts.state !== 'fails') return null;
    if (facts.why === 'bellowsTooShort')
      return say(verdictsText.aBoardRaisedByAt, { atInfinityMm: mmWords(facts.room.atInfinityMm - facts.room.maxMm) });
    return facts.why === 'bellowsTooLong' ? say(verdictsText.aBoardRecessedByAt, { excessMm: mmWords(facts.excessMm) }) : null;
  },
});

function infinityFailure(facts: Extract<InfinityFacts, { state: 'fails' }>): string {
  if (facts.why === 'bellowsTooShort')
    return say(verdictsText.theBellowsEndAtSo, { atInfinityMm: mmWords(facts.room.atInfinityMm), maxMm: mmWords(facts.room.maxMm) });
  const farthestM = metresWords(facts.farthestM);
  if (facts.why === 'bellowsTooLong')
    return say(verdictsText.theBellowsCloseOnlyTo, {
      atInfinityMm: mmWords(facts.room.atInfinityMm),
      minMm: mmWords(facts.room.minMm),
      farthestM,
    });
  const message = facts.why === 'heldTooFarOut' ? verdictsText.theLensStandsTooFar : verdictsText.theLensStandsTooFarOut;
  return say(message, { excessMm: mmWords(facts.excessMm), farthestM });
}

type Nearest =
  | (UnknownFacts & { readonly shortens: { readonly focalMm: number; readonly nearestM: number } | null })
  | { readonly state: 'fails'; readonly asks: readonly [] }
  | { readonly state: 'passes'; readonly asks: readonly []; readonly reach: NearReach };

/** How near the rig focuses. */
export const nearestVerdict = defineVerdict({
  kind: 'nearest',
  evaluate: (parts): Nearest => {
    const near = nearReach(parts);
    if (!near.known) {
      const { focalMm, nearestM } = parts.lens.specs;
      const shortens = shortensToFocus(parts.lens) && focalMm !== null && nearestM !== null ? { focalMm, nearestM } : null;
      return { ...unknownFor(near.asks), shortens };
    }
    return near.value.magnification <= 0 ? { state: 'fails', asks: [] } : { state: 'passes', asks: [], reach: near.value };
  },
  message: (facts) => {
    if (facts.state === 'fails') return verdictsText.nothingNearerThanInfinityCan;
    if (facts.state === 'passes')
      return say(verdictsText.focusesDownToFromThe, {
        distanceM: metresWords(facts.reach.distanceM),
        magnification: magnificationWords(facts.reach.magnification),
      });
    return facts.shortens === null
      ? verdictsText.theNearestFocusIsUnknown
      : say(verdictsText.theNearestFocusIsUnknownFor, {
          focalMm: fixed(facts.shortens.focalMm, 0),
          nearestM: metresWords(facts.shortens.nearestM),
        });
  },
  note: (facts) =>
    facts.state === 'passes'
      ? {
          specs: null,
          focusScale: verdictsText.fromTheNearestMarkAlone,
          bellows: verdictsText.atTheLongestBellows,
          byHand: verdictsText.withTheLensHeld10,
        }[facts.reach.basis]
      : null,
});
