import { focusText } from '@gangway/messages/web/bench/focus';
import type { Geometry } from '@gangway/core/geometry/geometry';
import type { Travel } from '@gangway/core/rig/mechanism';
import type { TiltMechanism } from '@gangway/core/focus/tiltMechanism';
import { turnWords } from '@gangway/core/words';
import { NumberField } from '../../ui/NumberField';
import { MovementScale } from '../movements/MovementScale';
import { focusEdit } from './focusEdit';
import { setupTiltMechanism } from '@gangway/core/planning/setupTilt';

/** A scale for a mechanism whose end is not known, degrees to either side. */
const UNKNOWN_DEG = 12;

const TURNS = {
  tilt: {
    label: focusText.tilt,
    key: 'tiltDeg',
    type: (deg: number) => focusEdit.typeTurn('tilt', deg),
    drag: (tiltDeg: number, gesture: string) => focusEdit.turnWithin({ tiltDeg }, gesture),
    words: (tiltDeg: number) => turnWords({ tiltDeg, swingDeg: 0 }),
  },
  swing: {
    label: focusText.swing,
    key: 'swingDeg',
    type: (deg: number) => focusEdit.typeTurn('swing', deg),
    drag: (swingDeg: number, gesture: string) => focusEdit.turnWithin({ swingDeg }, gesture),
    words: (swingDeg: number) => turnWords({ tiltDeg: 0, swingDeg }),
  },
} as const;

/** The ends of one turn, degrees: of the mechanism ever, and where the other turn and the lock leave it now. */
function endsOf(
  mechanism: TiltMechanism | null,
  control: 'tilt' | 'swing',
  other: number,
): { readonly ruler: Travel; readonly stops: Travel | null } {
  const even = (deg: number): Travel => ({ minMm: -deg, maxMm: deg });
  if (mechanism === null || mechanism.kind === 'free') return { ruler: even(UNKNOWN_DEG), stops: null };
  switch (mechanism.kind) {
    case 'cone': {
      const left = Math.sqrt(Math.max(0, mechanism.maxDeg ** 2 - other ** 2));
      return { ruler: even(mechanism.maxDeg), stops: even(left) };
    }
    case 'box': {
      const [from, to] = control === 'tilt' ? mechanism.tiltDeg : mechanism.swingDeg;
      return { ruler: { minMm: from, maxMm: to }, stops: { minMm: from, maxMm: to } };
    }
    case 'line': {
      const share = Math.abs(
        control === 'tilt' ? Math.cos((mechanism.angleDeg * Math.PI) / 180) : Math.sin((mechanism.angleDeg * Math.PI) / 180),
      );
      const [from, to] = mechanism.rangeDeg;
      const most = Math.max(Math.abs(from), Math.abs(to));
      return { ruler: even(most), stops: share < 1e-6 ? even(0) : { minMm: from * share, maxMm: to * share } };
    }
  }
}

const turns = ({ minMm, maxMm }: Travel): boolean => maxMm - minMm >= 0.05;

/** Whether the front of a rig can be tilted, or swung. */
export function canTurn({ settings }: Geometry, control: 'tilt' | 'swing'): boolean {
  return turns(endsOf(setupTiltMechanism(settings), control, 0).ruler);
}

/** The engraved scale of tilt or swing with its typed value, degrees. */
export function TurnScale({
  geometry,
  control,
  level = control === 'swing',
}: {
  readonly geometry: Geometry;
  readonly control: 'tilt' | 'swing';
  /** Whether the scale lies. */ readonly level?: boolean;
}) {
  const { label, key, type, drag, words } = TURNS[control];
  const mechanism = setupTiltMechanism(geometry.settings);
  const { ruler, stops } = endsOf(mechanism, control, geometry.settings.front[control === 'tilt' ? 'swingDeg' : 'tiltDeg']);
  const value = geometry.settings.front[key];
  const field = <NumberField label={label} unit="°" decimals={2} value={value} onCommit={type} width="w-14" />;
  if (!turns(ruler)) {
    return level ? <p className="p-2 text-sm text-ink-soft">{focusText.thisRigNeitherTiltsNor}</p> : null;
  }
  // The scale is a ruler like those of rise and shift, in degrees.
  const scale = (
    <MovementScale
      label={label}
      orientation={level ? 'horizontal' : 'vertical'}
      valueMm={value}
      ruler={ruler}
      stops={stops}
      optical={null}
      valueWords={words}
      onChange={drag}
    />
  );
  return level ? (
    <div className="flex items-center gap-3">
      {field}
      {scale}
    </div>
  ) : (
    <div className="flex min-h-0 flex-col items-end gap-1 pl-2">
      {field}
      <div className="min-h-0 grow">{scale}</div>
    </div>
  );
}
