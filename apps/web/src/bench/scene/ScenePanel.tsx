import { inFeet } from '@gangway/messages/language';
import { lengthWords } from '@gangway/messages/length';
import { plateText } from '@gangway/messages/web/bench/plate';
import { sceneText } from '@gangway/messages/web/bench/scene';
import { say } from '@gangway/messages/say';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { memo, Suspense, useState } from 'react';
import { useParams } from 'react-router';
import { LIGHT_FIELDS, STANCE_FIELDS } from '@gangway/core/fields/scene';
import { evenHeightM } from '@gangway/core/perspective/standOff';
import { dimensionsOf, extentOf, FIRST_SUBJECTS, SUBJECTS, type SubjectKind } from '@gangway/core/subjects/subject';
import { riseToGetIn, standOffOf } from '@gangway/core/planning/getIn';
import { riseWords } from '@gangway/core/words';
import { plateInView } from '@gangway/core/plate/inView';
import { chooseLengths } from '../../store/language';
import { Button } from '../../ui/Button';
import { NumberField } from '../../ui/NumberField';
import { PanelSection } from '../PanelSection';
import { CompassField } from './CompassField';
import { PoseFields } from './PoseFields';
import type { Scene } from '@gangway/core/model/scene';
import { sceneEdit } from './sceneEdit';
import { SubjectSelect } from './SubjectSelect';
import { movementEdit } from '../movements/movementEdit';
import { rigEdit } from '../rig/rigEdit';
import { TextButton, TextLink } from '../../ui/TextButton';
import { lazyPart } from '../../ui/lazyPart';

const RigsFromHere = lazyPart(() => import('./RigsFromHere'), 'RigsFromHere');
const FindHeight = lazyPart(() => import('./FindHeight'), 'FindHeight');
const ImportModel = lazyPart(() => import('./ImportModel'), 'ImportModel');

/** The dimension of a subject that is a height which can be found from a distance. */
const HEIGHTS: Partial<Record<SubjectKind, string>> = { front: 'heightM', interior: 'ridgeM', people: 'heightM' };

/** What stands before the camera, where the camera stands to it, and what follows: how much rise, how far off, how high. */
export const ScenePanel = memo(function ScenePanel({ geometry }: { readonly geometry: Geometry }) {
  const { scene } = geometry.settings;
  // Without a scene there is nothing to set yet: `StartChoices` stands in its place.
  return scene && <SceneSettings geometry={geometry} scene={scene} />;
});

function SceneSettings({ geometry, scene }: { readonly geometry: Geometry; readonly scene: Scene }) {
  const [sheet, setSheet] = useState<'height' | 'model' | null>(null);
  const choose = (kind: SubjectKind) => {
    if (kind === 'model') setSheet('model');
    else sceneEdit.tryScene({ ...scene, subject: FIRST_SUBJECTS[kind], watched: null }, SUBJECTS[kind].title.toLowerCase());
  };
  const heightKey = HEIGHTS[scene.subject.kind];
  return (
    <section aria-label={sceneText.subjectAndPlace} className="relative overflow-y-auto pr-3 text-sm">
      <h2 className="sr-only">{sceneText.subjectAndPlace}</h2>
      <PlateLink geometry={geometry} />
      <label className="block">
        <span className="engraved">{sceneText.subject}</span>
        <SubjectSelect value={scene.subject.kind} onChoose={choose} />
      </label>
      {scene.subject.kind === 'model' && <p className="mt-2 break-words">{modelWords(scene)}</p>}
      <div className="mt-2 grid justify-items-end gap-1">
        {dimensionsOf(scene.subject.kind).map(([key, { label, unit, whole }]) => (
          <NumberField
            key={`${scene.subject.kind}${key}`}
            label={label}
            unit={unit}
            value={(scene.subject as unknown as Readonly<Record<string, number>>)[key] ?? 0}
            decimals={decimalsFor(whole, key)}
            onCommit={(value) =>
              sceneEdit.tryScene({ ...scene, subject: { ...scene.subject, [key]: value } }, `${label.toLowerCase()} ${value}`)
            }
          />
        ))}
        {heightKey && (
          <TextButton onClick={() => setSheet('height')} className="font-medium">
            {sceneText.findTheHeight2}
          </TextButton>
        )}
        {scene.subject.kind === 'model' && (
          <TextButton onClick={() => setSheet('model')} className="font-medium">
            {sceneText.readAnotherFile}
          </TextButton>
        )}
      </div>
      <PanelSection title={sceneText.tripod} help={sceneText.tripodHelp}>
        <PoseFields scene={scene} keys={['distanceM', 'asideM', 'cameraHeightM']} />
        <p className="mt-1.5 text-right text-xs">
          <TextButton
            plain
            className="text-ink-soft"
            onClick={() => chooseLengths(inFeet() ? 'metres' : 'feet')}
            title={sceneText.lengthsHelp}
          >
            {inFeet() ? sceneText.inMetres : sceneText.inFeet}
          </TextButton>
        </p>
      </PanelSection>
      {scene.subject.kind !== 'ground' && <Solutions geometry={geometry} scene={scene} />}
      <PanelSection title={sceneText.direction} help={sceneText.directionHelp} folds="direction">
        <PoseFields scene={scene} keys={['yawDeg', 'pitchDeg', 'rollDeg']} />
        <CompassField scene={scene} />
      </PanelSection>
      <PanelSection title={sceneText.obstacleAndLight} help={sceneText.obstacleAndLightHelp} folds="obstacle">
        <div className="mt-1 grid justify-items-end">
          <NumberField
            label={STANCE_FIELDS.roomM.label}
            unit={STANCE_FIELDS.roomM.unit}
            value={scene.roomM ?? Number.POSITIVE_INFINITY}
            endless
            decimals={2}
            onCommit={(value) =>
              sceneEdit.amendScene((each) => ({ ...each, roomM: value === Number.POSITIVE_INFINITY ? null : value }), sceneText.theObstacle)
            }
          />
          {scene.roomM === null ? (
            <TextButton
              onClick={() =>
                sceneEdit.amendScene((each) => ({ ...each, roomM: Math.round(each.distanceM * 1.2 * 10) / 10 }), sceneText.anObstacle)
              }
              className="font-medium"
            >
              {sceneText.addAnObstacleBehindMe}
            </TextButton>
          ) : (
            <TextButton
              onClick={() => sceneEdit.amendScene((each) => ({ ...each, roomM: null }), sceneText.noObstacle)}
              className="text-ink-soft"
            >
              {sceneText.removeTheObstacle}
            </TextButton>
          )}
        </div>
        <Light scene={scene} />
      </PanelSection>
      <Suspense fallback={null}>
        {sheet === 'height' && heightKey && (
          <FindHeight
            scene={scene}
            onClose={() => setSheet(null)}
            onUse={(heightM) => {
              const refusal = sceneEdit.tryScene(
                { ...scene, subject: { ...scene.subject, [heightKey]: heightM } },
                say(sceneText.heightM, { heightM: lengthWords(heightM, 2) }),
              );
              if (refusal === null) setSheet(null);
              return refusal;
            }}
          />
        )}
        {sheet === 'model' && (
          <ImportModel
            onClose={() => setSheet(null)}
            onUse={(subject) => {
              const refusal = sceneEdit.tryScene(
                { ...scene, subject, watched: null },
                say(sceneText.theModel, { name: subject.mesh.name }),
              );
              if (refusal === null) setSheet(null);
              return refusal;
            }}
          />
        )}
      </Suspense>
    </section>
  );
}

/** The photograph that the setup is planned on, or the way to plan it on one. */
function PlateLink({ geometry }: { readonly geometry: Geometry }) {
  const { plate } = geometry.settings;
  const { jobId = '', setupId = '' } = useParams();
  return (
    <p className="mb-2">
      {plate && <>{say(plateText.plateIs, { name: plate.name })} </>}
      <TextLink to={`/jobs/${jobId}/setups/${setupId}/plate`} className="font-medium">
        {plate ? plateText.editPlate : plateText.onPhotograph}
      </TextLink>
    </p>
  );
}

function decimalsFor(whole: boolean, key: string): number {
  if (whole) return 0;
  if (key === 'metresPerUnit') return 4;
  return 2;
}

function modelWords({ subject }: Scene): string {
  if (subject.kind !== 'model') return '';
  const { topM, widthM, depthM } = extentOf(subject);
  return say(sceneText.mWideMHighM, {
    name: subject.mesh.name,
    widthM: lengthWords(widthM, 2),
    topM: lengthWords(topM, 2),
    depthM: lengthWords(depthM, 2),
    length: subject.mesh.triangles.length / 3,
  });
}

/** A lamp or the sun that may shine into the lens. */
function Light({ scene }: { readonly scene: Scene }) {
  const { light } = scene;
  return (
    <div className="mt-3">
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          checked={light !== null}
          onChange={(event) =>
            sceneEdit.amendScene(
              (each) => ({ ...each, light: event.target.checked ? { bearingDeg: 45, heightDeg: 30, shaded: false } : null }),
              event.target.checked ? sceneText.aLightSource : sceneText.noLightSource,
            )
          }
          className="accent-accent"
        />
        {sceneText.theSunOrALamp}
      </label>
      {light && (
        <div className="mt-1 grid justify-items-end gap-1">
          {(['bearingDeg', 'heightDeg'] as const).map((key) => (
            <NumberField
              key={key}
              label={LIGHT_FIELDS[key].label}
              unit={LIGHT_FIELDS[key].unit}
              value={light[key]}
              decimals={1}
              onCommit={(value) =>
                sceneEdit.amendScene(
                  (each) => ({ ...each, light: each.light && { ...each.light, [key]: value } }),
                  sceneText.theLightSource,
                )
              }
            />
          ))}
          <label className="flex items-center gap-1.5">
            <input
              type="checkbox"
              checked={light.shaded}
              onChange={(event) =>
                sceneEdit.amendScene(
                  (each) => ({ ...each, light: each.light && { ...each.light, shaded: event.target.checked } }),
                  event.target.checked ? sceneText.theLightShaded : sceneText.theLightNotShaded,
                )
              }
              className="accent-accent"
            />
            {sceneText.shadedByAHandA}
          </label>
        </div>
      )}
    </div>
  );
}

function Solutions({ geometry, scene }: { readonly geometry: Geometry; readonly scene: Scene }) {
  const [refusal, setRefusal] = useState<string | null>(null);
  const [choosing, setChoosing] = useState(false);
  const { topM, footM } = extentOf(scene.subject);
  const level = scene.pitchDeg === 0 && scene.rollDeg === 0;
  const rise = riseToGetIn(geometry);
  const off = standOffOf(geometry);
  // Behind the lens or inside its focal length nothing is seen at all; the distance field refuses that.
  if (rise === null) return null;
  const even = evenHeightM(topM, footM);
  const tooFar = (m: number) => (scene.roomM !== null && m > scene.roomM ? sceneText.behindTheObstacle : '');
  const line = (words: string, action: string, act: () => string | null) => (
    <li>
      {words}{' '}
      <TextButton onClick={() => setRefusal(act())} className="font-medium">
        {action}
      </TextButton>
    </li>
  );
  return (
    <>
      <h3 className="engraved mt-3 mb-1">{sceneText.toFitItInThe}</h3>
      {!level && <p className="text-ink-soft">{sceneText.theCameraIsNotLevel}</p>}
      <ul className="grid gap-1">
        {rise.riseForTopMm > 0 ? (
          line(say(sceneText.fromHereTheTopNeeds, { riseForTopMm: riseWords(rise.riseForTopMm) }), sceneText.apply, () =>
            movementEdit.typeMovement('rise', Math.ceil(rise.riseForTopMm * 10) / 10),
          )
        ) : (
          <li>{sceneText.fromHereTheTopIs}</li>
        )}
        {off &&
          line(
            say(sceneText.withFullRiseTheTop, { forTopM: lengthWords(off.forTopM, 1), forTopM2: tooFar(off.forTopM) }),
            sceneText.moveThere,
            () => sceneEdit.setDistance(Math.ceil(off.forTopM * 10) / 10),
          )}
        {off?.withFootM != null &&
          off.withFootM > off.forTopM + 0.05 &&
          line(
            say(sceneText.topAndFootTogetherFrom, { withFootM: lengthWords(off.withFootM, 1), withFootM2: tooFar(off.withFootM) }),
            sceneText.moveThere,
            () => sceneEdit.setDistance(Math.ceil((off.withFootM ?? 0) * 10) / 10),
          )}
        {line(say(sceneText.equalRiseAndFallWith, { even: lengthWords(even, 2) }), sceneText.moveThere, () =>
          sceneEdit.amendScene((each) => ({ ...each, cameraHeightM: even }), say(sceneText.lensAtM, { even: lengthWords(even, 2) })),
        )}
      </ul>
      <Button className="mt-2" onClick={() => setChoosing(true)}>
        {sceneText.whichOfMyRigsCan}
      </Button>
      {choosing && (
        <Suspense fallback={null}>
          <RigsFromHere
            scene={scene}
            plate={plateInView(geometry)}
            onClose={() => setChoosing(false)}
            onUse={(other, orientation, found) => {
              rigEdit.takeRig(other, orientation, found);
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
    </>
  );
}
