import { encodedOf } from '@gangway/core/assembly/refine';
import { simulatedCopy, simulatedWall } from '@gangway/core/lensTests/simulatedWall';
import type { AskedWall, ExposedWall } from './useWallBack';

// The simulated back before an evenly lit wall, away from the page.
addEventListener('message', ({ data: { lens, copy, shot, frame } }: MessageEvent<AskedWall>) => {
  const { values } = simulatedWall(simulatedCopy(lens, copy), shot, frame);
  const samples = Uint16Array.from(values, (light) => Math.round(65_535 * encodedOf(light)));
  postMessage({ samples: samples.buffer } satisfies ExposedWall, { transfer: [samples.buffer] });
});
