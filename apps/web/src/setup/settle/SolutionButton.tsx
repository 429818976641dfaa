import { say } from '@gangway/messages/say';
import { settleText } from '@gangway/messages/web/bench/settle';
import { marginWords } from '@gangway/core/checks/wording';
import { geometryOf } from '@gangway/core/geometry/geometry';
import type { SetupSettings } from '@gangway/core/model/setup';
import type { Solution } from '@gangway/core/settle/settle';
import { changeWords, costWords, leastMargins } from '@gangway/core/settle/wording';
import { capital } from '@gangway/core/words';
import { useEffect } from 'react';
import { CircleMiniature } from '../CircleMiniature';
import { finderView } from '../finder/view';
import { PlainDrawing } from '../finder/PlainDrawing';

interface SolutionButtonProps {
  readonly solution: Solution;
  /** What stands over the changes, as what else may change for it. */
  readonly heading?: string;
  readonly onPreview: (settings: SetupSettings | null) => void;
  readonly onUse: (solution: Solution) => void;
}

/** One way to make every check pass: what to set, what is left, what it costs, and how it looks. Hovering shows it on the bench, a click sets it. */
export function SolutionButton({ solution, heading, onPreview, onUse }: SolutionButtonProps) {
  const { settings } = solution;
  const words = capital(changeWords(solution).join(' · '));
  const [least] = leastMargins(solution);
  const facts = [...(least ? [say(settleText.toSpare, { margin: marginWords(least.margin) })] : []), ...costWords(solution.cost)];
  // A list that closes under the mouse takes its preview along.
  useEffect(() => () => onPreview(null), [onPreview]);
  const show = () => onPreview(settings);
  const hide = () => onPreview(null);
  return (
    <button
      type="button"
      aria-label={say(settleText.use, { changes: words })}
      // Not on entering: what comes to lie under a mouse that rests is not hovered over.
      onPointerMove={(event) => event.pointerType === 'mouse' && show()}
      onPointerLeave={hide}
      onFocus={show}
      onBlur={hide}
      onClick={() => {
        hide();
        onUse(solution);
      }}
      className="flex w-full items-center gap-2 rounded-md border border-rule bg-ground p-1.5 text-left hover:border-accent focus-visible:border-accent"
    >
      <CircleMiniature geometry={geometryOf(settings)} size={64} />
      <SmallPicture settings={settings} />
      <span className="min-w-0 grow">
        {heading !== undefined && <span className="block text-xs text-ink-soft">{heading}</span>}
        <span className="block text-sm leading-snug font-medium">{words}</span>
        {facts.length > 0 && <span className="block text-xs text-ink-soft">{facts.join(' · ')}</span>}
      </span>
    </button>
  );
}

const PICTURE_PX = 56;

/** The picture in small, as the core projects it; nothing without a subject. */
export function SmallPicture({ settings, size = PICTURE_PX }: { readonly settings: SetupSettings; readonly size?: number }) {
  const geometry = geometryOf(settings);
  const view = settings.mosaic ? null : finderView(geometry);
  if (view === null) return null;
  const { widthMm, heightMm } = geometry.wholeFrame;
  const scale = size / Math.max(widthMm, heightMm);
  return (
    <span aria-hidden className="grid shrink-0 place-items-center" style={{ width: size, height: size }}>
      <span className="block border border-rule">
        <PlainDrawing view={view} width={Math.round(widthMm * scale)} height={Math.round(heightMm * scale)} />
      </span>
    </span>
  );
}
