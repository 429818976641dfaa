import sharp from 'sharp';
import type { AssemblyOptions } from '@gangway/contract/proof';
import { noLimit } from './frames';
import type { Travelling } from './travelling';

export interface Writing {
  /** The picture as an unpacked TIFF. */
  readonly unpacked: string;
  readonly result: string;
  readonly output: AssemblyOptions['output'];
  readonly bits: 8 | 16;
  /** Its samples take so many bytes. */
  readonly bytes: number;
  readonly pixelsPerInch: number;
  /** What of the first frame goes into the result. */
  readonly travelling: Travelling | null;
}

/** More than this needs a BigTIFF: its offsets have 32 bits otherwise. */
const BIG_BYTES = 3.9e9;
/** Samples that hardly pack take this much more than they are. */
const HARDLY_PACKED = 1.4;

/** How a TIFF of several sizes in tiles is packed. */
const tiffOptions = ({ bytes, pixelsPerInch }: Pick<Writing, 'bytes' | 'pixelsPerInch'>) =>
  ({
    compression: 'deflate',
    tile: true,
    tileWidth: 256,
    tileHeight: 256,
    pyramid: true,
    bigtiff: bytes * HARDLY_PACKED > BIG_BYTES,
    xres: pixelsPerInch / 25.4,
    yres: pixelsPerInch / 25.4,
    resolutionUnit: 'inch',
  }) as const;

/** Writes a picture as the file that was asked for, with its profile and what travels from the first frame. */
export async function writtenPicture({ unpacked, result, output, bits, bytes, pixelsPerInch, travelling }: Writing): Promise<void> {
  const picture = sharp(unpacked, { ...noLimit, sequentialRead: true })
    .keepIccProfile()
    .withMetadata({ density: pixelsPerInch })
    .toColourspace(bits === 16 ? 'rgb16' : 'srgb')
    .pipelineColourspace(bits === 16 ? 'rgb16' : 'srgb');
  if (travelling) picture.withExif(travelling.exif).withXmp(travelling.xmp);
  if (output === 'tiff') await picture.tiff({ ...tiffOptions({ bytes, pixelsPerInch }), predictor: 'horizontal' }).toFile(result);
  else if (output === 'png') await picture.png({ compressionLevel: 6 }).toFile(result);
  else await picture.toColourspace('srgb').jpeg({ quality: 95, chromaSubsampling: '4:4:4' }).toFile(result);
}

/** Writes linear light as a TIFF of 32-bit floating-point samples. */
export async function writtenLight({
  unpacked,
  result,
  bytes,
  pixelsPerInch,
  travelling,
}: Omit<Writing, 'output' | 'bits'>): Promise<void> {
  // Without `withMetadata`, which converts to sRGB.
  const picture = sharp(unpacked, { ...noLimit, sequentialRead: true })
    .pipelineColourspace('scrgb')
    .toColourspace('scrgb');
  if (travelling) picture.withExif(travelling.exif).withXmp(travelling.xmp);
  await picture.tiff({ ...tiffOptions({ bytes, pixelsPerInch }), pyramid: false, predictor: 'float' }).toFile(result);
}
