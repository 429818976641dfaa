import { lengthWords } from '@gangway/messages/length';
import { focusText } from '@gangway/messages/web/bench/focus';
import { say } from '@gangway/messages/say';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { memo, useState } from 'react';
import { CoreError } from '@gangway/core/errors';
import { focusWords } from '@gangway/core/checks/wording';
import { farAndNear } from '@gangway/core/focus/farAndNear';
import { hingeTable, settingByHinge } from '@gangway/core/focus/hinge';
import { apertureForSpread } from '@gangway/core/focus/spread';
import { lensTilt } from '@gangway/core/rig/tilt';
import { wantedPlanes } from '@gangway/core/scene/things';
import { focusFor } from '@gangway/core/geometry/standards';
import { defocus } from '@gangway/core/geometry/pins';
import { turnedToCamera } from '@gangway/core/space/pose';
import { markedFor, noSolutionSentence, type Solved } from '@gangway/core/planning/solveFocus';
import { apertureWords, fixed, metresWords, turnWords } from '@gangway/core/words';
import { NumberField } from '../../ui/NumberField';
import { useSought } from '../checks/solverClient';
import type { SetupPatch } from '@gangway/core/model/setup';
import type { TurnedBy } from '@gangway/core/planning/solveFocus';
import type { StandardTurn } from '@gangway/core/model/movements';
import type { LensTilt } from '@gangway/core/rig/tilt';
import type { TiltMechanism } from '@gangway/core/focus/tiltMechanism';
import type { FarAndNear, Turn } from '@gangway/core/focus/farAndNear';
import { focusEdit } from './focusEdit';
import { Th } from '../../ui/Table';
import { Select } from '../../ui/Select';
import { TextButton } from '../../ui/TextButton';
import { setupTiltMechanism } from '@gangway/core/planning/setupTilt';

const SCHOOLS = {
  least: focusText.widestUsableApertureDefault,
  hinge: focusText.hingeDistance,
  farNear: focusText.farAndNearByEye,
  spread: focusText.spreadOnTheRail,
} as const;
type School = keyof typeof SCHOOLS;

const WHY: Readonly<Record<School, string>> = {
  least: focusText.keepsAllPinsSharpAt,
  hinge: focusText.forAPlaneThatRuns,
  farNear: focusText.asOnTheGroundGlass,
  spread: focusText.withTheLensSetRead,
};

/** From pins to movement, by four schools. */
export function SolvePanel({ geometry }: { readonly geometry: Geometry }) {
  const [school, setSchool] = useState<School>('least');
  return (
    <div>
      <Select aria-label={focusText.howToPlaceThePlane} value={school} onChange={(event) => setSchool(event.target.value as School)} wide>
        {Object.entries(SCHOOLS).map(([id, words]) => (
          <option key={id} value={id}>
            {say(focusText.by2, { words })}
          </option>
        ))}
      </Select>
      <p className="mt-1 text-xs text-ink-soft">{WHY[school]}</p>
      {school === 'least' && <Least geometry={geometry} />}
      {school === 'hinge' && <Hinge geometry={geometry} />}
      {school === 'farNear' && <FarNear geometry={geometry} />}
      {school === 'spread' && <Spread geometry={geometry} />}
    </div>
  );
}

function Least({ geometry }: { readonly geometry: Geometry }) {
  const sought = useSought('solutions', geometry.settings);
  if (!sought) return <p role="status">{focusText.solving}</p>;
  const { front, rear, none } = sought.answer;
  const ways = [
    { key: 'front', title: focusText.lensTilted, solved: front },
    { key: 'rear', title: focusText.backTurned, solved: rear },
    { key: 'none', title: focusText.straight, solved: none },
  ];
  const locked = setupTiltMechanism(geometry.settings)?.kind === 'line';
  const shown = ways.filter(({ key, solved }) => key === 'front' || solved.ok);
  return (
    <ul className="mt-1 grid gap-1.5" aria-label={focusText.solutions}>
      {shown.map(({ key, title, solved }) => (
        <li key={key} data-solution={key}>
          <Solution title={title} solved={solved} isSet={sought.fresh && solved.ok && setSo(solved.solution, geometry)} />
        </li>
      ))}
      {locked && <li className="text-ink-soft">{focusText.theTiltOfThisRig}</li>}
    </ul>
  );
}

/** Whether a setup is already set as a solution says. */
function setSo({ focusM, front, rear }: Extract<Solved, { ok: true }>['solution'], geometry: Geometry): boolean {
  return (
    geometry.settings.focusM === focusM &&
    geometry.settings.front.tiltDeg === front.tiltDeg &&
    geometry.settings.front.swingDeg === front.swingDeg &&
    geometry.settings.rear.tiltDeg === rear.tiltDeg &&
    geometry.settings.rear.swingDeg === rear.swingDeg
  );
}

const Solution = memo(function Solution({
  title,
  solved,
  isSet,
}: {
  readonly title: string;
  readonly solved: Solved;
  readonly isSet: boolean;
}) {
  if (!solved.ok) {
    return (
      <div>
        <p>
          <span className="font-medium">{title}:</span> {noSolutionSentence(solved.why)}
        </p>
        {solved.nearest && (
          <p className="mt-0.5">
            {say(focusText.withoutIt, { nearest: setWords(solved.nearest), nearest2: needWords(solved.nearest) })}{' '}
            <SetButton onSet={() => solved.nearest && focusEdit.applyFocus(solved.nearest.patch, setWords(solved.nearest))} />
          </p>
        )}
      </div>
    );
  }
  const { solution } = solved;
  return (
    <p className="tabular-nums">
      <span className="font-medium">{title}:</span> {setWords(solution)}; {needWords(solution)}.{' '}
      {isSet ? (
        <span className="text-ink-soft">{focusText.alreadySet}</span>
      ) : (
        <SetButton onSet={() => focusEdit.applyFocus(solution.patch, setWords(solution))} />
      )}
    </p>
  );
});

function setWords({ front, rear, focusM, by }: Extract<Solved, { ok: true }>['solution']): string {
  const straight = rear.tiltDeg === 0 && rear.swingDeg === 0;
  const turned = turnedLine(by, straight, rear, front);
  return [turned, focusWords(focusM)].filter(Boolean).join(', ');
}

function turnedLine(by: TurnedBy, straight: boolean, rear: StandardTurn, front: StandardTurn): string {
  if (by === 'rear') {
    if (straight) return focusText.theBackStraightTheLens;
    return say(focusText.back, { rear: turnWords(rear) });
  }
  if (by === 'none') return '';
  return turnWords(front);
}

function needWords({ fNumber, marked }: Extract<Solved, { ok: true }>['solution']): string {
  if (marked === null) return say(focusText.itWouldNeedFWhich, { fNumber: fixed(fNumber, 0) });
  return say(focusText.sharpFrom, { marked: apertureWords(marked), fNumber: fNumber > 0.5 ? ` (f/${fixed(fNumber, 1)})` : '' });
}

function SetButton({ onSet, words = focusText.apply }: { readonly onSet: () => void; readonly words?: string }) {
  return (
    <TextButton onClick={onSet} className="font-medium">
      {words}
    </TextButton>
  );
}

function Hinge({ geometry }: { readonly geometry: Geometry }) {
  const { scene, rig } = geometry.settings;
  const back = geometry.back;
  const [typed, setTyped] = useState<{ readonly belowM: number; readonly slopeDeg: number } | null>(null);
  if (!scene || !back) return null;
  const planes = wantedPlanes(scene).flatMap(({ key, name, normal, offsetM }) => {
    // Seen from the back: how far straight below the lens, and how it rises.
    const n = turnedToCamera(back.axes, normal);
    const d = offsetM - (normal[0] * back.at[0] + normal[1] * back.at[1] + normal[2] * back.at[2]);
    if (Math.abs(n[1]) < 0.02) return [];
    return [{ key, name, belowM: -d / n[1], slopeDeg: (Math.atan(-n[2] / n[1]) * 180) / Math.PI }];
  });
  const [first] = planes;
  const wanted = typed ?? (first && { belowM: first.belowM, slopeDeg: first.slopeDeg }) ?? { belowM: scene.cameraHeightM, slopeDeg: 0 };
  const { focalMm } = rig.lens;
  let words: string;
  let patch: SetupPatch | null = null;
  try {
    const setting = settingByHinge(focalMm, wanted);
    const front = { tiltDeg: Math.round(setting.tiltDeg * 100) / 100 + 0, swingDeg: 0 };
    const focusM = focusFor(focalMm, setting.imageMm / Math.cos((setting.tiltDeg * Math.PI) / 180));
    patch = { front, focusM };
    words = say(focusText.then, { front: turnWords(front), focusM: focusWords(focusM) });
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    words = say(focusText.thisPlaneCannotBeReached, {
      belowM:
        wanted.belowM === 0
          ? focusText.itGoesThroughTheLens
          : say(focusText.aHingeMAwayWith, { belowM: lengthWords(Math.abs(wanted.belowM), 2), focalMm: fixed(focalMm, 0) }),
    });
  }
  const tilt = lensTilt(rig.parts);
  const mechanism = setupTiltMechanism(geometry.settings);
  const most = mostTilt(mechanism);
  const step = tableStep(tilt, most);
  return (
    <div className="mt-1">
      <div className="grid justify-items-end gap-1">
        {planes.length > 0 && (
          <Select
            aria-label={focusText.planeThatIsWanted}
            value=""
            onChange={(event) => {
              const plane = planes.find(({ key }) => key === event.target.value);
              if (plane) setTyped({ belowM: plane.belowM, slopeDeg: plane.slopeDeg });
            }}
            wide
          >
            <option value="">{focusText.useAPlaneOfThe}</option>
            {planes.map(({ key, name }) => (
              <option key={key} value={key}>
                {name}
              </option>
            ))}
          </Select>
        )}
        <NumberField
          label={focusText.lensAboveThePlane}
          unit="m"
          decimals={2}
          value={wanted.belowM}
          onCommit={(belowM) => (Math.abs(belowM) > 1000 ? focusText.lensAboveThePlaneAt : (setTyped({ ...wanted, belowM }), null))}
        />
        <NumberField
          label={focusText.planeRisesAway}
          unit="°"
          decimals={1}
          value={wanted.slopeDeg}
          onCommit={(slopeDeg) => (Math.abs(slopeDeg) >= 89 ? focusText.planeRisesAwayItMust : (setTyped({ ...wanted, slopeDeg }), null))}
        />
      </div>
      <p className="mt-1" data-testid="hinge-answer">
        {words} {patch && <SetButton onSet={() => focusEdit.applyFocus(patch, words)} />}
      </p>
      <details className="mt-1">
        <summary className="cursor-pointer text-ink-soft">{focusText.tableOfThisRig}</summary>
        {most < 0.05 ? (
          <p>{focusText.thisRigDoesNotTilt2}</p>
        ) : (
          <table className="w-full border-collapse tabular-nums">
            <thead>
              <tr className="border-b border-rule text-ink-soft">
                <Th className="text-left">{focusText.tilt}</Th>
                <Th end>{focusText.hingeBelowTheLens}</Th>
              </tr>
            </thead>
            <tbody>
              {hingeTable(focalMm, Math.min(most, 12 * step), step).map(({ tiltDeg, hingeM }) => (
                <tr key={tiltDeg} className="border-b border-hairline">
                  <td>{fixed(tiltDeg, 1)}°</td>
                  <td className="text-right">{metresWords(hingeM)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </details>
    </div>
  );
}

function tableStep(tilt: LensTilt, most: number): number {
  if (tilt.kind === 'mount' && tilt.stepDeg !== null) return tilt.stepDeg / 2;
  if (most > 10) return 1;
  return 0.5;
}

function mostTilt(mechanism: TiltMechanism | null): number {
  if (mechanism?.kind === 'cone') return mechanism.maxDeg;
  if (mechanism?.kind === 'box') return Math.max(...mechanism.tiltDeg);
  if (mechanism?.kind === 'line') return Math.max(...mechanism.rangeDeg);
  return 10;
}

function FarNear({ geometry }: { readonly geometry: Geometry }) {
  const placed = geometry.placedPins.filter(({ pin }) => pin.role !== 'soft');
  const points = placed.flatMap(({ pin, points: own }) => own.map((at) => ({ name: pin.name, at })));
  const far = points.reduce<(typeof points)[number] | null>((most, each) => (most === null || each.at[2] > most.at[2] ? each : most), null);
  const near = points.reduce<(typeof points)[number] | null>(
    (least, each) => (least === null || each.at[2] < least.at[2] ? each : least),
    null,
  );
  if (!far || !near || far.at[2] - near.at[2] < 1e-6) return <p className="mt-1">{focusText.placeOnePinFarAway}</p>;
  const mechanism = setupTiltMechanism(geometry.settings);
  if (mechanism === null) return <p className="mt-1">{focusText.howFarThisLensTilts}</p>;
  const most = mostAngle(mechanism);
  const angleDeg = mechanism.kind === 'line' ? mechanism.angleDeg : 0;
  if (most < 0.05) return <p className="mt-1">{focusText.thisRigDoesNotTiltFocus}</p>;
  const { focalMm } = geometry.settings.rig.lens;
  const { cocMm } = geometry.blurAllowed;
  // A magnified picture is judged finer than the aperture will forgive.
  const within = Math.max(0.002, geometry.settings.fNumber * cocMm * 0.1);
  let found;
  try {
    found = farAndNear({ focalMm, farM: far.at, nearM: near.at, angleDeg, mostDeg: most, withinMm: within });
  } catch (error) {
    if (error instanceof CoreError) return <p className="mt-1">{error.message}</p>;
    throw error;
  }
  const last = found.turns[found.turns.length - 1];
  // Of one thing that reaches from near to far it is its two ends.
  const [farName, nearName] =
    far.name === near.name
      ? [say(focusText.theFarEndOf, { name: far.name }), say(focusText.theNearEndOf, { name: near.name })]
      : [`“${far.name}”`, `“${near.name}”`];
  return (
    <div className="mt-1">
      <ol className="grid gap-0.5 tabular-nums" aria-label={focusText.stepsByFarAndNear}>
        {found.turns.slice(0, 9).map(({ does, turnDeg, extensionMm, otherMm }, i) => (
          <li key={i}>
            {i + 1}.{' '}
            {does === 'focusFar'
              ? say(focusText.focusRailMm, { farName, extensionMm: fixed(extensionMm, 2) })
              : say(focusText.tiltUntilIsSharpBack, {
                  nearName,
                  turnDeg: fixed(Math.abs(turnDeg), 1),
                  turnDeg2: turnDeg < 0 ? 'yes' : 'no',
                })}
            {Math.abs(otherMm) <= within
              ? focusText.bothStaySharp
              : say(focusText.nearIsMmOff, { does: does === 'focusFar' ? 'yes' : 'no', otherMm: fixed(Math.abs(otherMm), 2) })}
          </li>
        ))}
      </ol>
      <p className="mt-1">
        {endLine(found, last)}{' '}
        {last && (
          <SetButton
            onSet={() =>
              focusEdit.applyFocus(
                {
                  front: { tiltDeg: Math.round(last.turnDeg * 100) / 100 + 0, swingDeg: geometry.settings.front.swingDeg },
                  focusM: focusFor(focalMm, (focalMm + last.extensionMm) / Math.cos((last.turnDeg * Math.PI) / 180)),
                },
                say(focusText.tiltByFarAndNear, { turnDeg: fixed(last.turnDeg, 1) }),
              )
            }
            words={focusText.applyFinalSetting}
          />
        )}
      </p>
    </div>
  );
}

function endLine(found: FarAndNear, last: Turn | undefined): string {
  if (found.settled) return focusText.settled;
  if (found.ended) return focusText.theTiltEndsBeforeBoth;
  return say(focusText.itContinuesTo, { turnDeg: fixed(Math.abs(last?.turnDeg ?? 0), 1) });
}

function mostAngle(mechanism: TiltMechanism): number {
  if (mechanism.kind === 'cone') return mechanism.maxDeg;
  if (mechanism.kind === 'box') return Math.max(Math.abs(mechanism.tiltDeg[0]), mechanism.tiltDeg[1]);
  if (mechanism.kind === 'line') return Math.max(...mechanism.rangeDeg);
  return 45;
}

function Spread({ geometry }: { readonly geometry: Geometry }) {
  const [near, setNear] = useState<number | null>(null);
  const [far, setFar] = useState<number | null>(null);
  const { cocMm } = geometry.blurAllowed;
  const m = Math.max(0, geometry.magnification);
  const setting = geometry.focus;
  const expected = geometry.placedPins
    .filter(({ pin }) => pin.role === 'sharp')
    .flatMap(({ points }) => points.map((point) => setting.imageMm / (1 - defocus(setting, point))));
  const [least, most] = [Math.min(...expected), Math.max(...expected)];
  const given = near !== null && far !== null ? Math.abs(near - far) : null;
  const found = given === null ? null : apertureForSpread(given, cocMm, m);
  const mark = (n: number): string => {
    const marked = markedFor(geometry.settings, n);
    return marked === null ? say(focusText.fSmallerThanThisLens, { n: fixed(n, 0) }) : `${apertureWords(marked)} (f/${fixed(n, 1)})`;
  };
  const take = (set: (mm: number) => void) => (mm: number) => {
    if (Math.abs(mm) > 2000) return focusText.aRailReadingMustBe;
    set(mm);
    return null;
  };
  return (
    <div className="mt-1">
      <div className="grid justify-items-end gap-1">
        <NumberField label={focusText.railAtTheNearest} unit="mm" decimals={2} value={near ?? 0} onCommit={take(setNear)} />
        <NumberField label={focusText.railAtTheFarthest} unit="mm" decimals={2} value={far ?? 0} onCommit={take(setFar)} />
      </div>
      {expected.length > 0 && most > least && Number.isFinite(most) && (
        <p className="mt-1 text-ink-soft">{say(focusText.thePinsSayMmBetween, { most: fixed(most - least, 2) })}</p>
      )}
      {found && given !== null && near !== null && far !== null ? (
        <p className="mt-1 tabular-nums" data-testid="spread-answer">
          {say(focusText.spreadMmEnoughDepthBalance, {
            given: fixed(given, 2),
            fNumber: mark(found.fNumber),
            balancedFNumber: mark(found.balancedFNumber),
            near: fixed((near + far) / 2, 2),
          })}
        </p>
      ) : (
        <p className="mt-1 text-ink-soft">{focusText.enterBothReadings}</p>
      )}
    </div>
  );
}
