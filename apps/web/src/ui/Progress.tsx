import { Progress as Radix } from 'radix-ui';

/** How far something is, as a bar and in words. */
export function Progress({ share, words }: { readonly share: number; readonly words: string }) {
  const percent = Math.round(100 * Math.min(1, Math.max(0, share)));
  return (
    <span className="grid grow gap-0.5 text-xs">
      <span className="flex justify-between gap-2 tabular-nums">
        <span>{words}</span>
        <span>{percent} %</span>
      </span>
      <Radix.Root value={percent} aria-label={words} className="h-1.5 overflow-hidden rounded-full border border-rule bg-sunk">
        <Radix.Indicator className="h-full bg-accent" style={{ width: `${percent}%` }} />
      </Radix.Root>
    </span>
  );
}
