import { fixed, mmWords } from '../../words';
import { flanges, FLANGE_TOLERANCE_MM, type Flanges } from '../flanges';
import { notKnown, verdict, type Verdict } from './verdict';
import type { RigParts } from '../../model/rig';

export function thicknessVerdict(parts: Extract<RigParts, { kind: 'mounted' }>): Verdict {
  const stretches = flanges(parts);
  if (!stretches.known) return notKnown('thickness', 'Whether an adapter is possible is unknown.', stretches.asks);
  const worst = stretches.value.reduce((a, b) => (Math.abs(b.excessMm) > Math.abs(a.excessMm) ? b : a));
  if (stretches.value.some(({ neededMm }) => neededMm < -FLANGE_TOLERANCE_MM)) {
    const short = Math.min(...stretches.value.map(({ neededMm }) => neededMm));
    return verdict(
      'thickness',
      'fails',
      `The lens would have to sit ${mmWords(-short)} inside the body: its flange distance is shorter, and no adapter can be that thin.`,
      'A body or camera with a shorter flange distance would do.',
    );
  }
  if (worst.excessMm > FLANGE_TOLERANCE_MM)
    return verdict(
      'thickness',
      'fails',
      tooThick(worst),
      'A spacer cannot fix this; a thinner adapter or a body with a shorter flange distance can.',
    );
  if (worst.excessMm < -FLANGE_TOLERANCE_MM) {
    return verdict(
      'thickness',
      'tight',
      `${tooThin(worst)} Infinity lies inside the focus scale.`,
      `A spacer of ${mmWords(-worst.excessMm)} puts the scale right.`,
    );
  }
  const total = stretches.value.reduce((sum, { haveMm }) => sum + haveMm, 0);
  return verdict(
    'thickness',
    'passes',
    total === 0
      ? 'The flange distances agree; nothing is needed between the flanges.'
      : `${fixed(total, 1)} mm between the flanges, exactly what the flange distances require.`,
  );
}

/** "Needs 26.5 mm between flanges; this mechanism is 32.0 mm thick." */
export function tooThick({ neededMm, haveMm, adapters }: Flanges): string {
  const what = adapters.length === 1 && adapters[0] ? adapters[0].name : `${adapters.length} adapters together`;
  const thing = adapters.length === 1 ? 'is' : 'are';
  return `Needs ${fixed(Math.max(0, neededMm), 1)} mm between flanges; ${what} ${thing} ${fixed(haveMm, 1)} mm thick.`;
}

function tooThin({ neededMm, haveMm, adapters }: Flanges): string {
  if (adapters.length === 0) return `The flange distances differ by ${mmWords(neededMm)} and nothing is between the flanges.`;
  return `Needs ${fixed(neededMm, 1)} mm between flanges; there are only ${fixed(haveMm, 1)} mm.`;
}
