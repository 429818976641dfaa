import { lengthWords } from '@gangway/messages/length';
import { ORIENTATION_LABELS } from '@gangway/core/words';
import { sceneText } from '@gangway/messages/web/bench/scene';
import { say } from '@gangway/messages/say';
import { useMemo, useState } from 'react';
import { builtRig } from '@gangway/contract/kit';
import { extentOf } from '@gangway/core/subjects/subject';
import { EDGE_MARGIN_MM, nearerM } from '@gangway/core/planning/getIn';
import { fromHere, fromHereReason, type FromHere, type Wanted } from '@gangway/core/planning/fromHere';
import { STATE_ORDER } from '@gangway/core/state';
import { apertureWords, capital, fixed, riseWords } from '@gangway/core/words';
import { conjugates } from '@gangway/core/focus/conjugates';
import type { Vec3 } from '@gangway/core/space/vector';
import type { PlateInView } from '@gangway/core/plate/inView';
import { api, errorSentence } from '../../store/api';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { ErrorNote } from '../../ui/ErrorNote';
import { StateMark } from '../../ui/StateMark';
import type { Orientation } from '@gangway/core/model/frame';
import type { Rig } from '@gangway/core/model/rig';
import type { Scene } from '@gangway/core/model/scene';
import { useItems } from '../../store/useItems';
import { RigSees } from '../finder/RigSees';
import { Th } from '../../ui/Table';

interface RigsFromHereProps {
  readonly scene: Scene;
  /** The photograph that is seen through each rig; `null` without one from here. */
  readonly plate: PlateInView | null;
  readonly onUse: (rig: Rig, orientation: Orientation, found: FromHere) => void;
  readonly onClose: () => void;
}

/** Which rig of the kit does it from here: what each needs, what it may, how much of its picture is used, and what fails. */
export function RigsFromHere({ scene, plate, onUse, onClose }: RigsFromHereProps) {
  const { data: kit, error, refetch } = api.useKitQuery(undefined);
  const items = useItems(kit);
  const [footIn, setFootIn] = useState(false);
  const rows = useMemo(() => {
    const { topM, footM, widthM } = extentOf(scene.subject);
    const wanted: Wanted = {
      distanceM: scene.distanceM - nearerM(scene),
      cameraHeightM: scene.cameraHeightM - footM,
      topHeightM: topM - footM,
      widthM,
      footIn,
      marginMm: EDGE_MARGIN_MM,
    };
    return (kit?.rigs ?? [])
      .filter(({ archived }) => !archived)
      .flatMap(({ rig: chosen }) => {
        const rig = builtRig(chosen, items);
        // Nothing is focused so near by a longer lens.
        if (!rig || scene.distanceM * 1000 <= rig.lens.focalMm) return [];
        return (['landscape', 'portrait'] as const).map((orientation) => ({ rig, found: fromHere(rig, orientation, wanted) }));
      })
      .sort((a, b) => STATE_ORDER.indexOf(b.found.state) - STATE_ORDER.indexOf(a.found.state) || b.found.used - a.found.used);
  }, [kit, items, scene, footIn]);
  return (
    <Dialog
      open
      wide
      onClose={onClose}
      title={sceneText.rigsThatWorkFromHere}
      help={say(sceneText.aLevelCameraMAway, {
        distanceM: lengthWords(scene.distanceM, 1),
        cameraHeightM: lengthWords(scene.cameraHeightM, 2),
      })}
    >
      {error && <ErrorNote words={errorSentence(error)} onRetry={() => void refetch()} />}
      <label className="mb-2 flex items-center gap-1.5 text-sm">
        <input type="checkbox" checked={footIn} onChange={(event) => setFootIn(event.target.checked)} className="accent-accent" />
        {sceneText.withTheFootInThe}
      </label>
      {!kit && !error && <p role="status">{sceneText.loadingTheKit}</p>}
      {kit && rows.length === 0 && <p>{sceneText.theKitHasNoFinished}</p>}
      <div className="relative overflow-x-auto">
        <table className="w-full border-collapse text-sm">
          <thead>
            <tr className="border-b border-rule text-left text-ink-soft">
              <Th className="py-1 pr-2">{sceneText.rig}</Th>
              <Th className="px-2 py-1">{sceneText.needs}</Th>
              <Th className="px-2 py-1">{sceneText.allowedByAperture}</Th>
              <Th className="px-2 py-1" end>
                {sceneText.fills}
              </Th>
              <Th>
                <span className="sr-only">{sceneText.use}</span>
              </Th>
            </tr>
          </thead>
          <tbody>
            {rows.map(({ rig, found }) => (
              <tr key={`${rig.rigId ?? ''}${found.orientation}`} className="border-b border-hairline align-top" data-state={found.state}>
                <Th scope="row" className="py-1.5 pr-2 text-left">
                  <span className="flex gap-2">
                    <StateMark state={found.state} />
                    {plate && <Sees plate={plate} rig={rig} scene={scene} found={found} />}
                    <span>
                      {rig.name}, {ORIENTATION_LABELS[found.orientation]}
                      <span className="block font-normal text-ink-soft">{verdictLine(found)}</span>
                    </span>
                  </span>
                </Th>
                <td className="px-2 py-1.5 whitespace-nowrap tabular-nums">{riseWords(found.riseMm)}</td>
                <td className="px-2 py-1.5 text-xs tabular-nums">
                  {found.allowed
                    .map(({ fNumber, riseMm }) => `${apertureWords(fNumber)} ${riseMm === null ? '–' : fixed(riseMm, 1)}`)
                    .join(', ')}
                </td>
                <td className="px-2 py-1.5 text-right whitespace-nowrap tabular-nums">{fixed(found.used * 100, 0)} %</td>
                <td className="py-1">
                  <Button
                    onClick={() => onUse(rig, found.orientation, found)}
                    aria-label={say(sceneText.use2, { name: rig.name, orientation: found.orientation })}
                  >
                    {sceneText.use}
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </Dialog>
  );
}

/** The photograph through a rig, level, with the rise that it needs or the most that it may. */
function Sees({
  plate,
  rig,
  scene,
  found,
}: {
  readonly plate: PlateInView;
  readonly rig: Rig;
  readonly scene: Scene;
  readonly found: FromHere;
}) {
  const [there, frame] = useMemo(() => {
    const { imageMm } = conjugates(rig.lens.focalMm, scene.distanceM);
    const turned = { yawDeg: scene.yawDeg, pitchDeg: 0, rollDeg: 0 };
    const { widthMm, heightMm } = rig.back;
    const [long, short] = [Math.max(widthMm, heightMm), Math.min(widthMm, heightMm)];
    const landscape = found.orientation === 'landscape';
    const most = Math.max(0, ...found.allowed.map(({ riseMm }) => riseMm ?? 0));
    return [
      { turned, imageMm, riseMm: Math.max(-most, Math.min(most, found.riseMm)), shiftMm: 0 },
      { widthMm: landscape ? long : short, heightMm: landscape ? short : long },
    ];
  }, [rig, scene, found]);
  const at = useMemo((): Vec3 => [scene.asideM, scene.cameraHeightM, -scene.distanceM], [scene]);
  return <RigSees plate={plate} rig={there} frame={frame} at={at} />;
}

function verdictLine(found: FromHere): string {
  if (found.reasons.length > 0) return `${capital(found.reasons.map(fromHereReason).join('; '))}.`;
  if (found.fromFNumber === null) return '';
  return say(sceneText.worksFrom, { fromFNumber: apertureWords(found.fromFNumber) });
}
