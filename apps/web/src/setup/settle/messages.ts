import type { Rig } from '@gangway/core/model/rig';
import type { SetupSettings } from '@gangway/core/model/setup';
import type { Settled } from '@gangway/core/settle/settle';

/** A setup to be settled, with the other rigs of the kit. */
export interface ToSettle {
  readonly of: number;
  readonly settings: SetupSettings;
  readonly rigs: readonly Rig[];
}

/** How far it is, 0 to 1, or what was found; `null` when Gangway failed at it. */
export type FromSettle = { readonly of: number; readonly share: number } | { readonly of: number; readonly settled: Settled | null };
