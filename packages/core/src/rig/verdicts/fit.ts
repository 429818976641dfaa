import { verdictsText } from '@gangway/messages/core/rig/verdicts';
import { say } from '@gangway/messages/say';
import type { RigParts } from '../../model/rig';
import { jointSentence, jointsOf, type Joint } from '../joints';
import { ask } from '../missing';
import { partsInOrder } from '../parts';
import { defineVerdict, unknownFor, type UnknownFacts } from './verdict';

/** Why a lens cannot be used in this kind of rig, and the item that it is about. */
export interface WrongAttachment {
  readonly why: 'notFixed' | 'noOwnLens' | 'fixedElsewhere' | 'onBoard';
  readonly name: string;
}

type Fit =
  | UnknownFacts
  | { readonly state: 'fails'; readonly asks: readonly []; readonly joints: readonly Joint[] }
  | { readonly state: 'fails'; readonly asks: readonly []; readonly wrong: WrongAttachment }
  | { readonly state: 'passes'; readonly asks: readonly []; readonly count: number | 'held' };

/** Whether every mount, board and thread of the chain fits its neighbour. */
export const fitVerdict = defineVerdict({
  kind: 'fit',
  evaluate: (parts): Fit => {
    const chain = partsInOrder(parts);
    // A lens held by hand touches nothing.
    const joints = jointsOf(parts.kind === 'held' ? chain.slice(1) : chain);
    const bad = joints.filter(({ fits }) => fits === false);
    if (bad.length > 0) return { state: 'fails', asks: [], joints: bad };
    const wrong = wrongAttachment(parts);
    if (wrong !== null) return { state: 'fails', asks: [], wrong };
    const asks = [
      ...joints.flatMap((joint) => joint.asks),
      ...(parts.lens.specs.attachment === null ? [ask(parts.lens, 'attachment')] : []),
      ...(parts.kind === 'fixed' && parts.back.specs.ownLens === null ? [ask(parts.back, 'ownLens')] : []),
    ];
    return asks.length > 0 ? unknownFor(asks) : { state: 'passes', asks: [], count: parts.kind === 'held' ? 'held' : joints.length };
  },
  message: (facts) => {
    if (facts.state === 'unknown') return verdictsText.whetherEverythingFitsIsUnknown;
    if (facts.state === 'fails') return 'wrong' in facts ? attachmentSentence(facts.wrong) : facts.joints.map(jointSentence).join(' ');
    return facts.count === 'held' ? verdictsText.theLensIsHeldBy : say(verdictsText.allJointsFit, { count: facts.count });
  },
  note: () => null,
});

/** Why a lens cannot be used in this kind of rig; `null` when it can or its mounting is unknown. */
export function wrongAttachment(parts: RigParts): WrongAttachment | null {
  const { attachment } = parts.lens.specs;
  const { name } = parts.lens;
  if (attachment === null) return null;
  if (parts.kind === 'fixed') {
    if (attachment !== 'fixed') return { why: 'notFixed', name };
    return parts.back.specs.ownLens === false ? { why: 'noOwnLens', name: parts.back.name } : null;
  }
  if (attachment === 'fixed') return { why: 'fixedElsewhere', name };
  return parts.kind !== 'view' && attachment === 'board' ? { why: 'onBoard', name } : null;
}

/** Why a lens cannot be used, as a sentence. */
export function attachmentSentence({ why, name }: WrongAttachment): string {
  const message = {
    notFixed: verdictsText.isNotFixedInA,
    noOwnLens: verdictsText.hasNoLensOfIts,
    fixedElsewhere: verdictsText.isFixedInItsBody,
    onBoard: verdictsText.sitsOnABoardIt,
  } as const;
  return say(message[why], { name });
}
