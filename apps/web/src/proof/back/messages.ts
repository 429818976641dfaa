import type { BackOptions } from '@gangway/core/capture/takes';
import type { StandSettings } from '@gangway/core/setup/settings';

/** What the simulated back is told. */
export type ToBack =
  | { readonly type: 'expose'; readonly settings: StandSettings; readonly options: BackOptions; readonly index: number }
  | { readonly type: 'stop' };

/** What it says. */
export type FromBack =
  | { readonly type: 'share'; readonly share: number }
  | { readonly type: 'exposed'; readonly samples: ArrayBuffer; readonly columns: number; readonly rows: number; readonly ms: number }
  | { readonly type: 'stopped' }
  | { readonly type: 'failed'; readonly words: string };
