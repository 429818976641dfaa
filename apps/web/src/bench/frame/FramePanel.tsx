import type { Geometry } from '@gangway/core/geometry/geometry';
import { lazy, memo, Suspense, useState } from 'react';
import { ACCEPTED_FIELDS } from '@gangway/core/fields/scene';
import { SETUP_FIELDS } from '@gangway/core/setup/fields';
import { CROPS } from '@gangway/core/coverage/crop';
import { CoreError } from '@gangway/core/errors';
import { rearMost } from '@gangway/core/rig/moves';
import { levelState } from '@gangway/core/framing/level';
import { depthOf, meetingPoint } from '@gangway/core/framing/trueLines';
import { converging, edgeLeanDeg } from '@gangway/core/planning/converge';
import { turnInOffer, type StretchedPicture, type TurnInOffer } from '@gangway/core/planning/turnInOffer';
import { fixed, shiftWords, yawWords } from '@gangway/core/words';
import { Button } from '../../ui/Button';
import { NumberField } from '../../ui/NumberField';
import { PanelSection } from '../PanelSection';
import { PoseFields } from '../scene/PoseFields';
import type { Accepted, Scene } from '@gangway/core/model/scene';
import { sceneEdit } from '../scene/sceneEdit';
import { focusEdit } from '../focus/focusEdit';
import { movementEdit } from '../movements/movementEdit';
import { setupEdit } from '../editing/setupEdit';
import { Th } from '../../ui/Table';
import { Select } from '../../ui/Select';
import { TextButton } from '../../ui/TextButton';

const RiseOrPitchDialog = lazy(() => import('./RiseOrPitchDialog').then((module) => ({ default: module.RiseOrPitchDialog })));

/** What the picture keeps, how the back is turned, what level it takes, and what is done about stretch. */
export const FramePanel = memo(function FramePanel({ geometry }: { readonly geometry: Geometry }) {
  const { scene } = geometry.settings;
  return (
    <section aria-label="Frame" className="relative overflow-y-auto pr-3 text-sm">
      <Crop geometry={geometry} />
      {scene && (
        <>
          <PanelSection title="Camera turned">
            <PoseFields scene={scene} keys={['yawDeg', 'pitchDeg', 'rollDeg']} />
            <Rear geometry={geometry} />
          </PanelSection>
          <Depth geometry={geometry} scene={scene} />
          <Level geometry={geometry} scene={scene} />
          <TurnIn geometry={geometry} scene={scene} />
        </>
      )}
    </section>
  );
});

function Crop({ geometry }: { readonly geometry: Geometry }) {
  const kept = geometry.frame;
  const pixels = geometry.pixels;
  return (
    <div>
      <label className="flex items-center justify-between gap-2">
        <span className="engraved">Keep</span>
        <Select
          aria-label="Proportion that is kept"
          value={geometry.settings.crop ?? ''}
          onChange={(event) => {
            const crop = CROPS.find(({ ratio }) => String(ratio) === event.target.value);
            sceneEdit.setCrop(crop?.ratio ?? null, crop ? `keep ${crop.name}` : 'keep the whole frame');
          }}
        >
          <option value="">the whole frame</option>
          {CROPS.map(({ ratio, name }) => (
            <option key={name} value={ratio}>
              {name}
            </option>
          ))}
        </Select>
      </label>
      <p className="mt-1 text-right text-ink-soft tabular-nums">
        {fixed(kept.widthMm, 1)} × {fixed(kept.heightMm, 1)} mm
        {pixels && `, ${pixels.columns} × ${pixels.rows} px, ${fixed((pixels.columns * pixels.rows) / 1e6, 1)} Mpx`}
      </p>
    </div>
  );
}

/** The back turned on the camera, where its standard can. */
function Rear({ geometry }: { readonly geometry: Geometry }) {
  const most = rearMost(geometry.settings.rig.parts);
  if (!most) return null;
  return (
    <div className="mt-1 grid justify-items-end gap-1">
      {(['tiltDeg', 'swingDeg'] as const).map((key) => (
        <NumberField
          key={key}
          label={SETUP_FIELDS.rear.fields[key].label}
          unit="°"
          value={geometry.settings.rear[key]}
          decimals={1}
          onCommit={(value) => focusEdit.setRear({ [key]: value }, most)}
        />
      ))}
    </div>
  );
}

/** One-point perspective: where lines into the depth meet, and putting that place somewhere else by shift. */
function Depth({ geometry, scene }: { readonly geometry: Geometry; readonly scene: Scene }) {
  if (scene.subject.kind === 'sheet' || scene.subject.kind === 'figures') return null;
  const meets = meetingPoint(geometry, depthOf(scene.subject));
  const onePoint =
    meets !== null && scene.yawDeg === 0 && scene.pitchDeg === 0 && (!('turnDeg' in scene.subject) || scene.subject.turnDeg === 0);
  return (
    <PanelSection title="Lines into the depth">
      {meets === null ? (
        <p>They stay parallel in the picture.</p>
      ) : (
        <p className="tabular-nums">
          {meetWords(meets)}
          {onePoint ? ' One point, square on:' : ''}
        </p>
      )}
      {onePoint && (
        <div className="mt-1 grid justify-items-end gap-1">
          <NumberField
            label="Vanishing point right of centre"
            unit="mm"
            value={meets[0]}
            decimals={1}
            onCommit={(mm) => movementEdit.typeMovement('shift', -mm)}
          />
          <NumberField
            label="Vanishing point above centre"
            unit="mm"
            value={meets[1]}
            decimals={1}
            onCommit={(mm) => movementEdit.typeMovement('rise', -mm)}
          />
        </div>
      )}
    </PanelSection>
  );
}

function meetWords([x, y]: readonly [number, number]): string {
  const parts = [
    ...(Math.abs(x) < 0.05 ? [] : [`${fixed(Math.abs(x), 1)} mm ${x > 0 ? 'right' : 'left'} of`]),
    ...(Math.abs(y) < 0.05 ? [] : [`${fixed(Math.abs(y), 1)} mm ${y > 0 ? 'above' : 'below'}`]),
  ];
  return parts.length === 0 ? 'They meet in the centre.' : `They meet ${parts.join(' and ')} the centre.`;
}

function AcceptedField({
  scene,
  of,
  decimals,
  label = ACCEPTED_FIELDS[of].label,
}: {
  readonly scene: Scene;
  readonly of: keyof Accepted;
  readonly decimals: number;
  readonly label?: string;
}) {
  return (
    <NumberField
      label={label}
      unit={ACCEPTED_FIELDS[of].unit}
      value={scene.accepted[of]}
      decimals={decimals}
      onCommit={(value) =>
        sceneEdit.amendScene((each) => ({ ...each, accepted: { ...each.accepted, [of]: value } }), `${label.toLowerCase()} ${value}`)
      }
    />
  );
}

function Level({ geometry, scene }: { readonly geometry: Geometry; readonly scene: Scene }) {
  const [comparing, setComparing] = useState(false);
  const [refusal, setRefusal] = useState<string | null>(null);
  const level = levelState(geometry);
  if (!level) return null;
  const { tolerance, hasPixels } = level;
  const both = level.asks === 'both';
  const lean = (leanDeg: number): string | null => {
    try {
      const found = converging(geometry, leanDeg);
      if (found)
        setupEdit.apply(found.patch, leanDeg === 0 ? 'verticals parallel' : `verticals lean ${fixed(leanDeg, 1)}° at the edge on purpose`);
      return null;
    } catch (error) {
      if (error instanceof CoreError)
        return `A lean of ${fixed(leanDeg, 1)}° at the edge cannot be: the point where verticals meet would lie in the picture.`;
      throw error;
    }
  };
  return (
    <PanelSection title="Level">
      <div className="grid justify-items-end gap-1">
        <AcceptedField scene={scene} of="printWidthMm" decimals={0} />
        <AcceptedField scene={scene} of="leanPrintMm" decimals={2} label="Tolerance on print" />
      </div>
      <p className="mt-1 text-ink-soft tabular-nums">
        {both && (
          <>
            A tenth of a degree of pitch makes the outer verticals converge by {fixed(tolerance.pitchTenthPrintMm, 2)} mm on the print
            {hasPixels && `, ${fixed(tolerance.pitchTenthPx, 1)} px`}: ± {fixed(tolerance.pitchDeg, 2)}° passes.{' '}
          </>
        )}
        A tenth of roll lifts one side by {fixed(tolerance.rollTenthPrintMm, 2)} mm{hasPixels && `, ${fixed(tolerance.rollTenthPx, 1)} px`}:
        ± {fixed(tolerance.rollDeg, 2)}° passes.
      </p>
      {both && (
        <>
          <Button className="mt-2" onClick={() => setComparing(true)}>
            Rise, or pitch and correct?
          </Button>
          <div className="mt-2 grid justify-items-end gap-1">
            <NumberField label="Lean at the edge, on purpose" unit="°" value={leanOf(geometry, scene)} decimals={1} onCommit={lean} />
            {scene.accepted.convergeDeg !== 0 && (
              <TextButton onClick={() => setRefusal(lean(0))} className="font-medium">
                Parallel again
              </TextButton>
            )}
          </div>
          {refusal && <p role="alert">{refusal}</p>}
        </>
      )}
      <Suspense fallback={null}>{comparing && <RiseOrPitchDialog geometry={geometry} onClose={() => setComparing(false)} />}</Suspense>
    </PanelSection>
  );
}

/** The lean that the wanted pitch gives an upright at the edge, degrees. */
function leanOf(geometry: Geometry, { accepted }: Scene): number {
  return accepted.convergeDeg === 0 ? 0 : edgeLeanDeg(geometry, accepted.convergeDeg);
}

function TurnIn({ geometry, scene }: { readonly geometry: Geometry; readonly scene: Scene }) {
  const offer = turnInOffer(geometry);
  return (
    <PanelSection title="Edge stretch">
      <div className="grid justify-items-end gap-1">
        <AcceptedField scene={scene} of="stretch" decimals={2} label="Acceptable stretch" />
      </div>
      <Watched scene={scene} offer={offer} />
    </PanelSection>
  );
}

function Watched({ scene, offer }: { readonly scene: Scene; readonly offer: TurnInOffer | null }) {
  if (scene.watched === null) return <p className="mt-1 text-ink-soft">Press on the stretched thing, then “Watch its stretch”.</p>;
  if (offer === null) return <p className="mt-1">The watched thing is behind the camera.</p>;
  const { patch, after } = offer;
  return (
    <>
      <TurnTable offer={offer} />
      <p className="mt-1">{offerWords(offer)}</p>
      <div className="mt-1 flex gap-2">
        {patch && (
          <Button
            look="main"
            onClick={() => setupEdit.apply(patch, `turned to ${yawWords(after.yawDeg)}, ${shiftWords(after.movements.shiftMm)}`)}
          >
            Turn and counter-shift
          </Button>
        )}
        <Button onClick={() => sceneEdit.watch(null)}>Stop watching</Button>
      </div>
    </>
  );
}

function offerWords({ patch, endedBy, after, before }: TurnInOffer): string {
  if (endedBy === null && patch === null) return 'It is within tolerance.';
  const cost =
    Math.abs(after.convergeDeg - before.convergeDeg) >= 0.05
      ? ` Horizontals of the wall at the upper edge then slope by ${fixed(Math.abs(after.convergeDeg), 1)}°.`
      : '';
  if (endedBy === null) return `Turned to ${yawWords(after.yawDeg)} with ${shiftWords(after.movements.shiftMm)} the centre stays.${cost}`;
  const why = {
    slide: 'the slide ends there',
    'image circle': 'a corner falls outside the image circle there',
    'sharp circle': 'a corner falls outside the sharp circle there',
    angle: 'turning more would pass it',
  }[endedBy];
  return patch ? `It cannot be reduced below that: ${why}. This is the most possible.${cost}` : `Turning does not help: ${why}.`;
}

function TurnTable({ offer: { before, after, patch } }: { readonly offer: TurnInOffer }) {
  const row = (label: string, of: (picture: StretchedPicture) => number) => (
    <tr className="border-b border-hairline">
      <Th scope="row" className="py-0.5 text-left font-normal">
        {label}
      </Th>
      <td className="text-right">{fixed(of(before), 2)}</td>
      <td className="text-right font-medium">{patch ? fixed(of(after), 2) : '–'}</td>
    </tr>
  );
  return (
    <table className="mt-1 w-full border-collapse tabular-nums">
      <thead>
        <tr className="border-b border-rule text-ink-soft">
          <Th className="text-left">Stretch</Th>
          <Th end>now</Th>
          <Th end>turned</Th>
        </tr>
      </thead>
      <tbody>
        {row('the thing', ({ watched }) => watched)}
        {row('left edge', ({ left }) => left)}
        {row('right edge', ({ right }) => right)}
      </tbody>
    </table>
  );
}
