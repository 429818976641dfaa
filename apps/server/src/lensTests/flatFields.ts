import type { Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { encodedSamples } from '@gangway/core/assembly/refine';
import { flatField } from '@gangway/core/lensTests/flatField';
import type { LightResult } from '@gangway/core/lensTests/light';
import type { FrameSize } from '@gangway/core/model/frame';
import type { ShiftPosition } from '@gangway/core/model/movements';
import sharp from 'sharp';
import yazl from 'yazl';

/** Falloff has no detail: a small picture holds all of it. */
const WIDTH_PX = 360;

/** One flat-field frame: its place in the series. */
interface FlatShot extends ShiftPosition {
  readonly fNumber: number;
}

const signed = (mm: number): string => `${mm < 0 ? '-' : '+'}${Math.abs(mm).toFixed(1)}`;

/** The name of a flat-field frame: what it is for, fit for a file. */
const flatName = ({ fNumber, riseMm, shiftMm }: FlatShot): string => `flat-f${fNumber}-rise${signed(riseMm)}-shift${signed(shiftMm)}.png`;

/** The frames for which a flat-field frame can be drawn: each position at each aperture once. */
export function flatShots(light: LightResult, frame: FrameSize, shots: readonly FlatShot[]): readonly FlatShot[] {
  const once = new Map(shots.map((shot) => [flatName(shot), shot]));
  return [...once.values()].filter((shot) => {
    const at = light.apertures.find(({ fNumber }) => fNumber === shot.fNumber);
    return at !== undefined && flatField(at, shot, frame, 2) !== null;
  });
}

/** Writes a ZIP of flat-field frames, 16 bits in sRGB, as they go into proofs. */
export async function writeFlatFields(light: LightResult, frame: FrameSize, shots: readonly FlatShot[], into: Writable): Promise<void> {
  const zip = new yazl.ZipFile();
  const written = pipeline(zip.outputStream, into);
  for (const shot of shots) {
    const at = light.apertures.find(({ fNumber }) => fNumber === shot.fNumber);
    const drawn = at && flatField(at, shot, frame, WIDTH_PX);
    if (!drawn) continue;
    const samples = encodedSamples(drawn.values);
    const png = await sharp(samples, { raw: { width: drawn.widthPx, height: drawn.heightPx, channels: 3 } })
      .pipelineColourspace('rgb16')
      .toColourspace('rgb16')
      .png()
      .toBuffer();
    zip.addBuffer(png, flatName(shot), { compress: false });
  }
  zip.end();
  await written;
}
