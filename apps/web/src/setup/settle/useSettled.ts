import type { Rig } from '@gangway/core/model/rig';
import type { SetupSettings } from '@gangway/core/model/setup';
import type { Settled } from '@gangway/core/settle/settle';
import { useEffect, useState } from 'react';
import { settleOffPage } from './settleClient';
import { useRigs } from './useRigs';

/** So long a setup has to rest before it is settled quietly, ms. */
const REST_MS = 700;

/** What Settle knows of a setup. */
export interface SettledNow {
  /** Of this setup; `null` while it is being worked out, or was given up. */
  readonly settled: Settled | null;
  /** Part of the work done, 0 to 1; `null` when none is under way. */
  readonly share: number | null;
  /** Gangway failed at it. */
  readonly failed: boolean;
}

/** With what gives it up and takes it up again. */
export interface Settling extends SettledNow {
  readonly canceled: boolean;
  readonly cancel: () => void;
  readonly again: () => void;
}

interface State extends SettledNow {
  readonly of: SetupSettings;
  readonly rigs: readonly Rig[];
}

const NONE: readonly Rig[] = [];

/** A setup settled off the page once it rests; nothing while it is not wanted. Other rigs of the kit count where they are not left out. */
export function useSettled(settings: SetupSettings, wanted: boolean, otherRigs = true): Settling {
  const ofKit = useRigs();
  const rigs = otherRigs ? ofKit : NONE;
  const [state, setState] = useState<State | null>(null);
  const [givenUp, setGivenUp] = useState<SetupSettings | null>(null);
  useEffect(() => {
    if (!wanted || givenUp === settings || rigs === null) return;
    let stop: (() => void) | null = null;
    let done = false;
    const put = (now: SettledNow): void => setState({ ...now, of: settings, rigs });
    const timer = setTimeout(() => {
      put({ settled: null, share: 0, failed: false });
      stop = settleOffPage(settings, rigs, {
        onProgress: (share) => put({ settled: null, share, failed: false }),
        onSettled: (settled) => {
          done = true;
          put({ settled, share: null, failed: settled === null });
        },
      });
    }, REST_MS);
    return () => {
      clearTimeout(timer);
      if (!done) stop?.();
    };
  }, [settings, rigs, wanted, givenUp]);
  const now = state !== null && state.of === settings && state.rigs === rigs && givenUp !== settings ? state : null;
  return {
    settled: now?.settled ?? null,
    share: now?.share ?? null,
    failed: now?.failed ?? false,
    canceled: givenUp === settings,
    cancel: () => setGivenUp(settings),
    again: () => setGivenUp(null),
  };
}
