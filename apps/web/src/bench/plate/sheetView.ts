import type { Pixel } from '@gangway/core/model/plate';

/** How a photograph lies on the sheet: so many CSS px to each of its px, its upper left corner there. */
export interface SheetView {
  readonly scale: number;
  readonly x: number;
  readonly y: number;
}

interface Box {
  readonly width: number;
  readonly height: number;
}

/** Something is left free around it: lines may end outside the picture. */
const FREE = 0.94;
/** At most so many CSS px to a px of the picture. */
const SCALE_MOST = 12;

/** The whole photograph in the middle of its sheet. */
export function fitted({ width, height }: Box, wide: number, high: number): SheetView {
  const scale = FREE * Math.min(width / wide, height / high);
  return { scale, x: (width - scale * wide) / 2, y: (height - scale * high) / 2 };
}

export const onSheet = ({ scale, x, y }: SheetView, [u, v]: Pixel): readonly [number, number] => [x + scale * u, y + scale * v];

export const inPicture = ({ scale, x, y }: SheetView, sheetX: number, sheetY: number): Pixel => [
  (sheetX - x) / scale,
  (sheetY - y) / scale,
];

/** Larger or smaller by a factor, with what lies under a place staying there. */
export function zoomed(view: SheetView, by: number, [sheetX, sheetY]: readonly [number, number], least: number): SheetView {
  const scale = Math.min(SCALE_MOST, Math.max(least, view.scale * by));
  const k = scale / view.scale;
  return { scale, x: sheetX - (sheetX - view.x) * k, y: sheetY - (sheetY - view.y) * k };
}
