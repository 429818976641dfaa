import '../../store/language';
import { requestOf, settle, type Settled } from '@gangway/core/settle/settle';
import type { FromSettle, ToSettle } from './messages';

// Solving a whole setup takes from milliseconds to a second: the page never waits for it.
addEventListener('message', ({ data: { of, settings, rigs } }: MessageEvent<ToSettle>) => {
  const tell = (message: FromSettle): void => postMessage(message);
  const settled = (): Settled | null => {
    try {
      return settle(settings, { ...requestOf(settings), rigs, onProgress: (share) => tell({ of, share }) });
    } catch (error) {
      console.error(error);
      return null;
    }
  };
  tell({ of, settled: settled() });
});
