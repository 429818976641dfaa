import { circleText } from '@gangway/messages/web/bench/circle';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { memo, useEffect, useState } from 'react';
import { circleReading } from '@gangway/core/checks/reading';
/** A drawing is read aloud on asking, not at every step of a drag: its words wait until the hand rests this long. */
const REST_MS = 250;

/** The Circle drawing in words, for those who cannot see it and those who want to copy it. */
export function Reading({ id, geometry }: { readonly id: string; readonly geometry: Geometry }) {
  const [rested, setRested] = useState(geometry);
  useEffect(() => {
    const timer = setTimeout(() => setRested(geometry), REST_MS);
    return () => clearTimeout(timer);
  }, [geometry]);
  return (
    <details className="text-sm text-ink-soft">
      <summary className="engraved cursor-pointer">{circleText.theDrawingInWords}</summary>
      <p id={id} className="mt-1">
        <RestedReading geometry={rested} />
      </p>
    </details>
  );
}

const RestedReading = memo(function RestedReading({ geometry }: { readonly geometry: Geometry }) {
  return circleReading(geometry);
});
