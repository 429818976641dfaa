import { seenThroughRig, type ColourPicture, type RigAndFrame, type SeenThroughRig } from '@gangway/core/plate/view';
import type { PhotographInView, PlateInView } from '@gangway/core/plate/inView';

/** Without WebGL the photograph is looked up pixel by pixel: small enough to follow a hand. */
const [SOURCE_PX, DRAWN_PX] = [1200, 420] as const;

const sources = new WeakMap<ImageBitmap, ColourPicture>();

function sourceOf(bitmap: ImageBitmap): ColourPicture | null {
  const known = sources.get(bitmap);
  if (known) return known;
  const share = Math.min(1, SOURCE_PX / Math.max(bitmap.width, bitmap.height));
  const [widthPx, heightPx] = [Math.round(share * bitmap.width), Math.round(share * bitmap.height)];
  const context = new OffscreenCanvas(widthPx, heightPx).getContext('2d');
  if (!context) return null;
  context.drawImage(bitmap, 0, 0, widthPx, heightPx);
  const { data } = context.getImageData(0, 0, widthPx, heightPx);
  const rgb = new Uint8Array(3 * widthPx * heightPx);
  for (let i = 0; i < widthPx * heightPx; i++) rgb.set(data.subarray(4 * i, 4 * i + 3), 3 * i);
  const made = { widthPx, heightPx, rgb };
  sources.set(bitmap, made);
  return made;
}

/** The pixels of photographs: of the first, and of others by their ids. */
export interface PlateBitmaps {
  readonly first: ImageBitmap;
  readonly others: ReadonlyMap<string, ImageBitmap>;
}

/** Draws photographs from one place through a rig by the core alone: where the first ends, the others go on. */
export function drawnPlainly(
  canvas: HTMLCanvasElement,
  { first, others: bitmaps }: PlateBitmaps,
  { place, awayM, others, ...plate }: PlateInView,
  { widthPx: wanted, ...seen }: RigAndFrame & { /** How wide it is wanted, px. */ readonly widthPx: number },
): void {
  const context = canvas.getContext('2d');
  if (!context || wanted < 1) return;
  const through = (
    bitmap: ImageBitmap | undefined,
    { projection, held }: Pick<PhotographInView, 'projection' | 'held'>,
    beyond: SeenThroughRig | null,
  ): SeenThroughRig | null => {
    const source = bitmap && sourceOf(bitmap);
    if (!source) return beyond;
    const taken = { plate: projection, held, place: awayM === 0 ? null : place };
    return seenThroughRig(source, taken, { ...seen, beyond }, Math.min(DRAWN_PX, wanted));
  };
  const beside = others.reduceRight<SeenThroughRig | null>((beyond, each) => through(bitmaps.get(each.pictureId), each, beyond), null);
  const drawn = through(first, plate, beside);
  if (!drawn) return;
  const { widthPx, heightPx, rgb } = drawn.picture;
  const data = new Uint8ClampedArray(4 * widthPx * heightPx).fill(255);
  for (let i = 0; i < widthPx * heightPx; i++) data.set(rgb.subarray(3 * i, 3 * i + 3), 4 * i);
  [canvas.width, canvas.height] = [widthPx, heightPx];
  context.putImageData(new ImageData(data, widthPx, heightPx), 0, 0);
}
