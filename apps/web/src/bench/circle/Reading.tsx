import { circleText } from '@gangway/messages/web/bench/circle';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { memo } from 'react';
import { circleReading } from '@gangway/core/checks/reading';
import { useAtRest } from '../../ui/useThrottled';

/** The Circle drawing in words, for those who cannot see it and those who want to copy it: read aloud on asking, not at every step of a drag. */
export function Reading({ id, geometry }: { readonly id: string; readonly geometry: Geometry }) {
  const rested = useAtRest(geometry);
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
