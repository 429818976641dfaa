import type { StandSettings } from '@gangway/core/setup/settings';
import { FocusScale } from './FocusScale';
import { TurnScale } from './TurnScales';

/** The scales of the step Focus under the drawings: the rail, and swing. */
export function FocusScales({ settings }: { readonly settings: StandSettings }) {
  return (
    <div>
      <FocusScale settings={settings} />
      <TurnScale settings={settings} control="swing" />
    </div>
  );
}

/** The scale of tilt beside the drawings. */
export function TiltScale({ settings }: { readonly settings: StandSettings }) {
  return <TurnScale settings={settings} control="tilt" />;
}
