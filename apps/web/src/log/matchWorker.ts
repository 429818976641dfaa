import '../store/language';
import { matched } from '@gangway/core/log/matching';
import type { AskedMatching } from './useMatching';

// Ten thousand takes and as many files take a second or two: the page stays free meanwhile.
addEventListener('message', ({ data: { shots, files, clocks } }: MessageEvent<AskedMatching>) =>
  postMessage(matched(shots, files, clocks)),
);
