import { FocusScale } from './FocusScale';
import { TurnScale } from './TurnScales';
import type { SetupSettings } from '@gangway/core/model/setup';

/** The scales of the step Focus under the drawings: the rail, and swing. */
export function FocusScales({ settings }: { readonly settings: SetupSettings }) {
  return (
    <div>
      <FocusScale settings={settings} />
      <TurnScale settings={settings} control="swing" />
    </div>
  );
}

/** The scale of tilt beside the drawings. */
export function TiltScale({ settings }: { readonly settings: SetupSettings }) {
  return <TurnScale settings={settings} control="tilt" />;
}
