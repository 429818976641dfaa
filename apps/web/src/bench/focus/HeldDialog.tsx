import { focusText } from '@gangway/messages/web/bench/focus';
import { say } from '@gangway/messages/say';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { useState } from 'react';
import { hingeMm } from '@gangway/core/focus/plane';
import { heldAt, heldLens, heldTable, heldVerdict, type HeldLens } from '@gangway/core/rig/heldLens';
import { heldSentence } from '@gangway/core/rig/heldSentence';
import { HELD_STEPS } from '@gangway/core/rig/heldSteps';
import { fixed, metresWords } from '@gangway/core/words';
import { Dialog } from '../../ui/Dialog';
import { NumberField } from '../../ui/NumberField';
import { StateMark } from '../../ui/StateMark';
import { api } from '../../store/api';
import type { HeldAt } from '@gangway/core/rig/heldLens';
import { focusEdit } from './focusEdit';
import { Th } from '../../ui/Table';
import { TextButton } from '../../ui/TextButton';

/** A lens taken off its mount and held before the open body: what it reaches, which lens suits, and how it is done. */
export function HeldDialog({ geometry, onClose }: { readonly geometry: Geometry; readonly onClose: () => void }) {
  const { parts } = geometry.settings.rig;
  const lens = parts.kind === 'held' ? heldLens(parts) : null;
  return (
    <Dialog open wide onClose={onClose} title={focusText.freelensing2} help={focusText.theLensIsSetTo}>
      {lens === null && <p>{focusText.thisSetupHasALens}</p>}
      {lens?.known === true && <Reach lens={lens.value} geometry={geometry} onClose={onClose} />}
      {lens?.known === false && (
        <p>
          {say(focusText.missing, {
            asks: lens.asks.map(({ itemName, label }) => say(focusText.of, { label: label.toLowerCase(), itemName })).join(', '),
          })}
        </p>
      )}
      <WhichLens geometry={geometry} />
      <Ways />
    </Dialog>
  );
}

function Reach({ lens, geometry, onClose }: { readonly lens: HeldLens; readonly geometry: Geometry; readonly onClose: () => void }) {
  const rows = heldTable(lens);
  const [gapMm, setGap] = useState(Math.max(0, rows[0]?.gapMm ?? 0) + 1);
  const [angleDeg, setAngle] = useState(5);
  const at = heldAt(lens, gapMm);
  const hinge = hingeMm(lens.focalMm, angleDeg);
  const mostDeg = at.tiltDeg ?? 90;
  const tooFar = Math.abs(angleDeg) > mostDeg;
  return (
    <section aria-label={focusText.reach}>
      <table className="w-full border-collapse text-sm tabular-nums">
        <thead>
          <tr className="border-b border-rule text-ink-soft">
            {[focusText.gapAtTheFlange, focusText.focusStraightAhead, focusText.tiltUntilItTouches].map((words) => (
              <Th key={words} className="text-left">
                {words}
              </Th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.gapMm} className="border-b border-hairline">
              <td>{fixed(row.gapMm, 1)} mm</td>
              <td>{row.extensionMm < 0 ? focusText.nothing : metresWords(row.distanceM)}</td>
              <td>{tiltLabel(row)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="mt-2 flex flex-wrap items-center gap-x-5 gap-y-1">
        <NumberField
          label={focusText.gap}
          unit="mm"
          decimals={1}
          value={gapMm}
          onCommit={(mm) => (mm >= 0 && mm <= 300 ? (setGap(mm), null) : focusText.gapItMustBeFrom)}
        />
        <NumberField
          label={focusText.angle}
          unit="°"
          decimals={1}
          value={angleDeg}
          onCommit={(deg) => (Math.abs(deg) <= 45 ? (setAngle(deg), null) : focusText.angleItMustBeFrom)}
        />
      </div>
      <p className="mt-1 text-sm" data-testid="held-answer">
        {at.extensionMm < 0
          ? focusText.atThisGapNothingCan
          : say(focusText.focusStraightAhead2, {
              distanceM: at.distanceM === null ? focusText.atInfinity : say(focusText.at, { distanceM: metresWords(at.distanceM) }),
              hinge:
                hinge === null
                  ? focusText.thePlaneParallelToThe
                  : say(focusText.thePlaneHingesBelowThe, { hinge: metresWords(hinge / 1000), angleDeg: angleDeg > 0 ? 'yes' : 'no' }),
            })}
        {tooFar ? say(focusText.atItsEdgeTouchesThe, { angleDeg: fixed(angleDeg, 1), mostDeg: fixed(mostDeg, 1) }) : ''}{' '}
        {at.extensionMm >= 0 && !tooFar && (
          <TextButton
            onClick={() => {
              focusEdit.applyFocus(
                {
                  front: { tiltDeg: angleDeg, swingDeg: geometry.settings.front.swingDeg },
                  focusM: at.distanceM === null ? null : Number(at.distanceM.toPrecision(4)),
                },
                focusText.heldSo,
              );
              onClose();
            }}
            className="font-medium"
          >
            {focusText.showOnTheBench}
          </TextButton>
        )}
      </p>
    </section>
  );
}

function tiltLabel(row: HeldAt): string {
  if (row.tiltDeg === null) return focusText.unknownGiveTheWidthOf;
  if (row.tiltDeg > 60) return focusText.anyAngle;
  return `${fixed(row.tiltDeg, 1)}°`;
}

const ORDER = { well: 0, somewhat: 1, unknown: 2, not: 3 } as const;
const STATES = { well: 'passes', somewhat: 'tight', unknown: 'unknown', not: 'fails' } as const;

function WhichLens({ geometry }: { readonly geometry: Geometry }) {
  const { data: kit } = api.useKitQuery(undefined);
  const { back } = geometry.settings.rig.parts;
  if (!kit || back.kind !== 'body') return null;
  const rows = kit.items
    .flatMap(({ item }) =>
      item.kind === 'lens' && item.specs.attachment !== 'fixed'
        ? [
            {
              id: item.id,
              name: item.name,
              focalMm: item.specs.focalMm ?? 0,
              verdict: heldVerdict(
                item.specs.focalMm,
                item.specs.attachment === 'board' ? item.specs.flangeFocalMm : item.specs.flangeDistanceMm,
                back.specs.flangeDistanceMm,
              ),
            },
          ]
        : [],
    )
    .sort((a, b) => ORDER[a.verdict.suits] - ORDER[b.verdict.suits] || a.focalMm - b.focalMm);
  return (
    <section aria-label={focusText.whichLens} className="mt-4">
      <h3 className="engraved mb-1">{say(focusText.whichOfMyLensesBefore, { name: back.name })}</h3>
      <ul className="grid gap-1 text-sm">
        {rows.map(({ id, name, verdict }) => (
          <li key={id} className="flex items-start gap-2" data-suits={verdict.suits}>
            <StateMark state={STATES[verdict.suits]} size={16} />
            <span>
              <span className="font-medium">{name}:</span> {heldSentence(verdict)}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Ways() {
  return (
    <section aria-label={focusText.howItIsHeld} className="mt-4 grid gap-4 sm:grid-cols-2">
      {HELD_STEPS.map(({ title, steps }) => (
        <div key={title}>
          <h3 className="engraved mb-1">{title}</h3>
          <ol className="grid list-decimal gap-0.5 pl-5 text-sm">
            {steps.map((step) => (
              <li key={step}>{step}</li>
            ))}
          </ol>
        </div>
      ))}
    </section>
  );
}
