import type { TestShot } from '@gangway/contract/lensTest';
import { say } from '@gangway/messages/say';
import { testsText } from '@gangway/messages/web/kit/tests';
import { apertureWords, fixed, mmWords } from '@gangway/core/words';

/** A rise in a cell: "25.0 mm fall". */
export function riseCell(riseMm: number): string {
  return riseMm === 0 ? mmWords(0) : say(testsText.rise2, { mm: mmWords(Math.abs(riseMm)), way: riseMm > 0 ? 'up' : 'down' });
}

/** A shift in a cell: "20.0 mm left". */
export function shiftCell(shiftMm: number): string {
  return shiftMm === 0 ? mmWords(0) : say(testsText.shift2, { mm: mmWords(Math.abs(shiftMm)), side: shiftMm > 0 ? 'right' : 'left' });
}

/** A position of the back in a cell: "0.25 mm out". */
export function focusCell(focusMm: number): string {
  return focusMm === 0 ? testsText.inFocus : say(testsText.focus2, { mm: fixed(Math.abs(focusMm), 2), way: focusMm > 0 ? 'out' : 'in' });
}

/** Where lens and back stand in a frame, in words: "20.0 mm left, 0.25 mm out", or that they stand centred. */
export function positionWords({ riseMm, shiftMm, focusMm }: Pick<TestShot, 'riseMm' | 'shiftMm' | 'focusMm'>): string {
  const moved = [
    ...(riseMm === 0 ? [] : [riseCell(riseMm)]),
    ...(shiftMm === 0 ? [] : [shiftCell(shiftMm)]),
    ...(focusMm === 0 ? [] : [focusCell(focusMm)]),
  ];
  return moved.length === 0 ? testsText.centred : moved.join(', ');
}

/** What a frame of a series differs in beside its aperture and its shift: "f/4", "f/4, 0.25 mm out", "f/4, with the lamp". */
export function apertureCell({ fNumber, focusMm, lamp }: Pick<TestShot, 'fNumber' | 'focusMm' | 'lamp'>): string {
  const more = [...(focusMm === 0 ? [] : [focusCell(focusMm)]), ...(lamp ? [testsText.withLamp] : [])];
  return [apertureWords(fNumber), ...more].join(', ');
}
