import '../../store/language';
import { backText } from '@gangway/messages/web/proof/back';
import { geometryOf } from '@gangway/core/geometry/geometry';
import { shotsFor } from '@gangway/core/capture/shots';
import { exposed } from './expose';
import type { FromBack, ToBack } from './messages';

// The simulated back: exposes one frame at a time, away from the page.
let stopped = false;
const say = (message: FromBack, transfer: Transferable[] = []) => {
  postMessage(message, { transfer });
};

addEventListener('message', ({ data }: MessageEvent<ToBack>) => {
  if (data.type === 'stop') {
    stopped = true;
    return;
  }
  stopped = false;
  const { settings, options, index } = data;
  const shot = shotsFor(geometryOf(settings), options)[index];
  if (!shot) {
    say({ type: 'failed', words: backText.theBackOfThisSetup });
    return;
  }
  const begun = performance.now();
  exposed({
    canvas: new OffscreenCanvas(16, 16),
    shot,
    options,
    onShare: (share) => say({ type: 'share', share }),
    wanted: () => !stopped,
  }).then(
    (frame) => {
      if (!frame) say({ type: 'stopped' });
      else {
        const buffer = frame.samples.buffer as ArrayBuffer;
        say({ type: 'exposed', samples: buffer, columns: frame.columns, rows: frame.rows, ms: performance.now() - begun }, [buffer]);
      }
    },
    (error: unknown) => say({ type: 'failed', words: error instanceof Error ? error.message : String(error) }),
  );
});
