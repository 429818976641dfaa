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
  if (!found.known) return notKnown('throat', 'Whether the throat shades the corners is unknown.', found.asks);
  const { shade, movementMm, clearToMm, pupilAssumed, name } = found.value;
  const note = pupilAssumed ? 'The pupil ratio is unknown and taken as 1; a retrofocus lens has more and is shaded less.' : null;
  const at = movementMm === 0 ? 'without movement' : `at ${mmWords(movementMm)} of movement`;
  if (shade === 'clear') return verdict('throat', 'passes', `${capital(name)} shades no corner ${at}, even wide open.`, note);
  const to = clearToMm === null ? 'even when centred' : `beyond ${mmWords(clearToMm)} of movement`;
  return verdict(
    'throat',
    shade === 'cuts' ? 'fails' : 'tight',
    `Wide open, ${name} ${shade === 'cuts' ? 'cuts more than half the light of' : 'shades'} a corner ${at}; the shade begins ${to}.`,
    note,
  );
}

export function frontVerdict(parts: RigParts): Verdict | null {
  if (!parts.front.some(({ kind }) => kind !== 'ring')) return null;
  const stack = frontStack(parts);
  const frame = frameOf(parts);
  const lens = effectiveLens(parts);
  if (!stack.known || !frame.known || !lens.known) {
    return notKnown('front', 'Whether what is screwed on in front shades the corners is unknown.', [
      ...(stack.known ? [] : stack.asks),
      ...(frame.known ? [] : frame.asks),
      ...(lens.known ? [] : lens.asks),
    ]);
  }
  const light = rigLightCircle(parts);
  const { mechanism, asks } = movesOf(parts);
  if (mechanism.kind === 'unknown') return notKnown('front', 'How far the corners go is unknown, so neither is what shades them.', asks);
  const far = farthestCorner(frame.value, mechanism, light.known ? light.value.diameterMm : null);
  const fieldDeg = fieldOf(far.cornerMm, lens.value.focalMm);
  const { widestFNumber, smallestFNumber } = stack.value;
  const open = stackShade(stack.value, widestFNumber, fieldDeg);
  const closed = stackShade(stack.value, smallestFNumber, fieldDeg);
  const names = parts.front
    .filter(({ kind }) => kind !== 'ring')
    .map(({ name }) => name)
    .join(' and ');
  const at = far.movementMm === 0 ? '' : ` at ${mmWords(far.movementMm)} of movement`;
  if (open === 'clear') return verdict('front', 'passes', `${names} shades no corner${at} at any aperture.`);
  const thread = clearingThread(parts, stack.value, fieldDeg);
  const note =
    thread === null
      ? 'No standard thread clears it.'
      : `The smallest standard thread that clears it is ${fixed(thread, thread % 1 === 0 ? 0 : 1)} mm, on a step-up ring.`;
  const first = stackLimit(parts, stack.value, widestFNumber);
  const from = first === null ? 'even without movement' : `beyond ${mmWords(first)} of movement`;
  if (closed === 'cuts')
    return verdict(
      'front',
      'fails',
      `${names} cuts more than half the light of the corners${at}; wide open the shade begins ${from}.`,
      note,
    );
  return verdict(
    'front',
    'tight',
    `${names} ${closed === 'clear' ? `shades the corners${at} wide open and clears them stopped down` : `shades the corners${at}`}; wide open the shade begins ${from}.`,
    note,
  );
}
