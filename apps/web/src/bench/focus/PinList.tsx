import type { Geometry } from '@gangway/core/geometry/geometry';
import { memo, useCallback, useState } from 'react';
import { WEIGHT_FIGURE } from '@gangway/contract/focus';
import { PIN_ROLES } from '@gangway/core/focus/pin';
import type { CheckResult } from '@gangway/core/checks/evaluate';
import { thingsOf } from '@gangway/core/scene/things';
import { pinStates, type PinState } from '@gangway/core/geometry/pins';
import { fixed } from '@gangway/core/words';
import { Button, IconButton } from '../../ui/Button';
import { NumberField } from '../../ui/NumberField';
import { StateMark } from '../../ui/StateMark';
import { TextField } from '../../ui/TextField';
import { standEdit } from '../standEdit';
import type { Pin, PinRole } from '@gangway/core/model/pin';
import type { Scene } from '@gangway/core/model/scene';

interface PinListProps {
  readonly geometry: Geometry;
  readonly scene: Scene;
}

/** The pins of the stand, each with its role and its blur; whole things of the subject are pinned from a list, points in the Finder or by figures. */
export function PinList({ geometry, scene }: PinListProps) {
  const [open, setOpen] = useState<string | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const toggle = useCallback((id: string) => setOpen((before) => (before === id ? null : id)), []);
  const states = new Map(pinStates(geometry).map((state) => [state.pin.id, state]));
  const things = thingsOf(scene);
  return (
    <div>
      <h3 className="engraved mb-1">Pins</h3>
      {geometry.settings.pins.length === 0 && (
        <p className="text-ink-soft">Press on a thing in the Finder and pin it, or choose a whole thing here.</p>
      )}
      <ul className="divide-y divide-hairline">
        {geometry.settings.pins.map((pin) => (
          <PinRow
            key={pin.id}
            pin={pin}
            {...stateWords(pin, states.get(pin.id) ?? null, geometry)}
            open={open === pin.id}
            onToggle={toggle}
            scene={scene}
          />
        ))}
      </ul>
      <div className="mt-1 flex flex-wrap items-center gap-2">
        <select
          aria-label="Pin a whole thing"
          value=""
          onChange={(event) => {
            const thing = things.find(({ key }) => key === event.target.value);
            if (thing) setRefusal(standEdit.addPin({ name: thing.name, role: 'sharp', place: { kind: 'thing', thing: thing.key } }));
          }}
          className="min-w-0 grow rounded-sm border border-rule bg-ground px-1 py-0.5"
        >
          <option value="">Pin a whole thing …</option>
          {things.map(({ key, name }) => (
            <option key={key} value={key}>
              {name}
            </option>
          ))}
        </select>
        <Button
          onClick={() =>
            setRefusal(
              standEdit.addPin({
                name: `point ${geometry.settings.pins.length + 1}`,
                role: 'sharp',
                place: { kind: 'point', at: [scene.asideM, Math.round(scene.cameraHeightM * 100) / 100, 0] },
              }),
            )
          }
        >
          A point
        </Button>
      </div>
      {refusal && (
        <p role="alert" className="mt-1 text-fails">
          {refusal}
        </p>
      )}
    </div>
  );
}

interface PinRowProps {
  readonly pin: Pin;
  readonly words: string;
  readonly good: CheckResult['state'];
  readonly scene: Scene;
  readonly open: boolean;
  readonly onToggle: (id: string) => void;
}

/** How sharp a pin is, and whether that is good. */
function stateWords(pin: Pin, state: PinState | null, geometry: Geometry): Pick<PinRowProps, 'words' | 'good'> {
  const { cocMm } = geometry.blurAllowed;
  const px = geometry.pixelMm;
  const blur = pin.role === 'soft' ? (state?.leastBlurMm ?? null) : (state?.blurMm ?? null);
  const words =
    state === null
      ? 'on nothing'
      : blur === null
        ? 'not imaged'
        : px === null
          ? `${fixed(blur * 1000, 0)} µm`
          : `${fixed(blur / px, blur / px < 10 ? 1 : 0)} px`;
  const good =
    state === null
      ? 'unknown'
      : blur === null
        ? 'fails'
        : pin.role === 'soft'
          ? blur >= geometry.settings.limits.softTimes * cocMm
            ? 'holds'
            : 'fails'
          : blur * pin.weight <= cocMm
            ? 'holds'
            : pin.role === 'best'
              ? 'tight'
              : 'fails';
  return { words, good };
}

const PinRow = memo(function PinRow({ pin, words, good, scene, open, onToggle }: PinRowProps) {
  return (
    <li className="py-1" data-pin-row={pin.name}>
      <div className="flex items-center gap-1">
        <IconButton
          label={`${open ? 'Close' : 'Open'} the figures of ${pin.name}`}
          className="size-6"
          onClick={() => onToggle(pin.id)}
          aria-expanded={open}
        >
          {/* Letters, not drawings: with a dozen pins the browser lays out several dozen drawings less at each step of a drag. */}
          <span aria-hidden>{open ? '−' : '+'}</span>
        </IconButton>
        <span className="min-w-0 grow truncate font-medium" title={pin.name}>
          {pin.name}
        </span>
        <span className="inline-flex shrink-0 items-center gap-1 tabular-nums" data-blur>
          <StateMark state={good} /> {words}
        </span>
        <IconButton label={`Take ${pin.name} away`} className="size-6" onClick={() => standEdit.removePin(pin.id)}>
          <span aria-hidden>×</span>
        </IconButton>
      </div>
      {open && (
        <div className="mt-1 mb-1 grid justify-items-end gap-1 pl-6">
          <TextField label="Name" value={pin.name} onCommit={(name) => standEdit.changePin(pin.id, { name })} />
          <select
            aria-label={`Role of ${pin.name}`}
            value={pin.role}
            onChange={(event) => standEdit.changePin(pin.id, { role: event.target.value as PinRole })}
            className="w-full rounded-sm border border-rule bg-ground px-1 py-0.5"
          >
            {Object.entries(PIN_ROLES).map(([role, label]) => (
              <option key={role} value={role}>
                {label}
              </option>
            ))}
          </select>
          <NumberField
            label={WEIGHT_FIGURE.label}
            unit="×"
            decimals={1}
            value={pin.weight}
            onCommit={(weight) => standEdit.changePin(pin.id, { weight })}
          />
          {pin.place.kind === 'point' && <PointFields pin={pin} at={pin.place.at} scene={scene} />}
        </div>
      )}
    </li>
  );
});

/** A point in figures a tape measure gives: how far off, how far aside, how high. */
function PointFields({ pin, at, scene }: { readonly pin: Pin; readonly at: readonly [number, number, number]; readonly scene: Scene }) {
  const put = (next: readonly [number, number, number]) => standEdit.changePin(pin.id, { place: { kind: 'point', at: next } });
  const [x, y, z] = at;
  return (
    <>
      <NumberField
        label="Distance from the lens"
        unit="m"
        decimals={3}
        value={z + scene.distanceM}
        onCommit={(m) => put([x, y, m - scene.distanceM])}
      />
      <NumberField label="Height above ground" unit="m" decimals={3} value={y} onCommit={(m) => put([x, m, z])} />
      <NumberField label="Right of the middle" unit="m" decimals={3} value={x} onCommit={(m) => put([m, y, z])} />
    </>
  );
}
