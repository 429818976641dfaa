import { seenFaces } from '@gangway/core/scene/edges';
import { facesOf } from '@gangway/core/scene/faces';
import { useMemo } from 'react';
import type { FinderView } from './view';

interface PlainDrawingProps {
  readonly view: FinderView;
  readonly width: number;
  readonly height: number;
}

/** Faces and edges as the core projects them. */
export function PlainDrawing({ view, width, height }: PlainDrawingProps) {
  const faces = useMemo(() => seenFaces(facesOf(view.subject), view.camera, view.from), [view]);
  return (
    <svg
      width={width}
      height={height}
      viewBox="-1 -1 2 2"
      preserveAspectRatio="none"
      className="block"
      data-testid="finder-plain"
      aria-hidden
    >
      <rect x="-1" y="-1" width="2" height="2" fill="#dadfe3" />
      {faces.map(({ points, tone, edged }, i) => {
        const fill = `rgb(${tone * 255} ${tone * 255} ${tone * 255})`;
        return (
          <polygon
            key={i}
            points={points.map(([x, y]) => `${x},${-y}`).join(' ')}
            fill={fill}
            stroke={edged ? '#1f1d1a' : fill}
            strokeWidth="1"
            vectorEffect="non-scaling-stroke"
          />
        );
      })}
    </svg>
  );
}
