import { focusText } from '@gangway/messages/web/bench/focus';
import { say } from '@gangway/messages/say';
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
    <Dialog open wide onClose={onClose} title={focusText.isolateOneThingOrA} help={focusText.placeThePlaneOfSharp}>
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
    <Section title={focusText.isolateOne}>
      {!own || neighbours === 0 ? (
        <p>{focusText.placeAPinOnWhat}</p>
      ) : (
        <>
          <div className="flex flex-wrap items-center gap-x-5 gap-y-1">
            <label className="flex items-center gap-2 text-sm">
              {focusText.sharp}
              <Select aria-label={focusText.whatIsIsolated} value={own.id} onChange={(event) => setChosen(event.target.value)}>
                {candidates.map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
              </Select>
            </label>
            <NumberField
              label={focusText.neighboursBlurredBy}
              unit={px === null ? 'µm' : 'px'}
              decimals={0}
              value={wanted}
              onCommit={(n) => (n > 0 && n <= 100_000 ? (setWanted(n), null) : focusText.neighboursBlurredByItMust)}
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
  if (!found) return <p className="mt-2 text-sm">{say(focusText.byThisRigCannotDo, { movement })}</p>;
  const turn =
    movement === 'tilt'
      ? { tiltDeg: found.turnDeg, swingDeg: geometry.settings.front.swingDeg }
      : { tiltDeg: geometry.settings.front.tiltDeg, swingDeg: found.turnDeg };
  if (!found.enough && found.turnDeg === 0) {
    return (
      <p className="mt-2 border-t border-hairline pt-2 text-sm" data-isolation={movement}>
        <span className="font-medium">{say(focusText.by, { movement })}</span> {focusText.noAngleWorksAPlane}
      </p>
    );
  }
  const blur = (mm: number) => (px === null ? `${fixed(mm * 1000, 0)} µm` : `${fixed(mm / px, 0)} px`);
  return (
    <div className="mt-2 flex items-start gap-3 border-t border-hairline pt-2 text-sm" data-isolation={movement}>
      <p className="grow tabular-nums">
        <span className="font-medium">{say(focusText.by, { movement })}</span>{' '}
        {say(focusText.theSharpOneKeeps, {
          enough: found.enough
            ? `${turnWords(turn)}, ${focusWords(found.focusM)}`
            : say(focusText.beyondTheMechanismTheMost, { turn: turnWords(turn) }),
          ownBlurMm: blur(found.ownBlurMm),
          neighbours: found.neighbours
            .map(
              ({ name, blurMm, share }) =>
                `“${name}”: ${blur(blurMm)}${share === null ? '' : say(focusText.ofItsHeight, { share: fixed(share * 100, 1) })}`,
            )
            .join('; '),
        })}
      </p>
      {found.turnDeg !== 0 && (
        <Button
          onClick={() => {
            focusEdit.applyFocus(found.patch, say(focusText.toIsolate, { turn: turnWords(turn) }));
            onClose();
          }}
        >
          {focusText.apply}
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
    <Section title={focusText.miniatureLook}>
      {!place || !away ? (
        <p>{focusText.placeAPinOnWhatStays}</p>
      ) : (
        <>
          <NumberField
            label={focusText.asOfAModel1}
            unit=""
            decimals={0}
            value={scale}
            onCommit={(n) => (n >= 2 && n <= 2000 ? (setScale(n), null) : focusText.theScaleOfTheModel)}
          />
          {found === null ? (
            <p className="mt-1 text-sm">{focusText.thisRigDoesNotTiltOr}</p>
          ) : (
            <div className="mt-1 flex items-start gap-3 text-sm">
              <p className="grow" data-testid="miniature">
                {say(focusText.theBlurOf, { turn: turnWords({ tiltDeg: found.tiltDeg, swingDeg: 0 }) })}
                {other?.pin.name}
                {say(focusText.isThatOfAModel, {
                  apparentScale: fixed(found.apparentScale, 0),
                  apparentScale2: found.apparentScale < scale ? 'yes' : 'no',
                })}
              </p>
              <Button
                onClick={() => {
                  focusEdit.applyFocus(found.patch, focusText.miniatureLook2);
                  onClose();
                }}
              >
                {focusText.apply}
              </Button>
            </div>
          )}
        </>
      )}
    </Section>
  );
}
