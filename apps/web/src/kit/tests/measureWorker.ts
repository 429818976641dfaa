import '../../store/language';
import { gridFrom } from '@gangway/contract/lensTestGrid';
import { measuredLight } from '@gangway/core/lensTests/light';
import type { AskedLight } from './useMeasuredLight';

// A series of sixty frames takes a second or two: the page stays free meanwhile.
addEventListener('message', ({ data: { frames, size } }: MessageEvent<AskedLight>) =>
  postMessage(
    measuredLight(
      frames.map(({ grid, ...taken }) => ({ ...taken, grid: gridFrom(grid, size) })),
      0,
    ),
  ),
);
