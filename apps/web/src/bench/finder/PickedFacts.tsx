import { lengthWords } from '@gangway/messages/length';
import { finderText } from '@gangway/messages/web/bench/finder';
import { say } from '@gangway/messages/say';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { X } from 'lucide-react';
import { useState } from 'react';
import { apart, type Picked } from '@gangway/core/framing/pick';
import { stretchAt } from '@gangway/core/framing/stretch';
import { fixed, metresWords } from '@gangway/core/words';
import { IconButton } from '../../ui/Button';
import { sceneEdit } from '../scene/sceneEdit';
import { pinEdit } from '../focus/pinEdit';
import { TextButton } from '../../ui/TextButton';

interface PickedFactsProps {
  readonly geometry: Geometry;
  readonly picks: readonly Picked[];
  readonly onClear: () => void;
}

/** What was picked in the Finder: one thing with its distance and stretch, two with what lies between them. */
export function PickedFacts({ geometry, picks, onClear }: PickedFactsProps) {
  const [refusal, setRefusal] = useState<string | null>(null);
  const [first, second] = picks;
  if (!first) return null;
  return (
    <div role="status" className="flex w-full items-center gap-x-3 text-ink">
      <span>{second ? between(geometry, first, second) : one(geometry, first)}</span>
      {!second && (
        <TextButton onClick={() => sceneEdit.watch(first.point)} className="shrink-0 text-sm font-medium">
          {finderText.watchItsStretch}
        </TextButton>
      )}
      {!second &&
        (['sharp', 'soft'] as const).map((role) => (
          <TextButton
            key={role}

            onClick={() => {
              setRefusal(
                pinEdit.addPin({
                  name: say(finderText.point, { length: geometry.settings.pins.length + 1 }),
                  role,
                  place: { kind: 'point', at: rounded(first.point) },
                }),
              );
              onClear();
            }}
            className="shrink-0 text-sm font-medium"
          >
            {role === 'sharp' ? finderText.pinItSharp : finderText.pinItSoft}
          </TextButton>
        ))}
      {refusal && <span role="alert">{refusal}</span>}
      <IconButton label={finderText.clearMeasurement} onClick={onClear}>
        <X size={15} aria-hidden />
      </IconButton>
    </div>
  );
}

/** To the millimetre: finer no finger points. */
function rounded([x, y, z]: Picked['point']): Picked['point'] {
  const mm = (m: number) => Math.round(m * 1000) / 1000 + 0;
  return [mm(x), mm(y), mm(z)];
}

function one(geometry: Geometry, { point, rangeM }: Picked): string {
  const stretch = stretchAt(geometry, point);
  const [x, height] = point;
  return say(finderText.awayMUpMLeft, {
    rangeM: metresWords(rangeM),
    height: lengthWords(height, 2),
    x: lengthWords(Math.abs(x), 2),
    x2: x < 0 ? 'yes' : 'no',
    stretch: stretch === null ? '' : say(finderText.aBallThereIsDrawn, { stretch: fixed(stretch, 2) }),
  });
}

function between(geometry: Geometry, a: Picked, b: Picked): string {
  const found = apart(geometry, a, b);
  if (!found) return finderText.oneOfThemIsNo;
  const { widthMm, heightMm, columnsPx, rowsPx } = geometry.settings.rig.back;
  const px =
    columnsPx === null || rowsPx === null
      ? ''
      : `, ${fixed((found.onBackMm * Math.max(columnsPx, rowsPx)) / Math.max(widthMm, heightMm), 0)} px`;
  return say(finderText.betweenThemMmOnThe, {
    metres: metresWords(found.metres),
    onBackMm: fixed(found.onBackMm, 2),
    columnsPx: columnsPx === null ? 'yes' : 'no',
    px,
    angleDeg: fixed(found.angleDeg, 1),
  });
}
