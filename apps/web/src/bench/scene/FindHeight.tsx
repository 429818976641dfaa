import { sceneText } from '@gangway/messages/web/bench/scene';
import { say } from '@gangway/messages/say';
import { useState } from 'react';
import { typedLength } from '@gangway/contract/typedLength';
import { typedNumber } from '@gangway/contract/typedNumber';
import { CoreError } from '@gangway/core/errors';
import { heightByAngle, heightByBaseline, heightByPicture, heightByStoreys, type FoundHeight } from '@gangway/core/survey/height';
import { fixed } from '@gangway/core/words';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import type { Scene } from '@gangway/core/model/scene';
import { Select } from '../../ui/Select';

interface Ask {
  readonly key: string;
  readonly label: string;
  readonly unit: string;
  readonly start: string;
}

interface Method {
  readonly title: string;
  readonly how: string;
  readonly asks: readonly Ask[];
  readonly find: (of: (key: string) => number) => FoundHeight;
}

const ask = (key: string, label: string, unit: string, start = ''): Ask => ({ key, label, unit, start });

/** The four ways to a height that a photographer has on the spot. */
const METHODS = {
  angle: {
    title: sceneText.distanceAndAngle,
    how: sceneText.measureToItsFootAnd,
    asks: [
      ask('distanceM', sceneText.distanceToTheFoot, 'm'),
      ask('angleDeg', sceneText.angleUpToTheTop, '°'),
      ask('eyeM', sceneText.heightOfTheEye, 'm', '1.6'),
      ask('distanceErrorM', sceneText.distanceSureTo, '± m', '0.2'),
      ask('angleErrorDeg', sceneText.angleSureTo, '± °', '0.5'),
    ],
    find: (of) =>
      heightByAngle({
        distanceM: of('distanceM'),
        angleDeg: of('angleDeg'),
        eyeM: of('eyeM'),
        distanceErrorM: of('distanceErrorM'),
        angleErrorDeg: of('angleErrorDeg'),
      }),
  },
  baseline: {
    title: sceneText.twoAnglesAlongALine,
    how: sceneText.whereTheFootCannotBe,
    asks: [
      ask('baselineM', sceneText.walked, 'm'),
      ask('farDeg', sceneText.angleFromTheFartherPlace, '°'),
      ask('nearDeg', sceneText.angleFromTheNearerPlace, '°'),
      ask('eyeM', sceneText.heightOfTheEye, 'm', '1.6'),
      ask('baselineErrorM', sceneText.walkSureTo, '± m', '0.2'),
      ask('angleErrorDeg', sceneText.anglesSureTo, '± °', '0.5'),
    ],
    find: (of) =>
      heightByBaseline({
        baselineM: of('baselineM'),
        farDeg: of('farDeg'),
        nearDeg: of('nearDeg'),
        eyeM: of('eyeM'),
        baselineErrorM: of('baselineErrorM'),
        angleErrorDeg: of('angleErrorDeg'),
      }),
  },
  storeys: {
    title: sceneText.storeysCounted,
    how: sceneText.measureOrGuessOneStorey,
    asks: [
      ask('storeys', sceneText.storeys, ''),
      ask('storeyM', sceneText.oneStorey, 'm'),
      ask('restM', sceneText.roofAndBase, 'm', '0'),
      ask('storeyErrorM', sceneText.oneStoreySureTo, '± m', '0.15'),
    ],
    find: (of) => heightByStoreys(of('storeys'), of('storeyM'), of('restM'), of('storeyErrorM')),
  },
  picture: {
    title: sceneText.aTestPicture,
    how: sceneText.takenLevelWithSomethingOf,
    asks: [
      ask('knownM', sceneText.theKnownThing, 'm'),
      ask('knownPx', sceneText.itIsHighInThe, 'px'),
      ask('wantedPx', sceneText.theWholeIsHigh, 'px'),
      ask('knownErrorM', sceneText.knownSureTo, '± m', '0.02'),
      ask('readErrorPx', sceneText.eachEndReadTo, '± px', '3'),
    ],
    find: (of) =>
      heightByPicture({
        knownM: of('knownM'),
        knownPx: of('knownPx'),
        wantedPx: of('wantedPx'),
        knownErrorM: of('knownErrorM'),
        readErrorPx: of('readErrorPx'),
      }),
  },
} as const satisfies Readonly<Record<string, Method>>;

type MethodId = keyof typeof METHODS;

interface FindHeightProps {
  readonly scene: Scene;
  readonly onUse: (heightM: number) => string | null;
  readonly onClose: () => void;
}

/** Finds a height that is not known, with how sure it is. */
export function FindHeight({ scene, onUse, onClose }: FindHeightProps) {
  const [id, setId] = useState<MethodId>('angle');
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({
    distanceM: String(scene.distanceM),
    eyeM: String(scene.cameraHeightM),
  });
  const [refusal, setRefusal] = useState<string | null>(null);
  const method: Method = METHODS[id];
  const textOf = ({ key, start }: Ask) => typed[key] ?? start;
  const found = foundBy(method, textOf);
  return (
    <Dialog open onClose={onClose} title={sceneText.findTheHeight} help={method.how}>
      <div className="grid gap-2 text-sm">
        <Select aria-label={sceneText.how} value={id} onChange={(event) => setId(event.target.value as MethodId)}>
          {Object.entries(METHODS).map(([key, { title }]) => (
            <option key={key} value={key}>
              {title}
            </option>
          ))}
        </Select>
        {method.asks.map((each) => (
          <label key={each.key} className="flex items-baseline justify-between gap-3">
            <span>{each.label}</span>
            <span className="inline-flex items-baseline gap-1.5">
              <input
                inputMode="decimal"
                autoComplete="off"
                value={textOf(each)}
                onChange={(event) => setTyped({ ...typed, [each.key]: event.target.value })}
                className="w-20 rounded-sm border-b border-rule bg-transparent px-1 text-right tabular-nums focus:bg-sunk"
              />
              <span className="w-9 text-ink-soft">{each.unit}</span>
            </span>
          </label>
        ))}
        <p role="status" className="mt-1 border-t border-hairline pt-2 text-base tabular-nums">
          {found.kind === 'found' ? (
            `${fixed(found.height.heightM, 2)} m, ± ${fixed(found.height.uncertaintyM, 2)} m`
          ) : (
            <span className="text-sm text-ink-soft">{found.words}</span>
          )}
        </p>
        {found.kind === 'found' && <p className="text-xs text-ink-soft">{sceneText.isOneStandardDeviationTwo}</p>}
        {refusal && (
          <p role="alert" className="text-fails">
            {refusal}
          </p>
        )}
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>{sceneText.cancel}</Button>
          <Button
            look="main"
            disabled={found.kind !== 'found'}
            onClick={() => found.kind === 'found' && setRefusal(onUse(Math.round(found.height.heightM * 100) / 100))}
          >
            {sceneText.useIt}
          </Button>
        </div>
      </div>
    </Dialog>
  );
}

type Found = { readonly kind: 'found'; readonly height: FoundHeight } | { readonly kind: 'open'; readonly words: string };

function foundBy(method: Method, textOf: (ask: Ask) => string): Found {
  const numbers = new Map<string, number>();
  for (const each of method.asks) {
    const text = textOf(each).trim();
    if (text === '') return { kind: 'open', words: say(sceneText.isStillToBeGiven, { label: each.label }) };
    const number = each.unit === 'm' ? typedLength(text, 'm') : typedNumber(text);
    if (number === null || !Number.isFinite(number))
      return { kind: 'open', words: say(sceneText.isNotANumber, { label: each.label, text: text.slice(0, 24) }) };
    numbers.set(each.key, number);
  }
  try {
    return { kind: 'found', height: method.find((key) => numbers.get(key) ?? Number.NaN) };
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    const asked = method.asks.find(({ key }) => key === error.path[0]);
    return { kind: 'open', words: asked ? error.message.replaceAll(asked.key, asked.label) : error.message };
  }
}
