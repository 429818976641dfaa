import type { LightGrid } from '@gangway/core/lensTests/flatFrame';
import type { LensTestSettings, StoredGrid } from './lensTest';

/** Floats from base64, little-endian as on every machine that runs a browser or Node. */
function floats(base64: string): Float32Array {
  const bytes = Uint8Array.from(atob(base64), (character) => character.charCodeAt(0));
  return new Float32Array(bytes.buffer);
}

/** The light of a frame as it is measured, from how it is stored and the size of the frame. */
export function gridFrom(
  { columns, rows, rgb, clipped }: StoredGrid,
  { widthMm, heightMm }: Pick<LensTestSettings, 'widthMm' | 'heightMm'>,
): LightGrid {
  return { columns, rows, widthMm, heightMm, rgb: floats(rgb), clipped: floats(clipped) };
}
