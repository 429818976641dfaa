import { verdictsText } from '@gangway/messages/core/rig/verdicts';
import { say } from '@gangway/messages/say';
import { ask } from '../missing';
import { jointsOf } from '../joints';
import { partsInOrder } from '../parts';
import { notKnown, verdict, type Verdict } from './verdict';
import type { RigParts } from '../../model/rig';

export function fitVerdict(parts: RigParts): Verdict {
  const chain = partsInOrder(parts);
  // A lens held by hand touches nothing.
  const joints = jointsOf(parts.kind === 'held' ? chain.slice(1) : chain);
  const bad = joints.filter(({ fits }) => fits === false);
  if (bad.length > 0) return verdict('fit', 'fails', bad.map(({ reason }) => reason).join(' '));
  const wanted = attachmentWanted(parts);
  if (wanted !== null) return verdict('fit', 'fails', wanted);
  const asks = [
    ...joints.flatMap((joint) => joint.asks),
    ...(parts.lens.figures.attachment === null ? [ask(parts.lens, 'attachment')] : []),
    ...(parts.kind === 'fixed' && parts.back.figures.ownLens === null ? [ask(parts.back, 'ownLens')] : []),
  ];
  if (asks.length > 0) return notKnown('fit', verdictsText.whetherEverythingFitsIsUnknown, asks);
  const joint = joints.length === 1 ? verdictsText.jointFits : verdictsText.jointsFit;
  return verdict(
    'fit',
    'passes',
    parts.kind === 'held' ? verdictsText.theLensIsHeldBy : say(verdictsText.all, { length: joints.length, joint }),
  );
}

/** Why a lens cannot be used in this kind of rig; `null` when it can or it is not known how it sits. */
export function attachmentWanted(parts: RigParts): string | null {
  const { attachment } = parts.lens.figures;
  if (attachment === null) return null;
  if (parts.kind === 'fixed') {
    if (attachment !== 'fixed') return say(verdictsText.isNotFixedInA, { name: parts.lens.name });
    return parts.back.figures.ownLens === false ? say(verdictsText.hasNoLensOfIts, { name: parts.back.name }) : null;
  }
  if (attachment === 'fixed') return say(verdictsText.isFixedInItsBody, { name: parts.lens.name });
  if (parts.kind !== 'view' && attachment === 'board') return say(verdictsText.sitsOnABoardIt, { name: parts.lens.name });
  return null;
}
