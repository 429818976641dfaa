import { lensTestsText } from '@gangway/messages/server/lensTests';
import { say } from '@gangway/messages/say';
import type { LensTestSettings, StoredGrid } from '@gangway/contract/lensTest';
import { CoreError } from '@gangway/core/errors';
import { isShapeOf, lightGrid, WALL_CELLS } from '@gangway/core/lensTests/flatFrame';
import { pixelValues } from '@gangway/vision/pixelValues';
import { HttpError } from '../httpError';
import { decoding } from '../proof/decoding';

/** Floats as they are stored, little-endian as on every machine that Node runs on. */
const base64 = (values: Float32Array): string => Buffer.from(values.buffer, values.byteOffset, values.byteLength).toString('base64');

/** The light of a frame that has come in; refuses one of another shape than the series. */
export async function gridOf(path: string, name: string, { widthMm, heightMm }: LensTestSettings): Promise<StoredGrid> {
  const pixels = await decoding(() => pixelValues(path)).catch((error: unknown) => {
    throw error instanceof CoreError ? new HttpError(422, error.code, error.message, { path: ['file'] }) : error;
  });
  const { widthPx, heightPx } = pixels;
  if (!isShapeOf(pixels, { widthMm, heightMm }))
    throw new HttpError(422, 'wrong_shape', say(lensTestsText.wrongShape, { name, widthPx, heightPx, widthMm, heightMm }), {
      path: ['file'],
    });
  const { columns, rows, rgb, clipped } = lightGrid(pixels, [widthMm, heightMm], WALL_CELLS);
  return { columns, rows, rgb: base64(rgb), clipped: base64(clipped) };
}
