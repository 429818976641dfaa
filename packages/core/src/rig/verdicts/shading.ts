import { listed } from '@gangway/messages/list';
import { verdictsText } from '@gangway/messages/core/rig/verdicts';
import { say } from '@gangway/messages/say';
import { fixed, mmWords } from '../../words';
import { effectiveLens, rigLightCircle } from '../effectiveLens';
import { frameOf } from '../frameOf';
import { movesOf } from '../moves';
import { lensTilt } from '../tilt';
import { farthestCorner } from '../shading/farCorner';
import { clearingThread, frontStack, stackLimit, stackShade } from '../shading/frontStack';
import { throatShading, type ThroatShading } from '../shading/throat';
import { defineVerdict, unknownFor, type UnknownFacts } from './verdict';

type Throat = UnknownFacts | { readonly state: 'fails' | 'tight' | 'passes'; readonly asks: readonly []; readonly found: ThroatShading };

const THROAT_STATE = { clear: 'passes', shades: 'tight', cuts: 'fails' } as const;

/** Whether an opening behind the lens shades the corners. */
export const throatVerdict = defineVerdict({
  kind: 'throat',
  evaluate: (parts): Throat | null => {
    const found = throatShading(parts);
    if (found === null) return null;
    return found.known ? { state: THROAT_STATE[found.value.shade], asks: [], found: found.value } : unknownFor(found.asks);
  },
  message: (facts) => {
    if (facts.state === 'unknown') return verdictsText.whetherTheThroatShadesThe;
    const { shade, movementMm, clearToMm, opening, name } = facts.found;
    const at = { moved: movementMm === 0 ? 'no' : 'yes', movementMm: mmWords(movementMm) };
    if (shade === 'clear') return say(verdictsText.shadesNoCornerEvenWide, { opening, name, ...at });
    return say(verdictsText.wideOpenCutsMoreThan, {
      opening,
      name,
      shade,
      ...at,
      begins: clearToMm === null ? 'centred' : 'moved',
      clearToMm: mmWords(clearToMm ?? 0),
    });
  },
  note: (facts) => (facts.state !== 'unknown' && facts.found.pupilAssumed ? verdictsText.thePupilRatioIsUnknown : null),
});

type Front =
  | (UnknownFacts & { readonly about: 'stack' | 'corners' })
  | {
      readonly state: 'fails' | 'tight';
      readonly asks: readonly [];
      readonly names: readonly string[];
      readonly movementMm: number;
      /** Whether stopping down clears the corners. */
      readonly clearsStoppedDown: boolean;
      /** Movement at which shading begins wide open, mm; `null` when it is there without any. */
      readonly beginsMm: number | null;
      /** The smallest standard thread that clears it, mm; `null` when none does. */
      readonly threadMm: number | null;
    }
  | { readonly state: 'passes'; readonly asks: readonly []; readonly names: readonly string[]; readonly movementMm: number };

/** Whether filters and hoods shade the corners at full movement. */
export const frontVerdict = defineVerdict({
  kind: 'front',
  evaluate: (parts): Front | null => {
    if (!parts.front.some(({ kind }) => kind !== 'ring')) return null;
    const stack = frontStack(parts);
    const frame = frameOf(parts);
    const lens = effectiveLens(parts);
    if (!stack.known || !frame.known || !lens.known)
      return { ...unknownFor([stack, frame, lens].flatMap((each) => (each.known ? [] : each.asks))), about: 'stack' };
    const light = rigLightCircle(parts);
    const { mechanism, asks } = movesOf(parts);
    if (mechanism.kind === 'unknown') return { ...unknownFor(asks), about: 'corners' };
    const { fieldDeg, movementMm } = farthestCorner({
      frame: frame.value,
      mechanism,
      imageCircleMm: light.known ? light.value.diameterMm : null,
      focalMm: lens.value.focalMm,
      tilt: lensTilt(parts),
    });
    const { widestFNumber, smallestFNumber } = stack.value;
    const names = parts.front.filter(({ kind }) => kind !== 'ring').map(({ name }) => name);
    if (stackShade(stack.value, widestFNumber, fieldDeg) === 'clear') return { state: 'passes', asks: [], names, movementMm };
    const closed = stackShade(stack.value, smallestFNumber, fieldDeg);
    return {
      state: closed === 'cuts' ? 'fails' : 'tight',
      asks: [],
      names,
      movementMm,
      clearsStoppedDown: closed === 'clear',
      beginsMm: stackLimit(parts, stack.value, widestFNumber),
      threadMm: clearingThread(parts, stack.value, fieldDeg),
    };
  },
  message: (facts) => {
    if (facts.state === 'unknown') return facts.about === 'stack' ? verdictsText.whetherWhatIsScrewedOn : verdictsText.howFarTheCornersGo;
    const what = {
      names: listed(facts.names),
      count: facts.names.length,
      moved: facts.movementMm === 0 ? 'no' : 'yes',
      movementMm: mmWords(facts.movementMm),
    };
    if (facts.state === 'passes') return say(verdictsText.shadesNoCornerAtAny, what);
    const begins = { begins: facts.beginsMm === null ? 'centred' : 'moved', beginsMm: mmWords(facts.beginsMm ?? 0) };
    if (facts.state === 'fails') return say(verdictsText.cutsMoreThanHalfThe, { ...what, ...begins });
    return say(verdictsText.shadesTheCorners, { ...what, ...begins, clears: facts.clearsStoppedDown ? 'yes' : 'no' });
  },
  note: (facts) => {
    if (facts.state !== 'fails' && facts.state !== 'tight') return null;
    const { threadMm } = facts;
    return threadMm === null
      ? verdictsText.noStandardThreadClearsIt
      : say(verdictsText.theSmallestStandardThreadThat, { thread: fixed(threadMm, threadMm % 1 === 0 ? 0 : 1) });
  },
});
