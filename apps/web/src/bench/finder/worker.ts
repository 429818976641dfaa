import '../../store/language';
import { createFinderRenderer, type FinderRenderer } from './renderer';
import type { ToFinder, FromFinder } from './messages';
import type { Subject } from '@gangway/core/subjects/subject';

// The picture is drawn here, so that a slow graphics card never holds up the page.
let renderer: FinderRenderer | null = null;
let subject: Subject | null = null;

const say = (message: FromFinder): void => postMessage(message);

addEventListener('message', ({ data }: MessageEvent<ToFinder>) => {
  try {
    if (data.type === 'open')
      renderer = createFinderRenderer(data.canvas, (samples, whole) => say({ type: 'samples', samples, whole, of: shown }));
    else {
      // A mesh may be large: it is sent only when it changes.
      if (data.subject) subject = data.subject;
      if (!subject) return;
      shown = data.of;
      renderer?.show({ ...data.view, subject }, data.veils, data.width, data.height);
    }
  } catch (error) {
    say({ type: 'failed', words: error instanceof Error ? error.message : String(error) });
  }
});

/** Which view the samples are of. */
let shown = 0;
