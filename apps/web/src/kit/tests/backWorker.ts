import { encodedOf } from '@gangway/core/assembly/refine';
import { chartLayout } from '@gangway/core/lensTests/chart';
import type { PixelValues } from '@gangway/core/lensTests/flatFrame';
import { sharpnessByLaw, simulatedChart, simulatedSharpCopy } from '@gangway/core/lensTests/simulatedChart';
import { simulatedCopy, simulatedWall } from '@gangway/core/lensTests/simulatedWall';
import type { AskedExposure, Exposed } from './useTestBack';

function picture({ lens, copy, taken, frame }: AskedExposure): PixelValues {
  if (taken.kind === 'wall') return simulatedWall(simulatedCopy(lens, copy), taken.shot, frame);
  return simulatedChart(sharpnessByLaw(simulatedSharpCopy(lens, copy)), taken.shot, frame, chartLayout(taken.chart));
}

// The simulated back before an evenly lit wall or the test chart, away from the page.
addEventListener('message', ({ data }: MessageEvent<AskedExposure>) => {
  const samples = Uint16Array.from(picture(data).values, (light) => Math.round(65_535 * encodedOf(light)));
  postMessage({ samples: samples.buffer } satisfies Exposed, { transfer: [samples.buffer] });
});
