import type { Geometry } from '@gangway/core/geometry/geometry';
import { useNarrow } from '../../ui/useNarrow';
import { FocusScale } from './FocusScale';
import { TurnScale } from './TurnScales';

/** The scales of the step Focus under the drawings: the rail, and swing. */
export function FocusScales({ geometry }: { readonly geometry: Geometry }) {
  return (
    <div>
      <FocusScale geometry={geometry} />
      <TurnScale geometry={geometry} control="swing" />
    </div>
  );
}

/** The scale of tilt beside the drawings; on a phone it lies at the thumb. */
export function TiltScale({ geometry }: { readonly geometry: Geometry }) {
  const narrow = useNarrow();
  return narrow ? null : <TurnScale geometry={geometry} control="tilt" />;
}
