import { lengthWords } from '@gangway/messages/length';
import { unitLabel } from '@gangway/messages/unit';
import { checksText } from '@gangway/messages/core/checks';
import { say, sayMessage } from '@gangway/messages/say';
import { CORNER_LABELS, type Corner } from '../coverage/frame';
import { apertureWords, fixed, mmWords, riseWords, shiftWords, stopsWords, turnWords, yawWords } from '../words';
import type { StandardTurn } from '../model/movements';
import type { Fix, Margin } from './fix';

/**
 * A margin with its unit: "0.9 mm", "2.1 m", "0.31°", "0.04".
 *
 * @param margin a number with its unit
 *
 * @example
 * marginWords({ value: 2.04, unit: 'mm' }) // => '2.0 mm'
 */
export function marginWords({ value, unit }: Margin): string {
  switch (unit) {
    case 'mm':
      return mmWords(value);
    case 'stops':
      return value === Infinity ? checksText.all : stopsWords(value);
    case 'px':
    case 'GB':
    case 'µm':
    case 'm':
      return `${fixed(value, 1)} ${unit}`;
    case 'frames':
    case '%':
      return `${fixed(value, 0)} ${unitLabel(unit)}`;
    case '°':
      return `${fixed(value, value < 1 ? 2 : 1)}°`;
    case '':
      return fixed(value, 2);
  }
}

/**
 * A fix as what to set and what it leaves: "f/11 passes with 0.9 mm to spare".
 *
 * @param fix the change
 *
 * @example
 * fixSentence({ control: 'aperture', patch: { fNumber: 11 }, leaves: { value: 2, unit: 'mm' } }) // => 'f/11 passes with 2.0 mm to spare'
 */
export function fixSentence(fix: Fix): string {
  if (fix.leaves.unit === '' && fix.leaves.value === 0) return say(checksText.fixesThis, { fix: fixSetting(fix) });
  return say(checksText.passesWithToSpare, { fix: fixSetting(fix), leaves: marginWords(fix.leaves) });
}

/**
 * Only what a fix sets: "f/11", "9.4 mm of rise", "the frame in portrait"; several settings in the order in which hands make them.
 *
 * @param fix the change
 *
 * @example
 * fixSetting({ control: 'aperture', patch: { fNumber: 11 }, leaves: { value: 2, unit: 'mm' } }) // => 'f/11'
 */
export function fixSetting({ patch, control, label }: Fix): string {
  if (label !== undefined) return sayMessage(label);
  const { placing, accepted, movements, distanceM, fNumber, orientation } = patch;
  return [
    distanceM !== undefined && say(checksText.mAway, { distanceM: lengthWords(distanceM, distanceM < 10 ? 2 : 1) }),
    ...placingParts(placing ?? {}, control),
    orientation !== undefined && say(checksText.theFrameIn, { orientation }),
    accepted?.convergeDeg !== undefined && say(checksText.convergeOnPurposeByOf, { convergeDeg: fixed(Math.abs(accepted.convergeDeg), 1) }),
    patch.shaded === true && checksText.shadeIt,
    control === 'choice' && patch.composed === true && checksText.leaveItSo,
    movements?.riseMm !== undefined && riseWords(movements.riseMm),
    movements?.shiftMm !== undefined && shiftWords(movements.shiftMm),
    ...focusSettingParts(patch, control === 'tilt'),
    fNumber !== undefined && apertureWords(fNumber),
  ]
    .filter((part) => part !== false)
    .join(', ');
}

function placingParts(
  { cameraHeightM, yawDeg, pitchDeg }: NonNullable<Fix['patch']['placing']>,
  control: Fix['control'],
): readonly string[] {
  const height = cameraHeightM === undefined ? [] : [say(checksText.theLensMUp, { cameraHeightM: lengthWords(cameraHeightM, 2) })];
  if (control === 'level') return [...height, checksText.levelTheCamera];
  if (yawDeg === undefined) return height;
  const pitch = pitchDeg
    ? say(checksText.pitchedUp, { pitchDeg: fixed(Math.abs(pitchDeg), 1), pitchDeg2: pitchDeg > 0 ? 'yes' : 'no' })
    : '';
  return [...height, say(checksText.turned, { yawDeg: yawWords(yawDeg), pitch })];
}

/** What a change of focus sets: "tilt 2.4° forward", "focus at 3.2 m". `straightToo` says a lens set straight as well. */
export function focusSettingParts(
  { front, rear, focusM }: { readonly front?: StandardTurn; readonly rear?: StandardTurn; readonly focusM?: number | null },
  straightToo: boolean,
): readonly string[] {
  const turned = (turn: StandardTurn): boolean => turn.tiltDeg !== 0 || turn.swingDeg !== 0;
  const rearTurned = rear !== undefined && turned(rear);
  return [
    ...(front && (turned(front) || (straightToo && !rearTurned)) ? [turnWords(front)] : []),
    ...(rearTurned ? [say(checksText.back, { rear: turnWords(rear) })] : []),
    ...(focusM === undefined ? [] : [focusWords(focusM)]),
  ];
}

/**
 * Where a lens is focused, in words.
 *
 * @param focusM focus distance, m; `null` at infinity
 *
 * @example
 * focusWords(null) // => 'focus at infinity'
 */
export function focusWords(focusM: number | null): string {
  if (focusM === null) return checksText.focusAtInfinity;
  if (focusM < 0) return checksText.focusLensInsideItsInfinity;
  return say(checksText.focusAtM, { focusM: lengthWords(focusM, focusM < 10 ? 2 : 1) });
}

/** A failure is never worded as nothing: what rounds to 0.0 is said to be less than a tenth. */
export function lackWords(marginMm: number): string {
  const lack = Math.abs(marginMm);
  return lack < 0.05 ? checksText.lessThan01Mm : mmWords(lack);
}

/** "only " where a margin is tight. */
export function onlyWhen(tight: boolean): string {
  return tight ? 'only ' : '';
}

/** A blur as it is spoken of: in pixels where there are any, in µm on film. */
export function blurWords(blurMm: number, px: number | null): string {
  return px === null ? micronWords(blurMm) : `${fixed(px, px < 10 ? 1 : 0)} px (${micronWords(blurMm)})`;
}

/** A small length in µm: "9.5 µm", "24 µm". */
export function micronWords(mm: number): string {
  return `${fixed(mm * 1000, mm < 0.01 ? 1 : 0)} µm`;
}

/** "The upper corners fall outside", "The upper right corner falls outside", naming the side where it can. */
export function cornerWords(corners: readonly Corner[]): string {
  if (corners.length === 4) return checksText.allFourCornersFallOutside;
  const named = corners.map((corner) => CORNER_LABELS[corner]).join(', ');
  if (corners.length === 1) return say(checksText.theCornerFallsOutside, { corner: named });
  const side = corners.length === 2 ? SIDES.find((each) => corners.every((corner) => corner.toLowerCase().includes(each))) : undefined;
  return side === undefined ? say(checksText.theCornersFallOutside, { corners: named }) : say(checksText.bothCornersFallOutside, { side });
}

const SIDES = ['upper', 'lower', 'left', 'right'] as const;
