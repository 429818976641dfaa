import { proofText } from '@gangway/messages/contract/proof';
import { z } from 'zod';
import { bounded } from './bounds';
import { OUTPUTS } from './proof';

/** Proportions of an exported picture, long side over short; the picture stays landscape or portrait. */
export const RATIOS = {
  whole: proofText.asItIs,
  '1': '1 : 1',
  '1.25': '5 : 4',
  '1.3333': '4 : 3',
  '1.5': '3 : 2',
  '1.7778': '16 : 9',
  '2': '2 : 1',
} as const;
type ExportRatio = keyof typeof RATIOS;

/** How much is sharpened after the size is changed. */
export const SHARPENINGS = { none: proofText.noSharpening, screen: proofText.sharpenForScreen, print: proofText.sharpenForPrint } as const;

export const EXPORT_BOUNDS = {
  longPx: { label: proofText.longSide, unit: 'px', min: 64, max: 65_535 },
  turnDeg: { label: proofText.rotation, unit: '°', min: -10, max: 10 },
} as const;

const keys = <T extends Readonly<Record<string, string>>>(of: T) => z.enum(Object.keys(of) as [keyof T & string, ...(keyof T & string)[]]);

/** A picture as it is exported. */
export const exportSchema = z.strictObject({
  output: keys(OUTPUTS),
  /** Its long side, px; `null` for as many as there are. Never enlarged. */
  longPx: bounded(EXPORT_BOUNDS.longPx).int(proofText.longSideMustBeAWhole).nullable(),
  ratio: keys(RATIOS),
  /** By how much it is rotated, clockwise. */
  turnDeg: bounded(EXPORT_BOUNDS.turnDeg),
  sharpening: keys(SHARPENINGS),
});
export type PictureExport = z.infer<typeof exportSchema>;

export const FIRST_EXPORT: PictureExport = { output: 'jpeg', longPx: 3000, ratio: 'whole', turnDeg: 0, sharpening: 'screen' };

/** Width over height of a part with some proportions, landscape or portrait as the picture is; `null` for the picture's own. */
export function ratioIn(ratio: ExportRatio, { width, height }: { readonly width: number; readonly height: number }): number | null {
  if (ratio === 'whole') return null;
  return width >= height ? Number(ratio) : 1 / Number(ratio);
}

/** An export as the address of its file. */
export const exportQuery = ({ output, longPx, ratio, turnDeg, sharpening }: PictureExport): string =>
  new URLSearchParams({ output, longPx: longPx === null ? '' : String(longPx), ratio, turnDeg: String(turnDeg), sharpening }).toString();

/** What the address of an export asks for, unchecked. */
export const exportAsked = (query: Readonly<Record<string, unknown>>): unknown => ({
  ...query,
  longPx: query.longPx === '' || query.longPx === undefined ? null : Number(query.longPx),
  turnDeg: query.turnDeg === undefined ? 0 : Number(query.turnDeg),
});
