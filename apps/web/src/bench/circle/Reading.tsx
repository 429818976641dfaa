import { geometryOf } from '@gangway/core/geometry/geometry';
import { memo, useEffect, useState } from 'react';
import { circleReading } from '@gangway/core/checks/reading';
import type { SetupSettings } from '@gangway/core/model/setup';

/** A drawing is read aloud on asking, not at every step of a drag: its words wait until the hand rests this long. */
const REST_MS = 250;

/** The Circle drawing in words, for those who cannot see it and those who want to copy it. */
export function Reading({ id, settings }: { readonly id: string; readonly settings: SetupSettings }) {
  const [rested, setRested] = useState(settings);
  useEffect(() => {
    const timer = setTimeout(() => setRested(settings), REST_MS);
    return () => clearTimeout(timer);
  }, [settings]);
  return (
    <details className="text-sm text-ink-soft">
      <summary className="engraved cursor-pointer">The drawing in words</summary>
      <p id={id} className="mt-1">
        <RestedReading settings={rested} />
      </p>
    </details>
  );
}

const RestedReading = memo(function RestedReading({ settings }: { readonly settings: SetupSettings }) {
  return circleReading(geometryOf(settings));
});
