import { cardText } from '@gangway/messages/core/card';
import { useMemo } from 'react';
import { printedPlate } from '@gangway/core/card/platePicture';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { usePlateUrl } from '../../store/platePicture';

const AT = { x: 0, y: 0 };

/** The photograph of the place with the frame on it, as it is printed; nothing where the setup is not planned on one. */
export function PlateOnCard({ geometry }: { readonly geometry: Geometry }) {
  const printed = useMemo(() => printedPlate(geometry, AT), [geometry]);
  if (!printed || !geometry.settings.plate) return null;
  const { marks, box, words } = printed;
  return (
    <figure className="mb-4 flex flex-wrap items-start gap-x-4 gap-y-2" data-testid="plate-on-card">
      <svg viewBox={`0 0 ${box.w} ${box.h}`} className="max-h-72 w-96 max-w-full bg-sunk" role="img" aria-label={cardText.placeWithFrame}>
        <Photograph id={geometry.settings.plate.pictureId} marks={marks} />
        {marks.map((mark, i) =>
          mark.kind === 'line' ? (
            <line
              key={i}
              x1={mark.x1}
              y1={mark.y1}
              x2={mark.x2}
              y2={mark.y2}
              stroke={mark.white ? '#fff' : '#000'}
              strokeWidth={mark.widthMm}
              strokeLinecap="round"
            />
          ) : null,
        )}
      </svg>
      <figcaption className="min-w-48 flex-1 text-sm tabular-nums">
        {words.map((each, i) => (
          <p key={i}>{each}</p>
        ))}
      </figcaption>
    </figure>
  );
}

function Photograph({ id, marks }: { readonly id: string; readonly marks: NonNullable<ReturnType<typeof printedPlate>>['marks'] }) {
  const url = usePlateUrl(id);
  const picture = marks.find(({ kind }) => kind === 'picture');
  if (picture?.kind !== 'picture') return null;
  return <image href={url} x={picture.x} y={picture.y} width={picture.w} height={picture.h} preserveAspectRatio="none" />;
}
