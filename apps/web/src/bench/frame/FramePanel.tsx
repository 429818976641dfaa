import { listed } from '@gangway/messages/list';
import { frameText } from '@gangway/messages/web/bench/frame';
import { say } from '@gangway/messages/say';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { memo, Suspense, useState } from 'react';
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
import { lazyPart } from '../../ui/lazyPart';

const RiseOrPitchDialog = lazyPart(() => import('./RiseOrPitchDialog'), 'RiseOrPitchDialog');

/** What the picture keeps, how the back is turned, what level it takes, and what is done about stretch. */
export const FramePanel = memo(function FramePanel({ geometry }: { readonly geometry: Geometry }) {
  const { scene } = geometry.settings;
  return (
    <section aria-label={frameText.frame} className="relative overflow-y-auto pr-3 text-sm">
      <h2 className="sr-only">{frameText.frame}</h2>
      <Crop geometry={geometry} />
      {scene && (
        <>
          <PanelSection title={frameText.cameraTurned} help={frameText.cameraTurnedHelp} folds="turned">
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
        <span className="engraved">{frameText.keep}</span>
        <Select
          aria-label={frameText.proportionThatIsKept}
          value={geometry.settings.crop ?? ''}
          onChange={(event) => {
            const crop = CROPS.find(({ ratio }) => String(ratio) === event.target.value);
            sceneEdit.setCrop(crop?.ratio ?? null, crop ? say(frameText.keep2, { name: crop.name }) : frameText.keepTheWholeFrame);
          }}
        >
          <option value="">{frameText.theWholeFrame}</option>
          {CROPS.map(({ ratio, name }) => (
            <option key={name} value={ratio}>
              {name}
            </option>
          ))}
        </Select>
      </label>
      <p className="mt-1 text-right text-ink-soft tabular-nums">
        {fixed(kept.widthMm, 1)} × {fixed(kept.heightMm, 1)} mm
        {pixels &&
          say(frameText.pxMpx, { columns: pixels.columns, rows: pixels.rows, columns2: fixed((pixels.columns * pixels.rows) / 1e6, 1) })}
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
  if (scene.subject.kind === 'sheet' || scene.subject.kind === 'people') return null;
  const meets = meetingPoint(geometry, depthOf(scene.subject));
  const onePoint =
    meets !== null && scene.yawDeg === 0 && scene.pitchDeg === 0 && (!('turnDeg' in scene.subject) || scene.subject.turnDeg === 0);
  return (
    <PanelSection title={frameText.linesIntoTheDepth} help={frameText.linesIntoTheDepthHelp} folds="depth">
      {meets === null ? (
        <p>{frameText.theyStayParallelInThe}</p>
      ) : (
        <p className="tabular-nums">
          {meetWords(meets)}
          {onePoint ? frameText.onePointSquareOn : ''}
        </p>
      )}
      {onePoint && (
        <div className="mt-1 grid justify-items-end gap-1">
          <NumberField
            label={frameText.vanishingPointRightOfCentre}
            unit="mm"
            value={meets[0]}
            decimals={1}
            onCommit={(mm) => movementEdit.typeMovement('shift', -mm)}
          />
          <NumberField
            label={frameText.vanishingPointAboveCentre}
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
    ...(Math.abs(x) < 0.05 ? [] : [say(frameText.mmRightOf, { x: fixed(Math.abs(x), 1), x2: x > 0 ? 'yes' : 'no' })]),
    ...(Math.abs(y) < 0.05 ? [] : [say(frameText.mmAbove, { y: fixed(Math.abs(y), 1), y2: y > 0 ? 'yes' : 'no' })]),
  ];
  return parts.length === 0 ? frameText.theyMeetInTheCentre : say(frameText.theyMeetTheCentre, { parts: listed(parts) });
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
        setupEdit.apply(
          found.patch,
          leanDeg === 0 ? frameText.verticalsParallel : say(frameText.verticalsLeanAtTheEdge, { leanDeg: fixed(leanDeg, 1) }),
        );
      return null;
    } catch (error) {
      if (error instanceof CoreError) return say(frameText.aLeanOfAtThe, { leanDeg: fixed(leanDeg, 1) });
      throw error;
    }
  };
  return (
    <PanelSection title={frameText.level} help={frameText.levelHelp} folds="level">
      <div className="grid justify-items-end gap-1">
        <AcceptedField scene={scene} of="printWidthMm" decimals={0} />
        <AcceptedField scene={scene} of="leanPrintMm" decimals={2} label={frameText.toleranceOnPrint} />
      </div>
      <p className="mt-1 text-ink-soft tabular-nums">
        {both && (
          <>
            {say(frameText.aTenthOfADegree, { pitchTenthPrintMm: fixed(tolerance.pitchTenthPrintMm, 2) })}
            {hasPixels && `, ${fixed(tolerance.pitchTenthPx, 1)} px`}
            {say(frameText.passes, { pitchDeg: fixed(tolerance.pitchDeg, 2) })}{' '}
          </>
        )}
        {say(frameText.aTenthOfRollLifts, { rollTenthPrintMm: fixed(tolerance.rollTenthPrintMm, 2) })}
        {hasPixels && `, ${fixed(tolerance.rollTenthPx, 1)} px`}
        {say(frameText.passes2, { rollDeg: fixed(tolerance.rollDeg, 2) })}
      </p>
      {both && (
        <>
          <Button className="mt-2" onClick={() => setComparing(true)}>
            {frameText.riseOrPitchAndCorrect}
          </Button>
          <div className="mt-2 grid justify-items-end gap-1">
            <NumberField label={frameText.leanAtTheEdgeOn} unit="°" value={leanOf(geometry, scene)} decimals={1} onCommit={lean} />
            {scene.accepted.convergeDeg !== 0 && (
              <TextButton onClick={() => setRefusal(lean(0))} className="font-medium">
                {frameText.parallelAgain}
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
    <PanelSection title={frameText.edgeStretch} help={frameText.edgeStretchHelp} folds="stretch">
      <div className="grid justify-items-end gap-1">
        <AcceptedField scene={scene} of="stretch" decimals={2} label={frameText.acceptableStretch} />
      </div>
      <Watched scene={scene} offer={offer} />
    </PanelSection>
  );
}

function Watched({ scene, offer }: { readonly scene: Scene; readonly offer: TurnInOffer | null }) {
  if (scene.watched === null) return <p className="mt-1 text-ink-soft">{frameText.pressOnTheStretchedThing}</p>;
  if (offer === null) return <p className="mt-1">{frameText.theWatchedThingIsBehind}</p>;
  const { patch, after } = offer;
  return (
    <>
      <TurnTable offer={offer} />
      <p className="mt-1">{offerWords(offer)}</p>
      <div className="mt-1 flex gap-2">
        {patch && (
          <Button
            look="main"
            onClick={() =>
              setupEdit.apply(
                patch,
                say(frameText.turnedTo, { yawDeg: yawWords(after.yawDeg), shiftMm: shiftWords(after.movements.shiftMm) }),
              )
            }
          >
            {frameText.turnAndCounterShift}
          </Button>
        )}
        <Button onClick={() => sceneEdit.watch(null)}>{frameText.stopWatching}</Button>
      </div>
    </>
  );
}

function offerWords({ patch, endedBy, after, before }: TurnInOffer): string {
  if (endedBy === null && patch === null) return frameText.itIsWithinTolerance;
  const cost =
    Math.abs(after.convergeDeg - before.convergeDeg) >= 0.05
      ? say(frameText.horizontalsOfTheWallAt, { convergeDeg: fixed(Math.abs(after.convergeDeg), 1) })
      : '';
  if (endedBy === null)
    return say(frameText.turnedToWithTheCentre, { yawDeg: yawWords(after.yawDeg), shiftMm: shiftWords(after.movements.shiftMm), cost });
  const why = {
    slide: frameText.theSlideEndsThere,
    imageCircle: frameText.aCornerFallsOutsideThe,
    sharpCircle: frameText.aCornerFallsOutsideTheSharp,
    angle: frameText.turningMoreWouldPassIt,
  }[endedBy];
  return patch ? say(frameText.itCannotBeReducedBelow, { why, cost }) : say(frameText.turningDoesNotHelp, { why });
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
          <Th className="text-left">{frameText.stretch}</Th>
          <Th end>{frameText.now}</Th>
          <Th end>{frameText.turned}</Th>
        </tr>
      </thead>
      <tbody>
        {row(frameText.theThing, ({ watched }) => watched)}
        {row(frameText.leftEdge, ({ left }) => left)}
        {row(frameText.rightEdge, ({ right }) => right)}
      </tbody>
    </table>
  );
}
