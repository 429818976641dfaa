import { focusText } from '@gangway/messages/web/bench/focus';
import { plateText } from '@gangway/messages/web/bench/plate';
import { say } from '@gangway/messages/say';
import type { Geometry } from '@gangway/core/geometry/geometry';
import type { Pixel } from '@gangway/core/model/plate';
import type { PinRole } from '@gangway/core/model/pin';
import { pixelOfPoint, plateInView, pointUnder } from '@gangway/core/plate/inView';
import type { Vec3 } from '@gangway/core/space/vector';
import { pinEdit } from '../focus/pinEdit';

/** A pin of the scene where a photograph shows it. */
export interface SheetPin {
  readonly id: string;
  readonly name: string;
  readonly role: PinRole;
  readonly pixel: Pixel;
  /** Moves it to what the photograph shows elsewhere, or says why it cannot lie there. */
  readonly move: (to: Pixel, gesture: string | undefined) => string | null;
}

/** To the millimetre: nothing is clicked better. */
const rounded = ([x, y, z]: Vec3): Vec3 => {
  const round = (m: number): number => Math.round(m * 1000) / 1000 + 0;
  return [round(x), round(y), round(z)];
};

/** The pins of a setup that are points, on its photograph. */
export function pinsOnPlate(geometry: Geometry): readonly SheetPin[] {
  const seen = plateInView(geometry);
  if (!seen) return [];
  return geometry.settings.pins.flatMap(({ id, name, role, place }): readonly SheetPin[] => {
    const pixel = place.kind === 'point' ? pixelOfPoint(seen, place.at) : null;
    if (!pixel) return [];
    const move = (to: Pixel, gesture: string | undefined): string | null => {
      const at = pointUnder(seen, to);
      return at ? pinEdit.changePin(id, { place: { kind: 'point', at: rounded(at) } }, gesture) : plateText.pinNowhere;
    };
    return [{ id, name, role, pixel, move }];
  });
}

/** Pins what a photograph shows at a pixel, or says why that cannot be pinned. */
export function pinAt(geometry: Geometry, pixel: Pixel): string | null {
  const seen = plateInView(geometry);
  const at = seen && pointUnder(seen, pixel);
  if (!at) return plateText.pinNowhere;
  const name = say(focusText.point, { length: geometry.settings.pins.length + 1 });
  return pinEdit.addPin({ name, role: 'sharp', place: { kind: 'point', at: rounded(at) } });
}
