import '../../store/language';
import { gridFrom } from '@gangway/contract/lensTestGrid';
import { chartLayout } from '@gangway/core/lensTests/chart';
import { chartResult } from '@gangway/core/lensTests/chartResult';
import { measuredTexture } from '@gangway/core/lensTests/texture';
import { measuredLight } from '@gangway/core/lensTests/light';
import type { MeasuredTest } from '@gangway/contract/lensTestFile';
import type { AskedMeasure } from './useMeasured';

function measured(asked: AskedMeasure): MeasuredTest {
  if (asked.kind === 'chart') return { kind: 'chart', sharp: chartResult(chartLayout(asked.chart), asked.frames, asked.focalMm) };
  if (asked.kind === 'texture') return { kind: 'texture', texture: measuredTexture(asked.frames) };
  const { frames, size } = asked;
  return {
    kind: 'wall',
    light: measuredLight(
      frames.map(({ grid, ...taken }) => ({ ...taken, grid: gridFrom(grid, size) })),
      0,
    ),
  };
}

// A series of sixty frames takes a second or two: the page stays free meanwhile.
addEventListener('message', ({ data }: MessageEvent<AskedMeasure>) => postMessage(measured(data)));
