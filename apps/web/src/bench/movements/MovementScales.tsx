import { movementsText } from '@gangway/messages/web/bench/movements';
import { say } from '@gangway/messages/say';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { onSlide, slidePosition, travelOf } from '@gangway/core/rig/mechanism';
import { mmWords, riseWords, shiftWords } from '@gangway/core/words';
import { NumberField } from '../../ui/NumberField';
import { useNarrow } from '../../ui/useNarrow';
import { opticalEnds, rulerOf, slideEnds } from '../../setup/selectors';
import { MovementScale } from './MovementScale';
import type { ShiftPosition } from '@gangway/core/model/movements';
import { movementEdit } from './movementEdit';

interface OneScaleProps {
  readonly geometry: Geometry;
  readonly control: 'rise' | 'shift';
}

const CONTROLS = {
  rise: {
    label: movementsText.rise,
    orientation: 'vertical',
    words: riseWords,
    of: ({ riseMm }: ShiftPosition) => riseMm,
    drag: (riseMm: number, gesture: string) => movementEdit.move({ riseMm }, gesture),
    type: (mm: number) => movementEdit.typeMovement('rise', mm),
  },
  shift: {
    label: movementsText.shift,
    orientation: 'horizontal',
    words: shiftWords,
    of: ({ shiftMm }: ShiftPosition) => shiftMm,
    drag: (shiftMm: number, gesture: string) => movementEdit.move({ shiftMm }, gesture),
    type: (mm: number) => movementEdit.typeMovement('shift', mm),
  },
} as const;

function OneScale({
  geometry,
  control,
  orientation = CONTROLS[control].orientation,
}: OneScaleProps & { readonly orientation?: 'horizontal' | 'vertical' }) {
  const { mechanism } = geometry.settings.rig;
  const { label, words, of, drag } = CONTROLS[control];
  return (
    <MovementScale
      label={label}
      orientation={orientation}
      valueMm={of(geometry.settings.movements)}
      ruler={rulerOf(mechanism, control)}
      stops={travelOf(mechanism, control, geometry.settings.movements)}
      optical={opticalEnds(geometry.settings, control)}
      valueWords={words}
      onChange={drag}
    />
  );
}

function TypedMovement({ geometry, control }: OneScaleProps) {
  const { label, of, type } = CONTROLS[control];
  return <NumberField label={label} unit="mm" decimals={1} value={of(geometry.settings.movements)} onCommit={type} width="w-14" />;
}

/** The scale of rise, beside the drawing; a locked slide and a fixed rig have none, and on a phone it lies at the thumb. */
export function UprightScale({ geometry }: { readonly geometry: Geometry }) {
  const narrow = useNarrow();
  const { mechanism } = geometry.settings.rig;
  if (narrow || mechanism.kind === 'line' || mechanism.kind === 'fixed') return null;
  return (
    <div className="flex min-h-0 flex-col items-end gap-1">
      <TypedMovement geometry={geometry} control="rise" />
      <div className="min-h-0 grow">
        <OneScale geometry={geometry} control="rise" />
      </div>
    </div>
  );
}

/** The scale of rise, lying. */
export function RiseScale({ geometry }: { readonly geometry: Geometry }) {
  return (
    <div className="flex items-center gap-3">
      <TypedMovement geometry={geometry} control="rise" />
      <OneScale geometry={geometry} control="rise" orientation="horizontal" />
    </div>
  );
}

/** The scale of shift under the drawing, or the one scale of a locked slide. */
export function LevelScale({ geometry }: { readonly geometry: Geometry }) {
  const { mechanism } = geometry.settings.rig;
  if (mechanism.kind === 'fixed') {
    return <p className="p-2 text-sm text-ink-soft">{movementsText.thisRigHasNoMovements}</p>;
  }
  if (mechanism.kind === 'line') {
    const travel = { minMm: -mechanism.backMm, maxMm: mechanism.forwardMm };
    const along = slidePosition(mechanism, geometry.settings.movements);
    return (
      <div className="flex items-center gap-3">
        <NumberField label={movementsText.slide} unit="mm" decimals={1} value={along} onCommit={movementEdit.typeSlide} width="w-14" />
        <MovementScale
          label={say(movementsText.slideAt, { angleDeg: mechanism.angleDeg })}
          orientation="horizontal"
          valueMm={along}
          ruler={travel}
          stops={travel}
          optical={slideEnds(geometry.settings)}
          valueWords={(mm) => say(movementsText.alongTheSlide, { mm: mmWords(mm) })}
          onChange={(mm, gesture) => movementEdit.move(onSlide(mechanism, mm), gesture)}
        />
      </div>
    );
  }
  return (
    <div className="flex items-center gap-3">
      <TypedMovement geometry={geometry} control="shift" />
      <OneScale geometry={geometry} control="shift" />
    </div>
  );
}
