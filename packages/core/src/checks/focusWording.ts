import { apertureWords, capital, fixed, mmWords, stopsWords, turnWords } from '../words';
import type { ComposedFinding, Finding, PinsFinding, ReachFinding, SoftFinding, TiltScaleFinding, TiltTravelFinding } from './finding';

type FocusFinding = PinsFinding | SoftFinding | TiltTravelFinding | TiltScaleFinding | ReachFinding | ComposedFinding;

/** Whether a finding is about focus. */
export function isFocusFinding(finding: Finding): finding is FocusFinding {
  return ['pins', 'soft', 'tiltTravel', 'tiltScale', 'reach', 'composed'].includes(finding.kind);
}

/** A finding about focus as one sentence with its margin. */
export function focusSentence(finding: FocusFinding): string {
  switch (finding.kind) {
    case 'pins':
      return pinsSentence(finding);
    case 'soft':
      return softSentence(finding);
    case 'tiltTravel':
      return tiltTravelSentence(finding);
    case 'tiltScale':
      return tiltScaleSentence(finding);
    case 'reach':
      return reachSentence(finding);
    case 'composed':
      return composedSentence(finding);
  }
}

/** What stands behind it; `null` when nothing more is to be said. */
export function focusNote(finding: FocusFinding): string | null {
  switch (finding.kind) {
    case 'pins':
      return finding.lost.length > 0
        ? `The subject no longer has what ${finding.lost.map((name) => `“${name}”`).join(', ')} was put on; take the pin away or put it elsewhere.`
        : finding.state === 'holds'
          ? null
          : `Sharp enough is a blur of ${microns(finding.allowedMm)}.`;
    case 'tiltScale':
      return finding.state === 'holds'
        ? null
        : 'Set it on the magnified picture by the far and near pins instead of by the scale, or stop down.';
    case 'composed':
      return 'Its pivot lies behind the lens centre, so the picture goes aside when it is tilted.';
    case 'reach':
      return finding.state === 'unknown' ? 'The rig lacks a figure for its nearest focus or its infinity.' : null;
    case 'tiltTravel':
      return finding.state === 'unknown'
        ? 'Read the last mark of the tilt scale, and whether its direction goes with the shift.'
        : finding.locked
          ? 'Its direction is locked to that of the shift.'
          : Math.abs(finding.forwardMm) >= 0.05
            ? `It turns about its base, which carries the lens ${mmWords(Math.abs(finding.forwardMm))} ${finding.forwardMm > 0 ? 'forward' : 'back'}: focus again after tilting.`
            : null;
    case 'soft':
      return null;
  }
}

function microns(mm: number): string {
  return `${fixed(mm * 1000, mm < 0.01 ? 1 : 0)} µm`;
}

/** A blur as it is spoken of: in pixels where there are any, in µm on film. */
function blurWords(blurMm: number, px: number | null): string {
  return px === null ? microns(blurMm) : `${fixed(px, px < 10 ? 1 : 0)} px (${microns(blurMm)})`;
}

function pinsSentence({ state, worst, spareStops, count, fNumber }: PinsFinding): string {
  if (worst === null) return 'Whether the pins are sharp is not known: what they were put on is gone.';
  if (worst.blurMm === null) return `“${worst.name}” cannot be imaged at this setting at all.`;
  const side = worst.side === 'in focus' ? '' : `, ${worst.side} than the plane of sharp focus`;
  const blurred = `“${worst.name}” is blurred by ${blurWords(worst.blurMm, worst.blurPx)}${side}`;
  if (state === 'fails') return `${capital(blurred)}: ${stopsWords(-(spareStops ?? 0))} too much at ${apertureWords(fNumber)}.`;
  const all = count === 1 ? `“${worst.name}” is` : count === 2 ? 'Both pins are' : `All ${count} pins are`;
  return `${all} sharp enough at ${apertureWords(fNumber)}${spareStops === Infinity ? ', in the plane itself' : `, with ${state === 'tight' ? 'only ' : ''}${stopsWords(spareStops ?? 0)} to spare`}.`;
}

function softSentence({ state, worst, spareStops, times, lost }: SoftFinding): string {
  if (worst === null || spareStops === null || state === 'unknown')
    return `Whether ${lost.map((name) => `“${name}”`).join(', ')} ${lost.length === 1 ? 'is' : 'are'} soft is not known: put the pin elsewhere, or take it away.`;
  const blurred = `“${worst.name}” is blurred by ${blurWords(worst.blurMm, worst.blurPx)}`;
  if (state === 'fails') return `${capital(blurred)}: not soft yet, which takes ${fixed(times, 0)} times the sharp blur.`;
  return `What must be soft is: ${blurred}, with ${state === 'tight' ? 'only ' : ''}${stopsWords(spareStops)} to spare.`;
}

function tiltTravelSentence({ state, by, spareDeg, nearest }: TiltTravelFinding): string {
  if (spareDeg === null) return `Whether ${by} can be tilted so is not known.`;
  if (state === 'fails')
    return `${capital(by)} cannot be tilted so: the nearest that it can is ${nearest ? turnWords(nearest) : 'straight'}, ${fixed(-spareDeg, 1)}° away.`;
  return `${capital(by)} reaches this tilt, with ${state === 'tight' ? 'only ' : ''}${fixed(spareDeg, 1)}° left.`;
}

function tiltScaleSentence({ state, stepDeg, readDeg, allowedDeg }: TiltScaleFinding): string {
  const scale = `The tilt scale is marked every ${fixed(stepDeg, stepDeg < 1 ? 1 : 0)}° and read to ${fixed(readDeg, 2)}°`;
  if (state !== 'holds') return `${scale}; the pins hold only within ${fixed(allowedDeg, 2)}°: it is too coarse for this.`;
  return `${scale}, fine enough: the pins hold within ${fixed(allowedDeg, 2)}°.`;
}

function reachSentence({ state, spareMm, end, by }: ReachFinding): string {
  if (spareMm === null) return 'Whether the rig focuses there is not known.';
  const what = by === 'bellows' ? 'The bellows' : 'The lens';
  if (state === 'fails') {
    const lack = fixed(-spareMm, -spareMm < 1 ? 2 : 1);
    return end === 'near'
      ? `${what} ${by === 'bellows' ? 'are' : 'is'} too short for this focus: ${lack} mm of extension are missing.`
      : `${what} would have to stand ${lack} mm nearer than ${by === 'bellows' ? 'they' : 'it'} can: beyond infinity.`;
  }
  return end === 'near'
    ? `${what} ${by === 'bellows' ? 'reach' : 'reaches'} this focus, with ${state === 'tight' ? 'only ' : ''}${fixed(spareMm, spareMm < 1 ? 2 : 1)} mm of extension left.`
    : `${what} ${by === 'bellows' ? 'reach' : 'reaches'} this focus.`;
}

function composedSentence({ riseMm, shiftMm }: ComposedFinding): string {
  const parts = [
    Math.abs(riseMm) < 0.05 ? '' : `${mmWords(Math.abs(riseMm))} ${riseMm > 0 ? 'up' : 'down'}`,
    Math.abs(shiftMm) < 0.05 ? '' : `${mmWords(Math.abs(shiftMm))} to the ${shiftMm > 0 ? 'right' : 'left'}`,
  ].filter(Boolean);
  return `Tilting has carried the lens ${parts.join(' and ')}, and the picture with it.`;
}

/** What a remedy of focus sets: "tilt 2.4° forward", "focus 3.2 m along the axis". */
export function focusSettingWords(
  patch: {
    readonly front?: { readonly tiltDeg: number; readonly swingDeg: number };
    readonly rear?: { readonly tiltDeg: number; readonly swingDeg: number };
    readonly focusM?: number | null;
    readonly composed?: boolean;
  },
  present: 'tilt' | 'other',
): readonly string[] {
  const parts: string[] = [];
  const { front, rear, focusM } = patch;
  const turned = (turn: { readonly tiltDeg: number; readonly swingDeg: number }): boolean => turn.tiltDeg !== 0 || turn.swingDeg !== 0;
  if (front && (turned(front) || (present === 'tilt' && !(rear && turned(rear))))) parts.push(turnWords(front));
  if (rear && turned(rear)) parts.push(`back ${turnWords(rear)}`);
  if (focusM !== undefined) parts.push(focusWords(focusM));
  return parts;
}

/** Where a lens is focused, in words. */
export function focusWords(focusM: number | null): string {
  if (focusM === null) return 'focus at infinity';
  if (focusM < 0) return 'focus nearer than infinity on the rail';
  return `focus at ${fixed(focusM, focusM < 10 ? 2 : 1)} m`;
}
