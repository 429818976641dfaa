import { rigsText } from '@gangway/messages/web/kit/rigs';
import { say } from '@gangway/messages/say';
import { useMemo } from 'react';
import { sideView, type Block, type SideView } from '@gangway/core/rig/sideView';
import { fixed, mmWords } from '@gangway/core/words';
import { useSize } from '../../ui/useSize';
import type { RigParts } from '@gangway/core/model/rig';

const HEIGHT = 250;
/** About the width of a letter below the drawing. */
const LETTER_PX = 5.3;
const PAD = { left: 26, right: 30, top: 30, bottom: 56 };

/** A rig from the side, to scale, the sensor at the left and the subject at the right. */
export function SideDrawing({ parts }: { readonly parts: RigParts }) {
  const side = useMemo(() => sideView(parts), [parts]);
  const [ref, size] = useSize<HTMLDivElement>();
  const width = Math.max(280, size?.width ?? 640);
  const scale = Math.min((width - PAD.left - PAD.right) / side.lengthMm, (HEIGHT - PAD.top - PAD.bottom) / (2 * side.halfMm));
  const x0 = PAD.left + (width - PAD.left - PAD.right - side.lengthMm * scale) / 2;
  const axis = PAD.top + (HEIGHT - PAD.top - PAD.bottom) / 2;
  const x = (mm: number) => x0 + mm * scale;
  const y = (mm: number) => axis - mm * scale;
  return (
    <div ref={ref}>
      <svg width={width} height={HEIGHT} role="img" aria-label={sideWords(side)} className="block max-w-full text-ink">
        <line x1={x(0) - 14} x2={x(side.lengthMm) + 18} y1={axis} y2={axis} stroke="var(--rule)" strokeDasharray="9 3 2 3" />
        {side.bellows && <BellowsReach side={side} x={x} y={y} />}
        {side.blocks.map((block, i) => (
          <Part key={i} block={block} x={x} y={y} scale={scale} />
        ))}
        {side.travel && <Travel travel={side.travel} x={x(lensFrom(side)) + 8} y={y} />}
        <Planes side={side} x={x} bottom={HEIGHT - PAD.bottom + 6} width={width} />
        {side.infinityMm !== null && (
          <g>
            <path d={`M${x(side.infinityMm)} ${y(side.halfMm) - 4} l-4 -7 h8 z`} fill="var(--accent)" />
            <text x={x(side.infinityMm)} y={y(side.halfMm) - 14} textAnchor="middle" className="fill-accent text-2xs">
              {rigsText.infinity}
            </text>
          </g>
        )}
        <ScaleBar x={width - PAD.right} y={14} scale={scale} />
      </svg>
    </div>
  );
}

interface Axes {
  readonly x: (mm: number) => number;
  readonly y: (mm: number) => number;
}

function lensFrom(side: SideView): number {
  const lens = side.blocks.find(({ kind }) => kind === 'lens');
  return lens ? (lens.fromMm + lens.toMm) / 2 : 0;
}

function Part({ block, x, y, scale }: Axes & { readonly block: Block; readonly scale: number }) {
  const { kind, name, fromMm, toMm, halfMm, known } = block;
  const box = { x: x(fromMm), y: y(halfMm), width: Math.max(1, (toMm - fromMm) * scale), height: 2 * halfMm * scale };
  const dash = known ? undefined : '3 3';
  const title = <title>{`${name}${known ? '' : rigsText.lengthUnknown}`}</title>;
  switch (kind) {
    case 'sensor':
      return (
        <rect x={box.x - 2} y={box.y} width={4} height={box.height} fill="currentColor">
          {title}
        </rect>
      );
    case 'bellows':
      return (
        <path d={folds(box)} fill="none" stroke="var(--rule)" strokeWidth="1" strokeDasharray={dash}>
          {title}
        </path>
      );
    case 'board':
      // A recessed or raised board is a cup: open where the light goes in.
      return (
        <path
          d={`M${box.x} ${y(halfMm)} H${box.x + box.width} V${y(halfMm - 6)} M${box.x} ${y(-halfMm)} H${box.x + box.width} V${y(6 - halfMm)} M${box.x} ${y(halfMm)} V${y(halfMm - 6)} M${box.x} ${y(-halfMm)} V${y(6 - halfMm)}`}
          fill="none"
          stroke="currentColor"
          strokeWidth="1.4"
          strokeDasharray={dash}
        >
          {title}
        </path>
      );
    case 'gap':
      return (
        <rect {...box} fill="none" stroke="var(--accent)" strokeDasharray="2 3">
          {title}
        </rect>
      );
    case 'lens':
      return (
        <g strokeDasharray={dash}>
          <rect {...box} rx="3" fill="var(--accent-wash)" stroke="var(--accent)" strokeWidth="1.4">
            {title}
          </rect>
          <path
            d={`M${box.x + box.width * 0.42} ${box.y + 4} q${-Math.min(7, box.width / 5)} ${box.height / 2 - 4} 0 ${box.height - 8} M${box.x + box.width * 0.58} ${box.y + 4} q${Math.min(7, box.width / 5)} ${box.height / 2 - 4} 0 ${box.height - 8}`}
            fill="none"
            stroke="var(--accent)"
          />
        </g>
      );
    case 'body':
    case 'adapter':
    case 'converter':
    case 'rear':
    case 'front':
    case 'ring':
    case 'filter':
    case 'hood':
      return (
        <rect {...box} fill={kind === 'body' ? 'none' : 'var(--sunk)'} stroke="currentColor" strokeWidth="1.1" strokeDasharray={dash}>
          {title}
        </rect>
      );
  }
}

/** Bellows as a row of folds above and below the axis. */
function folds({ x, y, width, height }: { x: number; y: number; width: number; height: number }): string {
  const n = Math.max(2, Math.round(width / 9));
  const step = width / n;
  const row = (from: number, depth: number) =>
    Array.from({ length: n }, (_, i) => `L${x + (i + 0.5) * step} ${from + depth} L${x + (i + 1) * step} ${from}`).join(' ');
  return `M${x} ${y} ${row(y, 7)} M${x} ${y + height} ${row(y + height, -7)}`;
}

function BellowsReach({ side, x, y }: Axes & { readonly side: SideView }) {
  if (!side.bellows) return null;
  const [from, to] = side.bellows;
  const at = y(-side.halfMm) + 5;
  return (
    <g stroke="currentColor">
      <line x1={x(from)} x2={x(to)} y1={at} y2={at} strokeWidth="1" />
      {[from, to].map((mm) => (
        <line key={mm} x1={x(mm)} x2={x(mm)} y1={at - 4} y2={at + 4} strokeWidth="2.4" />
      ))}
    </g>
  );
}

function Travel({ travel, x, y }: { readonly travel: NonNullable<SideView['travel']>; readonly x: number; readonly y: Axes['y'] }) {
  if (travel.riseMm === 0 && travel.fallMm === 0) return null;
  return (
    <g stroke="var(--accent)" fill="none" strokeWidth="1.4">
      <path d={`M${x} ${y(travel.riseMm)} V${y(-travel.fallMm)} M${x - 4} ${y(travel.riseMm)} h8 M${x - 4} ${y(-travel.fallMm)} h8`} />
      <title>{say(rigsText.riseFall, { riseMm: mmWords(travel.riseMm), fallMm: mmWords(travel.fallMm) })}</title>
    </g>
  );
}

/** Flanges and standards with their distances from the sensor, staggered so that no two figures overlap. */
function Planes({
  side,
  x,
  bottom,
  width,
}: {
  readonly side: SideView;
  readonly x: Axes['x'];
  readonly bottom: number;
  readonly width: number;
}) {
  // A word stays on the sheet even where its line is near an edge.
  const words = side.planes.map(({ name, atMm }) => {
    const text = `${name} ${fixed(atMm, 1)}`;
    const half = (text.length * LETTER_PX) / 2;
    return { text, half, middle: Math.min(width - half, Math.max(half, x(atMm))) };
  });
  const levels = staggered(words);
  return (
    <g className="text-2xs">
      {side.planes.map(({ name, atMm }, i) => {
        const at = bottom + 10 + (levels[i] ?? 0) * 11;
        return (
          <g key={name}>
            <line x1={x(atMm)} x2={x(atMm)} y1={PAD.top - 6} y2={at - 9} stroke="currentColor" strokeWidth="0.6" strokeDasharray="1 2" />
            <text x={words[i]?.middle} y={at} textAnchor="middle" className="fill-ink-soft">
              {words[i]?.text}
            </text>
          </g>
        );
      })}
    </g>
  );
}

/** On which of four lines each word stands so that it does not run into one before. */
function staggered(words: readonly { readonly middle: number; readonly half: number }[]): readonly number[] {
  const ends = [-Infinity, -Infinity, -Infinity, -Infinity];
  return words.map(({ middle, half }) => {
    const found = ends.findIndex((end) => middle - half > end + 6);
    const level = found < 0 ? ends.length - 1 : found;
    ends[level] = middle + half;
    return level;
  });
}

function ScaleBar({ x, y, scale }: { readonly x: number; readonly y: number; readonly scale: number }) {
  const mm = [10, 20, 50, 100].find((length) => length * scale > 40) ?? 100;
  return (
    <g className="text-2xs">
      <path d={`M${x - mm * scale} ${y - 3} v6 M${x - mm * scale} ${y} H${x} M${x} ${y - 3} v6`} stroke="currentColor" fill="none" />
      <text x={x - mm * scale - 5} y={y + 3.5} textAnchor="end" className="fill-ink-soft">
        {mm} mm
      </text>
    </g>
  );
}

/** The drawing in words. */
export function sideWords(side: SideView): string {
  const planes = side.planes.map(({ name, atMm }) => say(rigsText.fromTheSensor, { name, atMm: mmWords(atMm) })).join(', ');
  const travel = side.travel ? say(rigsText.riseFall2, { riseMm: mmWords(side.travel.riseMm), fallMm: mmWords(side.travel.fallMm) }) : '';
  const bellows = side.bellows
    ? say(rigsText.theFrontStandardGoesFrom, { bellow: mmWords(side.bellows[0]), bellow2: mmWords(side.bellows[1]) })
    : '';
  const infinity = side.infinityMm === null ? '' : say(rigsText.infinityNeedsTheLensAt, { infinityMm: mmWords(side.infinityMm) });
  return say(rigsText.sideViewToScaleFrom, {
    blocks: side.blocks.map(({ name, known }) => (known ? name : say(rigsText.lengthUnknown2, { name }))).join('; '),
    planes,
    infinity,
    bellows,
    travel,
  });
}
