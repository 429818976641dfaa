import { focusText } from '@gangway/messages/web/bench/focus';
import { say } from '@gangway/messages/say';
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
import type { Pin, PinRole } from '@gangway/core/model/pin';
import type { Scene } from '@gangway/core/model/scene';
import { pinEdit } from './pinEdit';
import { Select } from '../../ui/Select';

interface PinListProps {
  readonly geometry: Geometry;
  readonly scene: Scene;
}

/** The pins of the setup, each with its role and its blur; whole things of the subject are pinned from a list, points in the Finder or by figures. */
export function PinList({ geometry, scene }: PinListProps) {
  const [open, setOpen] = useState<string | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const toggle = useCallback((id: string) => setOpen((before) => (before === id ? null : id)), []);
  const states = new Map(pinStates(geometry).map((state) => [state.pin.id, state]));
  const things = thingsOf(scene);
  return (
    <div>
      <h3 className="engraved mb-1">{focusText.pins}</h3>
      {geometry.settings.pins.length === 0 && <p className="text-ink-soft">{focusText.pressOnAThingIn}</p>}
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
        <Select
          aria-label={focusText.pinAWholeThing}
          value=""
          onChange={(event) => {
            const thing = things.find(({ key }) => key === event.target.value);
            if (thing) setRefusal(pinEdit.addPin({ name: thing.name, role: 'sharp', place: { kind: 'thing', thing: thing.key } }));
          }}
          className="min-w-0 grow"
        >
          <option value="">{focusText.pinAWholeThing2}</option>
          {things.map(({ key, name }) => (
            <option key={key} value={key}>
              {name}
            </option>
          ))}
        </Select>
        <Button
          onClick={() =>
            setRefusal(
              pinEdit.addPin({
                name: say(focusText.point, { length: geometry.settings.pins.length + 1 }),
                role: 'sharp',
                place: { kind: 'point', at: [scene.asideM, Math.round(scene.cameraHeightM * 100) / 100, 0] },
              }),
            )
          }
        >
          {focusText.aPoint}
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
  const px = geometry.pixelMm;
  const blur = pin.role === 'soft' ? (state?.leastBlurMm ?? null) : (state?.blurMm ?? null);
  const words = blurLabel(state, blur, px);
  return { words, good: stateOf(state, pin, geometry) };
}

function stateOf(state: PinState | null, { role, weight }: Pin, { settings, blurAllowed: { cocMm } }: Geometry): CheckResult['state'] {
  if (state === null) return 'unknown';
  const blurMm = role === 'soft' ? state.leastBlurMm : state.blurMm;
  if (blurMm === null) return 'fails';
  if (role === 'soft') return blurMm >= settings.limits.softTimes * cocMm ? 'passes' : 'fails';
  if (blurMm * weight <= cocMm) return 'passes';
  return role === 'best' ? 'tight' : 'fails';
}

function blurLabel(state: PinState | null, blur: number | null, px: number | null): string {
  if (state === null) return focusText.onNothing;
  if (blur === null) return focusText.notImaged;
  if (px === null) return `${fixed(blur * 1000, 0)} µm`;
  return `${fixed(blur / px, blur / px < 10 ? 1 : 0)} px`;
}

const PinRow = memo(function PinRow({ pin, words, good, scene, open, onToggle }: PinRowProps) {
  return (
    <li className="py-1" data-pin-row={pin.name}>
      <div className="flex items-center gap-1">
        <IconButton
          label={say(focusText.closeTheSpecsOf, { open: open ? 'yes' : 'no', name: pin.name })}
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
        <IconButton label={say(focusText.remove, { name: pin.name })} className="size-6" onClick={() => pinEdit.removePin(pin.id)}>
          <span aria-hidden>×</span>
        </IconButton>
      </div>
      {open && (
        <div className="mt-1 mb-1 grid justify-items-end gap-1 pl-6">
          <TextField label={focusText.name} value={pin.name} onCommit={(name) => pinEdit.changePin(pin.id, { name })} />
          <Select
            aria-label={say(focusText.roleOf, { name: pin.name })}
            value={pin.role}
            onChange={(event) => pinEdit.changePin(pin.id, { role: event.target.value as PinRole })}
            wide
          >
            {Object.entries(PIN_ROLES).map(([role, label]) => (
              <option key={role} value={role}>
                {label}
              </option>
            ))}
          </Select>
          <NumberField
            label={WEIGHT_FIGURE.label}
            unit="×"
            decimals={1}
            value={pin.weight}
            onCommit={(weight) => pinEdit.changePin(pin.id, { weight })}
          />
          {pin.place.kind === 'point' && <PointFields pin={pin} at={pin.place.at} scene={scene} />}
        </div>
      )}
    </li>
  );
});

/** A point in figures a tape measure gives: how far off, how far aside, how high. */
function PointFields({ pin, at, scene }: { readonly pin: Pin; readonly at: readonly [number, number, number]; readonly scene: Scene }) {
  const put = (next: readonly [number, number, number]) => pinEdit.changePin(pin.id, { place: { kind: 'point', at: next } });
  const [x, y, z] = at;
  return (
    <>
      <NumberField
        label={focusText.distanceFromTheLens}
        unit="m"
        decimals={3}
        value={z + scene.distanceM}
        onCommit={(m) => put([x, y, m - scene.distanceM])}
      />
      <NumberField label={focusText.heightAboveGround} unit="m" decimals={3} value={y} onCommit={(m) => put([x, m, z])} />
      <NumberField label={focusText.rightOfTheMiddle} unit="m" decimals={3} value={x} onCommit={(m) => put([m, y, z])} />
    </>
  );
}
