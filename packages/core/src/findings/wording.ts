import type { DefinitionBasis } from '../coverage/circle';
import type { Corner } from '../coverage/frame';
import type { CircleMargin } from '../coverage/standCoverage';
import { apertureWords, fixed, mmWords, riseWords, shiftWords } from '../words';
import type { Finding, InFrameFinding, LightCircleFinding, Remedy, SharpCircleFinding, TravelFinding } from './finding';

/** A finding as one sentence with its margin. */
export function findingSentence(finding: Finding): string {
  switch (finding.kind) {
    case 'lightCircle':
      return circleSentence(finding, 'light circle', '');
    case 'sharpCircle':
      return circleSentence(finding, 'sharp circle', ` at ${apertureWords(finding.fNumber)}`);
    case 'travel':
      return travelSentence(finding);
    case 'inFrame':
      return inFrameSentence(finding);
  }
}

/** What the reader should know of the figure behind the finding, or how to get it; `null` when nothing. */
export function findingNote(finding: Finding): string | null {
  if (finding.state === 'unknown') return missingNote(finding);
  if (finding.kind === 'sharpCircle' && finding.basis) return basisNote(finding.basis);
  if (finding.kind === 'lightCircle' && finding.state === 'fails') return 'Outside the light circle the picture is black, at any aperture.';
  return null;
}

/** A remedy as what to set and what it leaves: "f/11 holds with 0.9 mm to spare". */
export function remedySentence(remedy: Remedy): string {
  return `${remedySetting(remedy)} holds with ${mmWords(remedy.leavesMm)} to spare`;
}

/** Only what a remedy sets: "f/11", "9.4 mm of rise", "the frame in portrait". */
export function remedySetting({ patch }: Remedy): string {
  const parts: string[] = [];
  if (patch.fNumber !== undefined) parts.push(apertureWords(patch.fNumber));
  const { riseMm, shiftMm } = patch.movements ?? {};
  if (riseMm !== undefined) parts.push(riseWords(riseMm));
  if (shiftMm !== undefined) parts.push(shiftWords(shiftMm));
  if (patch.distanceM !== undefined) parts.push(`${fixed(patch.distanceM, patch.distanceM < 10 ? 2 : 1)} m off`);
  if (patch.orientation !== undefined) parts.push(`the frame in ${patch.orientation}`);
  return parts.join(', ');
}

function circleSentence(finding: LightCircleFinding | SharpCircleFinding, circle: string, at: string): string {
  const { margin, diameterMm } = finding;
  if (margin === null || diameterMm === null) return `Whether the corners stay in the ${circle}${at} is not known.`;
  if (margin.of === 'diameter') {
    return `The frame is ${mmWords(finding.frameDiagonalMm)} across its corners and the ${circle}${at} only ${mmWords(diameterMm)}: it lacks ${lackWords(margin.valueMm)} even when centred.`;
  }
  if (finding.state === 'fails') {
    return `${cornerWords(finding.corners)} the ${circle}${at} by ${lackWords(margin.valueMm)}${controlWords(margin)}.`;
  }
  const only = finding.state === 'tight' ? 'only ' : '';
  return `All four corners are in the ${circle}${at}, with ${only}${mmWords(margin.valueMm)}${controlWords(margin)} to spare.`;
}

function inFrameSentence({ spareMm, edge, state }: InFrameFinding): string {
  if (spareMm === null) return 'Part of the subject lies behind the camera.';
  if (state === 'fails') return `The subject goes ${lackWords(spareMm)} beyond the ${edge} edge of the frame.`;
  return `The whole subject is in the frame, ${state === 'tight' ? 'only ' : ''}${mmWords(spareMm)} from the ${edge} edge.`;
}

function travelSentence(finding: TravelFinding): string {
  if (finding.spareMm === null || finding.stop === null) return 'Whether the slides reach this position is not known.';
  if (finding.fixed) {
    return finding.state === 'holds'
      ? 'This rig has no movements, and none are set.'
      : `This rig has no movements, and ${mmWords(-finding.spareMm)} are set.`;
  }
  if (finding.state === 'fails') {
    return `This position lies ${lackWords(finding.spareMm)} beyond the ${finding.stop}.`;
  }
  if (finding.spareMm < 0.05) return `The slide stands at its ${finding.stop}.`;
  const only = finding.state === 'tight' ? 'only ' : '';
  return `The slides reach this position, with ${only}${mmWords(finding.spareMm)} left to the ${finding.stop}.`;
}

// A failure is never worded as nothing: what rounds to 0.0 is said to be less than a tenth.
function lackWords(marginMm: number): string {
  const lack = Math.abs(marginMm);
  return lack < 0.05 ? 'less than 0.1 mm' : mmWords(lack);
}

function controlWords(margin: CircleMargin): string {
  if (margin.of === 'diameter') return '';
  switch (margin.control) {
    case 'rise':
    case 'fall':
      return ` of ${margin.control}`;
    case 'shift right':
      return ' of shift to the right';
    case 'shift left':
      return ' of shift to the left';
    case 'movement':
      return ' of movement in this direction';
  }
}

/** "The upper corners leave", "The upper right corner leaves", naming the side where it can. */
function cornerWords(corners: readonly Corner[]): string {
  if (corners.length === 4) return 'All four corners leave';
  if (corners.length === 1) return `The ${corners[0] ?? ''} corner leaves`;
  if (corners.length === 2) {
    const side = (['upper', 'lower', 'left', 'right'] as const).find((word) => corners.every((c) => c.split(' ').includes(word)));
    if (side) return side === 'upper' || side === 'lower' ? `The ${side} corners leave` : `The corners on the ${side} leave`;
  }
  return `The ${corners.join(', ')} corners leave`;
}

function basisNote(basis: DefinitionBasis): string | null {
  switch (basis.kind) {
    case 'given':
      return null;
    case 'interpolated':
      return `Between the figures for ${apertureWords(basis.between[0])} and ${apertureWords(basis.between[1])}, linear in stops.`;
    case 'held':
      return `No figure is given for this aperture; the one for ${apertureWords(basis.from)} is used.`;
    case 'assumed':
      return `No circle of good definition is given: ${fixed(basis.shareOfLight * 100, 0)} % of the light circle is assumed (common practice).`;
  }
}

function missingNote(finding: Finding): string {
  switch (finding.kind) {
    case 'lightCircle':
      return 'The lens has no light circle. To measure it, photograph an even wall at f/8 and infinity, shift until a corner goes black, and read the shift.';
    case 'sharpCircle':
      return 'The lens has no circle figure. Give the light circle, or the circle of good definition at one aperture or more.';
    case 'inFrame':
    case 'travel':
      return 'The rig has no travel. Read the last marks of its slides in each direction.';
  }
}
