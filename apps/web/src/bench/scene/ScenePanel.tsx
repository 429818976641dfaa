import { lazy, Suspense, useState } from 'react';
import { POSE_FIGURES, sceneSchema } from '@gangway/contract/scene';
import { standFrame } from '@gangway/core/coverage/standCoverage';
import { conjugates } from '@gangway/core/focus/conjugates';
import { levelTolerance } from '@gangway/core/perspective/levelTolerance';
import { riseForHeight } from '@gangway/core/perspective/rise';
import { evenHeightM, standOff } from '@gangway/core/perspective/standOff';
import { travelOf } from '@gangway/core/rig/mechanism';
import type { Scene } from '@gangway/core/scene/scene';
import { dimensionsOf, extentOf, FIRST_SUBJECTS, SUBJECT_KINDS, SUBJECTS, type SubjectKind } from '@gangway/core/scene/subject';
import type { StandSettings } from '@gangway/core/stand/settings';
import { fixed, riseWords } from '@gangway/core/words';
import { Button } from '../../ui/Button';
import { NumberField } from '../../ui/NumberField';
import { standEdit } from '../standEdit';

const RigsFromHere = lazy(() => import('./RigsFromHere').then((module) => ({ default: module.RigsFromHere })));

/** What stands before the camera, where the camera stands to it, and what follows: how much rise, how far off, how high. */
export function ScenePanel({ settings }: { readonly settings: StandSettings }) {
  const { scene } = settings;
  const choose = (kind: SubjectKind) => {
    const base: Scene = scene ?? { subject: FIRST_SUBJECTS.front, distanceM: settings.focusM ?? 20, asideM: 0, cameraHeightM: 1.6, yawDeg: 0, pitchDeg: 0, rollDeg: 0 };
    standEdit.setScene({ ...base, subject: FIRST_SUBJECTS[kind] }, SUBJECTS[kind].title.toLowerCase());
  };
  return (
    <section aria-label="Subject and place" className="overflow-y-auto pr-3 text-sm max-lg:max-h-72">
      <label className="block">
        <span className="engraved">Subject</span>
        <select aria-label="What stands before the camera" value={scene?.subject.kind ?? ''} onChange={(event) => choose(event.target.value as SubjectKind)} className="w-full rounded-sm border border-rule bg-ground px-1.5 py-1">
          {scene === null && <option value="">choose …</option>}
          {SUBJECT_KINDS.map((kind) => (
            <option key={kind} value={kind}>
              {SUBJECTS[kind].title}
            </option>
          ))}
        </select>
      </label>
      {scene && (
        <>
          <div className="mt-2 grid justify-items-end gap-1">
            {dimensionsOf(scene.subject.kind).map(([key, { label, unit, whole }]) => (
              <NumberField
                key={`${scene.subject.kind}${key}`}
                label={label}
                unit={unit}
                value={(scene.subject as unknown as Readonly<Record<string, number>>)[key] ?? 0}
                decimals={whole ? 0 : 2}
                onCommit={(value) => taken({ ...scene, subject: { ...scene.subject, [key]: value } }, `${label.toLowerCase()} ${value}`)}
              />
            ))}
          </div>
          <h3 className="engraved mt-3 mb-1">Camera</h3>
          <div className="grid justify-items-end gap-1">
            {Object.entries(POSE_FIGURES).map(([key, { label, unit }]) => (
              <NumberField
                key={key}
                label={label}
                unit={unit}
                value={scene[key as keyof typeof POSE_FIGURES]}
                decimals={2}
                onCommit={(value) => (key === 'distanceM' ? standEdit.setDistance(value) : taken({ ...scene, [key]: value }, `${label.toLowerCase()} ${value}${unit}`))}
              />
            ))}
          </div>
          {scene.subject.kind !== 'ground' && <Solutions settings={settings} scene={scene} />}
        </>
      )}
    </section>
  );
}

/** Takes a scene, or says why it cannot be. */
function taken(scene: Scene, said: string): string | null {
  const parsed = sceneSchema.safeParse(scene);
  if (!parsed.success) return parsed.error.issues[0]?.message ?? 'This cannot be.';
  standEdit.setScene(parsed.data, said);
  return null;
}

/** A margin that keeps the top off the very edge, mm on the sensor. */
const MARGIN_MM = 0.5;
/** What a print is judged at when nothing else is said, mm wide. */
const PRINT_MM = 400;

function Solutions({ settings, scene }: { readonly settings: StandSettings; readonly scene: Scene }) {
  const [refusal, setRefusal] = useState<string | null>(null);
  const [choosing, setChoosing] = useState(false);
  const { rig, focusM } = settings;
  const { focalMm } = rig.lens;
  const frame = standFrame(settings);
  const { topM, footM } = extentOf(scene.subject);
  const level = scene.pitchDeg === 0 && scene.rollDeg === 0;
  const columns = rig.back.columnsPx === null || rig.back.rowsPx === null ? null : settings.orientation === 'landscape' ? Math.max(rig.back.columnsPx, rig.back.rowsPx) : Math.min(rig.back.columnsPx, rig.back.rowsPx);
  const tolerance = columns === null ? null : levelTolerance(conjugates(focalMm, focusM).imageMm, frame.widthMm, frame.heightMm, columns, PRINT_MM, 1);
  // Inside the focal length nothing is seen at all; the distance field refuses that.
  if (!(scene.distanceM * 1000 > focalMm)) return null;
  const rise = riseForHeight(focalMm, scene.distanceM, scene.cameraHeightM - footM, topM - footM, frame.heightMm, MARGIN_MM);
  const travel = travelOf(rig.mechanism, 'rise', { riseMm: 0, shiftMm: settings.movements.shiftMm });
  const off = travel && standOff(focalMm, scene.cameraHeightM - footM, topM - footM, frame.heightMm, MARGIN_MM, Math.max(0, travel.maxMm), Math.max(0, -travel.minMm));
  const even = evenHeightM(topM, footM);
  const line = (words: string, action: string, act: () => string | null) => (
    <li>
      {words}{' '}
      <button type="button" onClick={() => setRefusal(act())} className="font-medium text-accent underline underline-offset-4">
        {action}
      </button>
    </li>
  );
  return (
    <>
      <h3 className="engraved mt-3 mb-1">To get it in</h3>
      {!level && <p className="text-ink-soft">The camera is not level; these are for a level one.</p>}
      <ul className="grid gap-1">
        {rise.riseForTopMm > 0 ? line(`From here the top needs ${riseWords(rise.riseForTopMm)}.`, 'Set it', () => standEdit.typeMovement('rise', Math.ceil(rise.riseForTopMm * 10) / 10)) : <li>From here the top is in without any rise.</li>}
        {off && line(`With all the rise there is, the top is in from ${fixed(off.forTopM, 1)} m.`, 'Stand there', () => standEdit.setDistance(Math.ceil(off.forTopM * 10) / 10))}
        {off?.withFootM != null && off.withFootM > off.forTopM + 0.05 && line(`Top and foot together from ${fixed(off.withFootM, 1)} m.`, 'Stand there', () => standEdit.setDistance(Math.ceil((off.withFootM ?? 0) * 10) / 10))}
        {line(`Rise and fall are even with the lens at ${fixed(even, 2)} m.`, 'Put it there', () => taken({ ...scene, cameraHeightM: even }, `lens at ${fixed(even, 2)} m`))}
      </ul>
      <Button className="mt-2" onClick={() => setChoosing(true)}>
        Which rig of mine does it?
      </Button>
      {choosing && (
        <Suspense fallback={null}>
          <RigsFromHere
            scene={scene}
            onClose={() => setChoosing(false)}
            onTake={(other, orientation, found) => {
              standEdit.takeRig(other, orientation, found);
              setChoosing(false);
            }}
          />
        </Suspense>
      )}
      {refusal && (
        <p role="alert" className="mt-1 text-fails">
          {refusal}
        </p>
      )}
      {tolerance && (
        <p className="mt-2 text-ink-soft">
          A tenth of a degree of pitch parts the outer uprights by {fixed(tolerance.pitchTenthPx, 1)} px ({fixed(tolerance.pitchTenthPrintMm, 2)} mm on a print 400 mm wide); one pixel is {fixed(tolerance.pitchDeg, 3)}°.
        </p>
      )}
      <p className="mt-2 text-xs text-ink-soft">Mind edges, tides, traffic and floors; who may enter a roof or a derelict building is for local rules and a competent person to say.</p>
    </>
  );
}
