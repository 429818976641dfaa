import { listed } from '@gangway/messages/list';
import { verdictsText } from '@gangway/messages/core/rig/verdicts';
import { say } from '@gangway/messages/say';
import { capital, fixed, mmWords } from '../../words';
import { effectiveLens, rigLightCircle } from '../effectiveLens';
import { frameOf } from '../frameOf';
import { movesOf } from '../moves';
import { farthestCorner, fieldOf } from '../shading/farCorner';
import { clearingThread, frontStack, stackLimit, stackShade } from '../shading/frontStack';
import { throatVerdict } from '../shading/throat';
import { notKnown, verdict, type Verdict } from './verdict';
import type { RigParts } from '../../model/rig';

export function throatWords(parts: RigParts): Verdict | null {
  const found = throatVerdict(parts);
  if (found === null) return null;
  if (!found.known) return notKnown('throat', verdictsText.whetherTheThroatShadesThe, found.asks);
  const { shade, movementMm, clearToMm, pupilAssumed, name } = found.value;
  const note = pupilAssumed ? verdictsText.thePupilRatioIsUnknown : null;
  const at = movementMm === 0 ? verdictsText.withoutMovement : say(verdictsText.atOfMovement, { movementMm: mmWords(movementMm) });
  if (shade === 'clear') return verdict('throat', 'passes', say(verdictsText.shadesNoCornerEvenWide, { name: capital(name), at }), note);
  const to = clearToMm === null ? verdictsText.evenWhenCentred : say(verdictsText.beyondOfMovement, { clearToMm: mmWords(clearToMm) });
  return verdict(
    'throat',
    shade === 'cuts' ? 'fails' : 'tight',
    say(verdictsText.wideOpenCutsMoreThan, { name, shade: shade === 'cuts' ? 'yes' : 'no', at, to }),
    note,
  );
}

export function frontVerdict(parts: RigParts): Verdict | null {
  if (!parts.front.some(({ kind }) => kind !== 'ring')) return null;
  const stack = frontStack(parts);
  const frame = frameOf(parts);
  const lens = effectiveLens(parts);
  if (!stack.known || !frame.known || !lens.known) {
    return notKnown('front', verdictsText.whetherWhatIsScrewedOn, [
      ...(stack.known ? [] : stack.asks),
      ...(frame.known ? [] : frame.asks),
      ...(lens.known ? [] : lens.asks),
    ]);
  }
  const light = rigLightCircle(parts);
  const { mechanism, asks } = movesOf(parts);
  if (mechanism.kind === 'unknown') return notKnown('front', verdictsText.howFarTheCornersGo, asks);
  const far = farthestCorner(frame.value, mechanism, light.known ? light.value.diameterMm : null);
  const fieldDeg = fieldOf(far.cornerMm, lens.value.focalMm);
  const { widestFNumber, smallestFNumber } = stack.value;
  const open = stackShade(stack.value, widestFNumber, fieldDeg);
  const closed = stackShade(stack.value, smallestFNumber, fieldDeg);
  const names = listed(parts.front.filter(({ kind }) => kind !== 'ring').map(({ name }) => name));
  const at = far.movementMm === 0 ? '' : say(verdictsText.atOfMovement2, { movementMm: mmWords(far.movementMm) });
  if (open === 'clear') return verdict('front', 'passes', say(verdictsText.shadesNoCornerAtAny, { names, at }));
  const thread = clearingThread(parts, stack.value, fieldDeg);
  const note =
    thread === null
      ? verdictsText.noStandardThreadClearsIt
      : say(verdictsText.theSmallestStandardThreadThat, { thread: fixed(thread, thread % 1 === 0 ? 0 : 1) });
  const first = stackLimit(parts, stack.value, widestFNumber);
  const from = first === null ? verdictsText.evenWithoutMovement : say(verdictsText.beyondOfMovement2, { first: mmWords(first) });
  if (closed === 'cuts') return verdict('front', 'fails', say(verdictsText.cutsMoreThanHalfThe, { names, at, from }), note);
  return verdict(
    'front',
    'tight',
    say(verdictsText.wideOpenTheShadeBegins, {
      names,
      closed: closed === 'clear' ? say(verdictsText.shadesTheCornersWideOpen, { at }) : say(verdictsText.shadesTheCorners, { at }),
      from,
    }),
    note,
  );
}
