import { rigText } from '@gangway/messages/core/rig';
import { degrees } from '../angles';
import { definitionCircle } from '../coverage/circle';
import { diagonalMm, turned } from '../coverage/frame';
import { shiftLimitMm } from '../coverage/shiftLimit';
import { travelLimitMm } from './mechanism';
import { circleEvidence, evidenceSentence } from './evidence';
import { middleAperture } from './verdicts/circle';
import type { FrameSize } from '../model/frame';
import type { Rig } from '../model/rig';

/** By which side of the frame two formats are called equal. */
export const FORMAT_MEASURES = { diagonal: rigText.diagonal, width: rigText.width, height: rigText.height } as const;
export type FormatMeasure = keyof typeof FORMAT_MEASURES;

/**
 * A size of the frame in landscape, mm.
 *
 * @param frame width and height of the frame, mm
 * @param measure by diagonal, width or height
 *
 * @example
 * measureMm({ widthMm: 36, heightMm: 24 }, 'width') // => 36
 */
export function measureMm(frame: FrameSize, measure: FormatMeasure): number {
  const { widthMm, heightMm } = turned(frame, 'landscape');
  return { diagonal: diagonalMm(frame), width: widthMm, height: heightMm }[measure];
}

/** Field of view, degrees: level, upright and across the corners. */
export interface Field {
  readonly levelDeg: number;
  readonly uprightDeg: number;
  readonly diagonalDeg: number;
}

/** One rig beside others. */
export interface Comparison {
  readonly fNumber: number;
  readonly field: Field;
  /** From the one end of movement to the other, level and upright, as far as sharp circle and mechanism both allow; `null` when either is not known or the frame does not fit. */
  readonly withMovements: Omit<Field, 'diagonalDeg'> | null;
  /** The lens that would give the same picture on the format of the first rig, and the f-number for the same depth of field. */
  readonly equalFocalMm: number;
  readonly equalFNumber: number;
  /** What the circles are wider than the frame's diagonal, mm; negative when narrower. */
  readonly spareLightMm: number | null;
  readonly spareSharpMm: number | null;
  readonly evidence: string;
}

const angle = (halfMm: number, focalMm: number): number => degrees(Math.atan(halfMm / focalMm));

/**
 * A rig compared with the format of another: fields at infinity in landscape,
 * 2·atan(w/2f); with movements from atan((w/2 + travel)/f) on the one side to
 * the other; equal focal length and f-number f·B/A, N·B/A (equal entrance
 * pupil and equal angle of view). Circles at f/8 or the nearest the lens has.
 *
 * @param rig the assembled rig
 * @param reference frame of the rig it is compared with, mm
 * @param measure by diagonal, width or height
 *
 * @example
 * compared(rig, { widthMm: 36, heightMm: 24 }, 'diagonal').equalFocalMm // => 35
 */
export function compared(rig: Rig, reference: FrameSize, measure: FormatMeasure): Comparison {
  const { focalMm, widestFNumber, smallestFNumber, circle } = rig.lens;
  const frame = turned(rig.back, 'landscape');
  const fNumber = middleAperture(widestFNumber, smallestFNumber);
  const sharp = definitionCircle(circle, fNumber);
  const reach = (deg: number): number | null => {
    const travel = travelLimitMm(rig.mechanism, deg);
    const optical = sharp && shiftLimitMm(frame, sharp.diameterMm, deg);
    return travel === null || optical === null ? null : Math.min(travel, optical);
  };
  const [right, up, left, down] = [reach(0), reach(90), reach(180), reach(270)];
  const span = (size: number, a: number, b: number): number => angle(size / 2 + a, focalMm) + angle(size / 2 + b, focalMm);
  const factor = measureMm(reference, measure) / measureMm(rig.back, measure);
  const diagonal = diagonalMm(frame);
  return {
    fNumber,
    field: {
      levelDeg: 2 * angle(frame.widthMm / 2, focalMm),
      uprightDeg: 2 * angle(frame.heightMm / 2, focalMm),
      diagonalDeg: 2 * angle(diagonal / 2, focalMm),
    },
    withMovements:
      right === null || left === null || up === null || down === null
        ? null
        : { levelDeg: span(frame.widthMm, left, right), uprightDeg: span(frame.heightMm, down, up) },
    equalFocalMm: focalMm * factor,
    equalFNumber: fNumber * factor,
    spareLightMm: circle.imageCircleMm === null ? null : circle.imageCircleMm - diagonal,
    spareSharpMm: sharp === null ? null : sharp.diameterMm - diagonal,
    evidence: evidenceSentence(circleEvidence(rig.parts)),
  };
}
