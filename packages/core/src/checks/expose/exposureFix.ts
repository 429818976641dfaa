import { exposeText } from '@gangway/messages/core/checks/expose';
import { messageOf, say, type Message } from '@gangway/messages/say';
import { markedTimes, shuttersOf, timeWords } from '../../exposure/shutter';
import type { Geometry } from '../../geometry/geometry';
import type { Exposure, FlashLight } from '../../model/exposure';
import { NO_BRACKETS } from '../../setup/defaults';
import { fixed } from '../../words';
import { offer, type Fix, type Trial } from '../fix';
import { SHUTTERS } from '../../exposure/choices';

/** A change of how the picture is exposed, if it passes its trial. */
function exposed(label: Message, exposure: Partial<Exposure>, trial: Trial): Fix | null {
  return offer('exposure', { exposure }, trial, label);
}

function firstOf(fixes: Iterable<Fix | null>): Fix | null {
  for (const fix of fixes) if (fix) return fix;
  return null;
}

/** Another shutter of the rig. */
export function otherShutter({ settings: { rig, exposure } }: Geometry, trial: Trial): Fix | null {
  const others = shuttersOf(rig.parts).filter(({ kind }) => kind !== exposure.shutter);
  return firstOf(tried(others, ({ kind }) => exposed(messageOf(SHUTTERS[kind], {}), { shutter: kind }, trial)));
}

/** The nearest other speed from ISO 25 to 6400, by thirds of a stop; film has the speed that it has. */
export function otherSpeed({ settings: { rig, exposure } }: Geometry, trial: Trial): Fix | null {
  if (rig.parts.back.kind === 'film') return null;
  const thirds = Array.from({ length: 18 }, (_, i) => (i + 1) / 3);
  const speeds = thirds
    .flatMap((stops) => [stops, -stops])
    .map((stops) => Math.round(exposure.iso * 2 ** stops))
    .filter((iso) => iso >= 25 && iso <= 6400);
  return firstOf(tried(speeds, (iso) => exposed(messageOf(exposeText.iso, { iso }), { iso }, trial)));
}

/** The weakest filter that lengthens the time enough. */
export function darkerFilter({ settings: { exposure } }: Geometry, trial: Trial): Fix | null {
  return firstOf(
    tried([1, 2, 3, 4, 6, 10], (stops) => {
      const filters = [...exposure.filters, { name: say(exposeText.grey, { stops: fixed(stops * 0.3, 1) }), stops }];
      return exposed(messageOf(exposeText.anNdFilterOfStop, { stops }), { filters }, trial);
    }),
  );
}

/** The flash used in another way, if that passes its trial. */
export function flashLit(light: FlashLight, change: Partial<FlashLight>, label: Message, trial: Trial): Fix | null {
  return exposed(label, { flashLight: { ...light, ...change } }, trial);
}

/** The nearest other shutter speed with flash, faster ones first: it changes the ambient light only. */
export function otherFlashShutter({ settings: { exposure } }: Geometry, trial: Trial): Fix | null {
  const light = exposure.flash ? exposure.flashLight : null;
  if (!light) return null;
  const now = Math.log2(light.shutterSpeedS);
  const marks = markedTimes(exposure.step)
    .map((mark) => ({ mark, stops: Math.log2(mark) - now }))
    .filter(({ stops }) => Math.abs(stops) > 0.01)
    .sort((a, b) => Number(a.stops > 0) - Number(b.stops > 0) || Math.abs(a.stops) - Math.abs(b.stops));
  return firstOf(
    tried(marks, ({ mark }) =>
      flashLit(light, { shutterSpeedS: mark }, messageOf(exposeText.flashShutter, { shutterSpeedS: timeWords(mark) }), trial),
    ),
  );
}

/** One pop where several were needed, at a film speed that makes up for it, to thirds of a stop; film has the speed that it has. */
export function brighterOnePop({ settings: { rig, exposure } }: Geometry, trial: Trial): Fix | null {
  const light = exposure.flash ? exposure.flashLight : null;
  if (!light || rig.parts.back.kind === 'film') return null;
  const iso = Math.round(exposure.iso * 2 ** (Math.ceil(Math.log2(light.pops) * 3) / 3));
  return iso > 6400 ? null : exposed(messageOf(exposeText.onePopAt, { iso }), { iso, flashLight: { ...light, pops: 1 } }, trial);
}

/** The metered exposure alone. */
export function withoutBrackets({ settings: { mosaic, exposure } }: Geometry, trial: Trial): Fix | null {
  return mosaic === null && exposure.brackets.count > 1
    ? exposed(messageOf(exposeText.withoutBrackets, {}), { brackets: NO_BRACKETS }, trial)
    : null;
}

/** A release that does not touch the camera, the mirror up, or both. */
export function steadier(trial: Trial): Fix | null {
  const ways = [
    { label: exposeText.cable, exposure: { release: 'cable' } },
    { label: exposeText.mirrorUp, exposure: { mirrorUp: true } },
    { label: exposeText.cableAndMirrorUp, exposure: { release: 'cable', mirrorUp: true } },
  ] as const;
  return firstOf(tried(ways, ({ label, exposure }) => exposed(messageOf(label, {}), exposure, trial)));
}

function* tried<T>(all: readonly T[], attempt: (each: T) => Fix | null): Generator<Fix | null> {
  for (const each of all) yield attempt(each);
}
