import type { Subject } from '@gangway/core/subjects/subject';
import type { Veils } from './renderer';
import type { FinderView } from '../../setup/finder/view';

/** What the page sends to the worker that draws the picture; `of` numbers the views. */
export type ToFinder =
  | { readonly type: 'open'; readonly canvas: OffscreenCanvas }
  | {
      readonly type: 'show';
      readonly of: number;
      readonly view: Omit<FinderView, 'subject'>;
      readonly subject: Subject | null;
      readonly veils: Veils;
      readonly width: number;
      readonly height: number;
    };

export type FromFinder =
  | { readonly type: 'samples'; readonly samples: number; readonly whole: boolean; readonly of: number }
  | { readonly type: 'failed'; readonly words: string };
