import type { Geometry } from '@gangway/core/geometry/geometry';
import { useState, type ReactNode } from 'react';
import { focusWords } from '@gangway/core/checks/wording';
import { isolate, miniature, type Isolation } from '@gangway/core/planning/isolate';
import { fixed, turnWords } from '@gangway/core/words';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { NumberField } from '../../ui/NumberField';
import { focusEdit } from './focusEdit';
import { Select } from '../../ui/Select';

/** The plane laid across: one of several alone, or the look of a model. */
export function SelectiveDialog({ geometry, onClose }: { readonly geometry: Geometry; readonly onClose: () => void }) {
  return (
    <Dialog
      open
      wide
      onClose={onClose}
      title="Isolate one thing, or a miniature look"
      help="Place the plane of sharp focus across the view. Small angles are enough; the smallest that works is offered."
    >
      <Alone geometry={geometry} onClose={onClose} />
      <Model geometry={geometry} onClose={onClose} />
    </Dialog>
  );
}

function Section({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <section aria-label={title} className="mt-3">
      <h3 className="engraved mb-1">{title}</h3>
      {children}
    </section>
  );
}

interface PartProps {
  readonly geometry: Geometry;
  readonly onClose: () => void;
}

function Alone({ geometry, onClose }: PartProps) {
  const candidates = geometry.settings.pins.filter(({ role }) => role === 'sharp');
  const [chosen, setChosen] = useState<string | null>(null);
  const px = geometry.pixelMm;
  const { cocMm } = geometry.blurAllowed;
  const [wanted, setWanted] = useState(Math.ceil((geometry.settings.limits.softTimes * cocMm * 1.2) / (px ?? 0.001)));
  const own = candidates.find(({ id }) => id === chosen) ?? candidates[0];
  const wantedMm = wanted * (px ?? 0.001);
  const neighbours = geometry.settings.pins.filter(({ role }) => role === 'soft').length;
  return (
    <Section title="Isolate one">
      {!own || neighbours === 0 ? (
        <p>Place a pin on what must be sharp, and pins that “must be soft” on its neighbours.</p>
      ) : (
        <>
          <div className="flex flex-wrap items-center gap-x-5 gap-y-1">
            <label className="flex items-center gap-2 text-sm">
              Sharp
              <Select aria-label="What is isolated" value={own.id} onChange={(event) => setChosen(event.target.value)}>
                {candidates.map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
              </Select>
            </label>
            <NumberField
              label="Neighbours blurred by"
              unit={px === null ? 'µm' : 'px'}
              decimals={0}
              value={wanted}
              onCommit={(n) =>
                n > 0 && n <= 100_000 ? (setWanted(n), null) : 'Neighbours blurred by: it must be more than 0 and at most 100000.'
              }
            />
          </div>
          {(['swing', 'tilt'] as const).map((movement) => (
            <IsolationRow
              key={movement}
              found={isolate(geometry, own.id, movement, wantedMm)}
              movement={movement}
              geometry={geometry}
              onClose={onClose}
            />
          ))}
        </>
      )}
    </Section>
  );
}

function IsolationRow({
  found,
  movement,
  geometry,
  onClose,
}: PartProps & { readonly found: Isolation | null; readonly movement: 'tilt' | 'swing' }) {
  const px = geometry.pixelMm;
  if (!found) return <p className="mt-2 text-sm">By {movement}: this rig cannot do it, or its mechanism is unknown.</p>;
  const turn =
    movement === 'tilt'
      ? { tiltDeg: found.turnDeg, swingDeg: geometry.settings.front.swingDeg }
      : { tiltDeg: geometry.settings.front.tiltDeg, swingDeg: found.turnDeg };
  if (!found.enough && found.turnDeg === 0) {
    return (
      <p className="mt-2 border-t border-hairline pt-2 text-sm" data-isolation={movement}>
        <span className="font-medium">By {movement}:</span> no angle works: a plane through it also passes through its neighbours and leaves
        parts of them sharp.
      </p>
    );
  }
  const blur = (mm: number) => (px === null ? `${fixed(mm * 1000, 0)} µm` : `${fixed(mm / px, 0)} px`);
  return (
    <div className="mt-2 flex items-start gap-3 border-t border-hairline pt-2 text-sm" data-isolation={movement}>
      <p className="grow tabular-nums">
        <span className="font-medium">By {movement}:</span>{' '}
        {found.enough
          ? `${turnWords(turn)}, ${focusWords(found.focusM)}`
          : `beyond the mechanism; the most it reaches is ${turnWords(turn)}`}
        . The sharp one keeps {blur(found.ownBlurMm)}.{' '}
        {found.neighbours
          .map(
            ({ name, blurMm, share }) => `“${name}”: ${blur(blurMm)}${share === null ? '' : `, ${fixed(share * 100, 1)} % of its height`}`,
          )
          .join('; ')}
        .
      </p>
      {found.turnDeg !== 0 && (
        <Button
          onClick={() => {
            focusEdit.applyFocus(found.patch, `${turnWords(turn)} to isolate`);
            onClose();
          }}
        >
          Apply
        </Button>
      )}
    </div>
  );
}

function Model({ geometry, onClose }: PartProps) {
  const placed = geometry.placedPins;
  const [own] = placed.filter(({ pin }) => pin.role === 'sharp');
  const other = placed.find(({ pin }) => pin.role === 'soft') ?? placed.find((each) => each !== own);
  const [scale, setScale] = useState(100);
  const [place, away] = [own?.points[0], other?.points[0]];
  const found = place && away ? miniature(geometry, place, away, scale) : null;
  return (
    <Section title="Miniature look">
      {!place || !away ? (
        <p>Place a pin on what stays sharp, and another in front of or behind it to be blurred.</p>
      ) : (
        <>
          <NumberField
            label="As of a model 1 :"
            unit=""
            decimals={0}
            value={scale}
            onCommit={(n) => (n >= 2 && n <= 2000 ? (setScale(n), null) : 'The scale of the model must be from 2 to 2000.')}
          />
          {found === null ? (
            <p className="mt-1 text-sm">This rig does not tilt, or its mechanism is unknown.</p>
          ) : (
            <div className="mt-1 flex items-start gap-3 text-sm">
              <p className="grow" data-testid="miniature">
                {turnWords({ tiltDeg: found.tiltDeg, swingDeg: 0 })}: the blur of “{other?.pin.name}” is that of a model 1 :{' '}
                {fixed(found.apparentScale, 0)}
                {found.apparentScale < scale ? ', the most that the mechanism gives' : ''}.
              </p>
              <Button
                onClick={() => {
                  focusEdit.applyFocus(found.patch, 'miniature look');
                  onClose();
                }}
              >
                Apply
              </Button>
            </div>
          )}
        </>
      )}
    </Section>
  );
}
