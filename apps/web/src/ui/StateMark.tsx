import { STATE_LABELS, type CheckState } from '@gangway/core/state';

export const STATE_COLOUR: Readonly<Record<CheckState, string>> = {
  passes: 'text-holds',
  tight: 'text-tight',
  fails: 'text-fails',
  unknown: 'text-unknown',
};

/**
 * The mark of a state: a frame and a circle. Well inside: holds. Its corners
 * on the line: tight. Half out of it: fails. A dashed circle
 * without a frame: not known. The shape alone tells them apart.
 */
export function StateMark({ state, size = 18 }: { readonly state: CheckState; readonly size?: number }) {
  return (
    <svg
      viewBox="0 0 20 20"
      width={size}
      height={size}
      className={`shrink-0 ${STATE_COLOUR[state]}`}
      role="img"
      aria-label={STATE_LABELS[state]}
    >
      {state === 'passes' && (
        <>
          <circle cx="10" cy="10" r="8.4" fill="none" stroke="currentColor" strokeWidth="1.6" />
          <rect x="6.2" y="7.2" width="7.6" height="5.6" fill="currentColor" />
        </>
      )}
      {state === 'tight' && (
        <>
          <circle cx="10" cy="10" r="8.4" fill="none" stroke="currentColor" strokeWidth="1.6" />
          <rect x="3.4" y="5" width="13.2" height="10" fill="none" stroke="currentColor" strokeWidth="1.6" />
        </>
      )}
      {state === 'fails' && (
        <>
          <circle cx="10" cy="12" r="7.2" fill="none" stroke="currentColor" strokeWidth="1.6" />
          <rect x="4.6" y="0.8" width="10.8" height="9.2" fill="currentColor" stroke="var(--sheet)" strokeWidth="1" />
        </>
      )}
      {state === 'unknown' && (
        <circle cx="10" cy="10" r="8" fill="none" stroke="currentColor" strokeWidth="1.8" strokeDasharray="3.1 3.2" />
      )}
    </svg>
  );
}
