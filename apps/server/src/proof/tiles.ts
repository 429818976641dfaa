import type { Response } from 'express';
import sharp from 'sharp';
import { notThere } from '../httpError';

const TILE = 512;

/** A picture of which tiles are asked for. */
export interface TiledPicture {
  readonly path: string;
  readonly width: number;
  readonly height: number;
  /** Whether its file holds it at every level, halved from one to the next. */
  readonly isPyramid: boolean;
}

/**
 * Answers a tile for looking at a picture at any size, by the levels of a
 * pyramid: the top one is the whole at its own size.
 */
export async function answerTile(
  res: Response,
  { path, width, height, isPyramid }: TiledPicture,
  asked: { readonly level: string; readonly x: string; readonly y: string },
): Promise<void> {
  const [level, x, y] = [Number(asked.level), Number(asked.x), Number(asked.y)];
  const top = Math.ceil(Math.log2(Math.max(width, height, 1)));
  const by = 2 ** (top - level);
  if (![level, x, y].every((n) => Number.isInteger(n) && n >= 0) || level > top || x * TILE * by >= width || y * TILE * by >= height)
    throw notThere('tile');
  const region = {
    left: x * TILE * by,
    top: y * TILE * by,
    width: Math.min(TILE * by, width - x * TILE * by),
    height: Math.min(TILE * by, height - y * TILE * by),
  };
  const size = { width: Math.max(1, Math.ceil(region.width / by)), height: Math.max(1, Math.ceil(region.height / by)) };
  // A pyramid has smaller pictures ready: the largest that is not smaller than wanted.
  const page = isPyramid ? await pageFor(path, by) : { page: 0, by: 1 };
  const shrunk = {
    left: Math.floor(region.left / page.by),
    top: Math.floor(region.top / page.by),
    width: Math.max(1, Math.floor(region.width / page.by)),
    height: Math.max(1, Math.floor(region.height / page.by)),
  };
  const tile = await sharp(path, { limitInputPixels: false, ...(isPyramid ? { page: page.page } : {}) })
    .extract(shrunk)
    .resize(size.width, size.height, { fit: 'fill', kernel: by > page.by ? 'cubic' : 'nearest' })
    .toColourspace('srgb')
    .jpeg({ quality: 88 })
    .toBuffer();
  res.set('Cache-Control', 'private, max-age=86400').type('jpeg').send(tile);
}

async function pageFor(path: string, by: number): Promise<{ readonly page: number; readonly by: number }> {
  const { pages = 1 } = await sharp(path, { limitInputPixels: false }).metadata();
  const page = Math.max(0, Math.min(pages - 1, Math.floor(Math.log2(by))));
  return { page, by: 2 ** page };
}
