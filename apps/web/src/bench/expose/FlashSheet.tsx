import { exposeText } from '@gangway/messages/web/bench/expose';
import { say } from '@gangway/messages/say';
import type { FlashExposure } from '@gangway/core/exposure/flash';
import { timeWords } from '@gangway/core/exposure/shutter';
import { flashAtApertures, flashAtSpeeds } from '@gangway/core/exposure/working';
import type { Geometry } from '@gangway/core/geometry/geometry';
import type { FlashLight } from '@gangway/core/model/exposure';
import { apertureWords, fixed } from '@gangway/core/words';
import { movementEdit } from '../movements/movementEdit';
import { LedgerLine, signedStops } from './LedgerLine';
import { SettingButton } from './SettingButton';
import { setExposure } from './setExposure';

/** From the light of one pop to the total exposure, line by line. */
export function FlashLedger({ light, flash }: { readonly light: FlashLight; readonly flash: FlashExposure }) {
  const { markedFNumber, ambientShare } = flash;
  return (
    <>
      <LedgerLine words={exposeText.onePopGives} value={`f/${fixed(flash.popFNumber, 1)}`} />
      <LedgerLine
        words={exposeText.withAllLosses}
        value={markedFNumber === null ? exposeText.unknown : `f/${fixed(markedFNumber, 1)}`}
        bad={markedFNumber === null}
      />
      <LedgerLine words={say(exposeText.flashInAll, { pops: light.pops })} value={signedStops(flash.flashStops)} />
      <LedgerLine
        words={exposeText.ambientLight}
        value={flash.ambientStops === null ? exposeText.notMetered : signedStops(flash.ambientStops)}
        {...(ambientShare !== null && { soft: say(exposeText.shareOfTheLight, { percent: fixed(ambientShare * 100, 0) }) })}
      />
      <LedgerLine words={exposeText.allLight} value={signedStops(flash.totalStops)} strong />
    </>
  );
}

/** Other apertures with the pops that each needs, and other shutter speeds with the share of ambient light. */
export function FlashWays({ geometry, light }: { readonly geometry: Geometry; readonly light: FlashLight }) {
  const { fNumber, exposure } = geometry.settings;
  return (
    <>
      <div>
        <h3 className="engraved mb-1">{exposeText.popsAtOtherApertures}</h3>
        <ul className="flex flex-wrap gap-1">
          {flashAtApertures(geometry).map(({ setting, flash }) => (
            <SettingButton key={setting} pressed={setting === fNumber} onClick={() => movementEdit.setAperture(setting)}>
              <span>{apertureWords(setting)}</span>
              <span>{popsWords(flash)}</span>
            </SettingButton>
          ))}
        </ul>
      </div>
      {exposure.meter && (
        <div>
          <h3 className="engraved mb-1">{exposeText.ambientAtOtherShutterSpeeds}</h3>
          <ul className="flex flex-wrap gap-1">
            {flashAtSpeeds(geometry).map(({ setting, flash }) => (
              <SettingButton
                key={setting}
                pressed={setting === light.shutterSpeedS}
                onClick={() => setExposure({ flashLight: { ...light, shutterSpeedS: setting } }, exposeText.shutterSpeedWithFlash)}
              >
                <span>{timeWords(setting)}</span>
                <span>{shareWords(flash)}</span>
              </SettingButton>
            ))}
          </ul>
        </div>
      )}
    </>
  );
}

function popsWords(flash: FlashExposure | null): string {
  if (flash === null || flash.totalStops === null) return exposeText.unknown;
  return flash.popsNeeded === null ? exposeText.tooDark : say(exposeText.pops, { pops: flash.popsNeeded });
}

function shareWords(flash: FlashExposure | null): string {
  return flash === null || flash.ambientShare === null
    ? exposeText.unknown
    : say(exposeText.percentAmbient, { percent: fixed(flash.ambientShare * 100, 0) });
}
