import type { SetupSettings } from '@gangway/core/model/setup';
import type { BackOptions } from '@gangway/core/capture/shots';
/** What the simulated back is told. */
export type ToBack =
  | { readonly type: 'expose'; readonly settings: SetupSettings; readonly options: BackOptions; readonly index: number }
  | { readonly type: 'stop' };

/** What it says. */
export type FromBack =
  | { readonly type: 'share'; readonly share: number }
  | { readonly type: 'exposed'; readonly samples: ArrayBuffer; readonly columns: number; readonly rows: number; readonly ms: number }
  | { readonly type: 'stopped' }
  | { readonly type: 'failed'; readonly words: string };
