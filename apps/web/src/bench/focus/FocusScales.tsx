import type { Geometry } from '@gangway/core/geometry/geometry';
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

/** The scale of tilt beside the drawings. */
export function TiltScale({ geometry }: { readonly geometry: Geometry }) {
  return <TurnScale geometry={geometry} control="tilt" />;
}
