import { encodedSamples } from '@gangway/core/assembly/refine';
import { chartLayout } from '@gangway/core/lensTests/chart';
import type { PixelValues } from '@gangway/core/lensTests/flatFrame';
import { sharpnessByLaw, simulatedChart, simulatedSharpCopy } from '@gangway/core/lensTests/simulatedChart';
import { simulatedTexture } from '@gangway/core/lensTests/simulatedTexture';
import { simulatedCopy, simulatedWall } from '@gangway/core/lensTests/simulatedWall';
import type { AskedExposure, Exposed } from './useTestBack';

function picture({ lens, copy, taken, frame }: AskedExposure): PixelValues {
  if (taken.kind === 'wall') return simulatedWall(simulatedCopy(lens, copy), taken.shot, frame);
  const sharp = sharpnessByLaw(simulatedSharpCopy(lens, copy));
  if (taken.kind === 'texture') return simulatedTexture(sharp, taken.shot, frame);
  return simulatedChart(sharp, taken.shot, frame, chartLayout(taken.chart));
}

// The simulated back before an evenly lit wall, the test chart or weathered boards, away from the page.
addEventListener('message', ({ data }: MessageEvent<AskedExposure>) => {
  const samples = encodedSamples(picture(data).values);
  postMessage({ samples: samples.buffer } satisfies Exposed, { transfer: [samples.buffer] });
});
