import type { DefinitionBasis } from '../coverage/circle';
import type { Corner } from '../coverage/frame';
import type { CircleMargin } from '../geometry/circles';
import { apertureWords, fixed, mmWords, riseWords, shiftWords, stopsWords, yawWords } from '../words';
import type { Finding, LightCircleFinding, Remedy, SharpCircleFinding, Spare, TravelFinding } from './finding';
import { exposureNote, exposureSentence, isExposureFinding } from './exposureWording';
import { focusNote, focusSentence, focusSettingWords, isFocusFinding } from './focusWording';
import { isMosaicFinding, mosaicNote, mosaicSentence } from './mosaicWording';
import { lackWords, sceneNote, sceneSentence } from './sceneWording';

/** A finding as one sentence with its margin. */
export function findingSentence(finding: Finding): string {
  switch (finding.kind) {
    case 'lightCircle':
      return circleSentence(finding, 'light circle', '');
    case 'sharpCircle':
      return circleSentence(finding, 'sharp circle', ` at ${apertureWords(finding.fNumber)}`);
    case 'travel':
      return travelSentence(finding);
    default:
      return isExposureFinding(finding)
        ? exposureSentence(finding)
        : isFocusFinding(finding)
          ? focusSentence(finding)
          : isMosaicFinding(finding)
            ? mosaicSentence(finding)
            : sceneSentence(finding);
  }
}

/** What the reader should know of the figure behind the finding, or how to get it; `null` when nothing. */
export function findingNote(finding: Finding): string | null {
  if (isExposureFinding(finding)) return exposureNote(finding);
  if (isFocusFinding(finding)) return focusNote(finding);
  if (isMosaicFinding(finding)) return mosaicNote(finding);
  if (finding.state === 'unknown') return missingNote(finding);
  if (finding.kind === 'sharpCircle' && finding.basis) return basisNote(finding.basis);
  if (finding.kind === 'lightCircle' && finding.state === 'fails') return 'Outside the light circle the picture is black, at any aperture.';
  return finding.kind === 'lightCircle' || finding.kind === 'sharpCircle' || finding.kind === 'travel' ? null : sceneNote(finding);
}

/** A remedy as what to set and what it leaves: "f/11 holds with 0.9 mm to spare". */
export function remedySentence(remedy: Remedy): string {
  if (remedy.leaves.unit === '' && remedy.leaves.value === 0) return `${remedySetting(remedy)} cures it`;
  return `${remedySetting(remedy)} holds with ${spareWords(remedy.leaves)} to spare`;
}

/** A margin with its unit: "0.9 mm", "2.1 m", "0.31°", "0.04". */
export function spareWords({ value, unit }: Spare): string {
  if (unit === 'mm') return mmWords(value);
  if (unit === 'stops') return value === Infinity ? 'all' : stopsWords(value);
  if (unit === 'px' || unit === 'GB' || unit === 'µm') return `${fixed(value, 1)} ${unit}`;
  if (unit === 'frames' || unit === '%') return `${fixed(value, 0)} ${unit}`;
  return unit === '' ? fixed(value, 2) : `${fixed(value, unit === '°' && value < 1 ? 2 : 1)}${unit === '°' ? '°' : ` ${unit}`}`;
}

/** Only what a remedy sets: "f/11", "9.4 mm of rise", "the frame in portrait". */
export function remedySetting({ patch, control, said }: Remedy): string {
  if (said !== undefined) return said;
  const parts: string[] = [];
  const { yawDeg, cameraHeightM } = patch.placing ?? {};
  if (cameraHeightM !== undefined) parts.push(`the lens ${fixed(cameraHeightM, 2)} m up`);
  if (control === 'level') parts.push('level the camera');
  else if (yawDeg !== undefined)
    parts.push(
      `turned ${yawWords(yawDeg)}${patch.placing?.pitchDeg ? `, pitched ${fixed(Math.abs(patch.placing.pitchDeg), 1)}° ${patch.placing.pitchDeg > 0 ? 'up' : 'down'}` : ''}`,
    );
  if (patch.accepted?.convergeDeg !== undefined)
    parts.push(`converge on purpose by ${fixed(Math.abs(patch.accepted.convergeDeg), 1)}° of pitch`);
  if (patch.shaded === true) parts.push('shade it');
  if (control === 'choice' && patch.composed === true) parts.push('leave it so');
  parts.push(...focusSettingWords(patch, control === 'tilt' ? 'tilt' : 'other'));
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
    return `${finding.frame ? 'A' : 'The'} frame is ${mmWords(finding.frameDiagonalMm)} across its corners and the ${circle}${at} only ${mmWords(diameterMm)}: it lacks ${lackWords(margin.valueMm)} even when centred.`;
  }
  if (finding.state === 'fails') {
    return `${frameWords(finding.frame)}${cornerWords(finding.corners)} the ${circle}${at} by ${lackWords(margin.valueMm)}${controlWords(margin)}.`;
  }
  const only = finding.state === 'tight' ? 'only ' : '';
  return `${finding.frame ? `All corners of ${finding.frame.of === 1 ? 'the frame' : manyFrames(finding.frame.of)}` : 'All four corners'} are in the ${circle}${at}, with ${only}${mmWords(margin.valueMm)}${controlWords(margin)} to spare.`;
}

function travelSentence(finding: TravelFinding): string {
  if (finding.spareMm === null || finding.stop === null) return 'Whether the slides reach this position is not known.';
  if (finding.fixed) {
    return finding.state === 'holds'
      ? 'This rig has no movements, and none are set.'
      : `This rig has no movements, and ${mmWords(-finding.spareMm)} are set.`;
  }
  if (finding.state === 'fails') {
    return `${finding.frame ? `Frame ${finding.frame.number} lies` : 'This position lies'} ${lackWords(finding.spareMm)} beyond the ${finding.stop}.`;
  }
  if (finding.spareMm < 0.05)
    return `${finding.frame ? `At frame ${finding.frame.number} the` : 'The'} slide stands at its ${finding.stop}.`;
  const only = finding.state === 'tight' ? 'only ' : '';
  return `The slides reach ${finding.frame && finding.frame.of > 1 ? manyFrames(finding.frame.of) : 'this position'}, with ${only}${mmWords(finding.spareMm)} left to the ${finding.stop}.`;
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

function manyFrames(count: number): string {
  return count === 2 ? 'both frames' : `all ${count} frames`;
}

/** Which frame of a mosaic it is about. */
function frameWords(frame: LightCircleFinding['frame']): string {
  return frame ? `Frame ${frame.number} of ${frame.of}: ` : '';
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
    case 'flare':
      return 'The lens has no light circle, so whether it reaches the lens from there is not known. Shade it.';
    default:
      return 'The rig has no travel. Read the last marks of its slides in each direction.';
  }
}
