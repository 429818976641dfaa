import { lengthWords } from '@gangway/messages/length';
import { plateText } from '@gangway/messages/web/bench/plate';
import { say } from '@gangway/messages/say';
import { X } from 'lucide-react';
import { memo, useDeferredValue } from 'react';
import { useParams } from 'react-router';
import { PLATE_BOUNDS } from '@gangway/contract/plate';
import type { OtherPhotograph, Plate } from '@gangway/core/model/plate';
import { heightByMove, type HeightByMoveResult } from '@gangway/core/plate/apart';
import { knownPlate, type KnownOther, type KnownPlate } from '@gangway/core/plate/known';
import { fixed } from '@gangway/core/words';
import { Button, IconButton } from '../../ui/Button';
import { Choices } from '../../ui/Choices';
import { NumberField } from '../../ui/NumberField';
import { TextButton } from '../../ui/TextButton';
import { PanelSection } from '../PanelSection';
import { ChoosePicture } from './ChoosePicture';
import { doubted, doubtOf, found, TAPE_M } from './measured';
import { addOther, amendOther } from './others';
import { plateEdit } from './plateEdit';
import { useCompared } from './useCompared';

interface OthersPanelProps {
  readonly plate: Plate;
  readonly known: KnownPlate;
}

/** Other photographs of the place: beside the first, or from a position that was measured. */
export const OthersPanel = memo(function OthersPanel({ plate: present }: Pick<OthersPanelProps, 'plate'>) {
  const { jobId = '', setupId = '' } = useParams();
  // A line that is dragged does not wait for what follows from it here.
  const plate = useDeferredValue(present);
  const known = knownPlate(plate);
  // A sphere shows all of the place, and gives no scale.
  if (plate.kind === 'sphere') return null;
  return (
    <PanelSection title={plateText.others} help={plateText.othersHelp} folds="plate-others">
      <ul className="grid gap-2">
        {known.others.map((other) => (
          <Other key={other.photograph.pictureId} plate={plate} known={known} other={other} />
        ))}
      </ul>
      <div className="mt-1.5">
        <ChoosePicture label={plateText.othersAdd} onChoose={(file) => addOther({ jobId, setupId }, file)} />
      </div>
    </PanelSection>
  );
});

function Other({ plate, known, other }: OthersPanelProps & { readonly other: KnownOther }) {
  const { pictureId, name, matches, apart, equivalentMm } = other.photograph;
  const compared = useCompared(plate.pictureId, pictureId, matches !== null);
  const focal = PLATE_BOUNDS.equivalentMm;
  return (
    <li className="border-t border-hairline pt-1" data-testid="other-photograph">
      <div className="flex items-center gap-1">
        <span className="min-w-0 grow font-medium break-words">{name}</span>
        <IconButton
          label={say(plateText.otherRemove, { name })}
          onClick={() => amendOther(pictureId, () => null, say(plateText.otherRemoved, { name }))}
        >
          <X size={15} aria-hidden />
        </IconButton>
      </div>
      {compared.state === 'idle' && (
        <p className="text-tight">
          {plateText.otherNotCompared} <TextButton onClick={compared.again}>{plateText.otherCompare}</TextButton>
        </p>
      )}
      {compared.state === 'comparing' && <p role="status">{plateText.otherComparing}</p>}
      {compared.state === 'waiting' && <p role="status">{plateText.otherWaiting}</p>}
      {compared.trouble !== null && (
        <p role="alert" className="text-fails">
          {compared.trouble} <TextButton onClick={compared.again}>{plateText.retry}</TextButton>
        </p>
      )}
      {matches !== null && (
        <>
          <Choices
            label={say(plateText.otherFrom, { name })}
            choices={[
              { id: 'here', name: plateText.otherHere },
              { id: 'apart', name: plateText.otherApart },
            ]}
            value={apart === null ? 'here' : 'apart'}
            onChoose={(id) =>
              amendOther(
                pictureId,
                (each) => ({ ...each, apart: id === 'here' ? null : (each.apart ?? { byM: null, doubtM: TAPE_M }) }),
                say(id === 'here' ? plateText.otherSaidHere : plateText.otherSaidElsewhere, { name }),
              )
            }
          />
          {equivalentMm === null && (
            <div className="mt-1 grid justify-items-end">
              <p className="justify-self-start text-tight">{plateText.otherEquivalent}</p>
              <NumberField
                label={focal.label}
                unit={focal.unit}
                value={26}
                empty
                decimals={0}
                onCommit={(mm) => amendOther(pictureId, (each) => ({ ...each, equivalentMm: mm }), `${focal.label} ${fixed(mm, 0)} mm`)}
              />
            </div>
          )}
          {equivalentMm !== null && apart === null && <Turned known={known} other={other} />}
          {equivalentMm !== null && apart !== null && <Apart plate={plate} known={known} other={other} apart={apart} />}
        </>
      )}
    </li>
  );
}

/** How a photograph from the same position was turned from the first. */
function Turned({ known: { held }, other: { turned } }: { readonly known: KnownPlate; readonly other: KnownOther }) {
  if (held === null) return <p className="mt-1 text-tight">{plateText.otherNeedsLevel}</p>;
  if (turned === null) return <p className="mt-1 text-tight">{plateText.otherTooFew}</p>;
  const off = fixed(turned.offDeg, 2);
  if (!turned.fits) return <p className="mt-1 text-tight tabular-nums">{say(plateText.otherParts, { off })}</p>;
  const [yaw, pitch] = [turned.held.yawDeg - held.yawDeg, turned.held.pitchDeg - held.pitchDeg];
  return (
    <p className="mt-1 tabular-nums">
      {say(plateText.otherTurned, {
        yaw: fixed(Math.abs(yaw), 1),
        right: yaw >= 0 ? 'yes' : 'no',
        pitch: fixed(Math.abs(pitch), 1),
        up: pitch >= 0 ? 'yes' : 'no',
        off,
        n: turned.used,
      })}
    </p>
  );
}

const MISSING: Readonly<Record<Extract<HeightByMoveResult, { missing: unknown }>['missing'], string>> = {
  apart: plateText.otherMissingApart,
  comparison: plateText.otherComparing,
  focal: plateText.otherEquivalent,
  level: plateText.otherNeedsLevel,
  outline: plateText.otherMissingOutline,
  matches: plateText.otherTooFew,
  move: plateText.otherMissingMove,
};

type Step = NonNullable<OtherPhotograph['apart']>;

/** The step to a photograph from another position, and the height that follows. */
function Apart({ plate, known, other, apart }: OthersPanelProps & { readonly other: KnownOther; readonly apart: Step }) {
  const { pictureId, name } = other.photograph;
  const { apartM, apartDoubtM } = PLATE_BOUNDS;
  const result = found(() => heightByMove(plate, known, other, doubtOf(plate, known)));
  return (
    <>
      <div className="mt-1 grid justify-items-end gap-1">
        <NumberField
          label={apartM.label}
          unit={apartM.unit}
          value={apart.byM ?? 0}
          empty={apart.byM === null}
          decimals={2}
          onCommit={(byM) =>
            amendOther(
              pictureId,
              (each) => ({ ...each, apart: { ...apart, byM } }),
              say(plateText.otherSaidApart, { name, m: lengthWords(byM, 2) }),
            )
          }
        />
        <NumberField
          label={apartDoubtM.label}
          unit={apartDoubtM.unit}
          value={apart.doubtM}
          decimals={2}
          onCommit={(doubtM) =>
            amendOther(
              pictureId,
              (each) => ({ ...each, apart: { ...apart, doubtM } }),
              say(plateText.apartDoubtSaid, { m: lengthWords(doubtM, 2) }),
            )
          }
        />
      </div>
      {'why' in result ? <p className="mt-1 text-tight">{result.why}</p> : <Height plate={plate} result={result.found} />}
    </>
  );
}

/** Heights nearer than this are the same, m: they are shown to the centimetre. */
const SAME_M = 0.0015;

function Height({ plate, result }: { readonly plate: Plate; readonly result: HeightByMoveResult }) {
  if ('missing' in result) return <p className="mt-1 text-tight">{MISSING[result.missing]}</p>;
  const { cameraHeightM, doubtM, measuredDoubtM, strained, used } = result.found;
  // Without the uncertainty of the level that of every measurement is unknown: what is known is stored.
  const storedDoubtM = doubtM ?? measuredDoubtM;
  const height = doubted(lengthWords(cameraHeightM, 2), doubtM);
  const isUsed = Math.abs(plate.cameraHeightM - cameraHeightM) < SAME_M && Math.abs(plate.cameraHeightDoubtM - storedDoubtM) < SAME_M;
  const rounded = (m: number): number => Math.round(m * 1e4) / 1e4;
  const use = () =>
    plateEdit.amend(
      (each) => ({ ...each, cameraHeightM: rounded(cameraHeightM), cameraHeightDoubtM: rounded(storedDoubtM) }),
      say(plateText.cameraHeightSaid, { m: lengthWords(cameraHeightM, 2) }),
    );
  return (
    <div className="mt-1">
      {strained && <p className="text-tight">{plateText.otherStrained}</p>}
      <p className="tabular-nums">{say(plateText.otherByMove, { height, n: used })}</p>
      {isUsed ? (
        <p className="text-ink-soft">{plateText.otherHeightUsed}</p>
      ) : (
        <Button look={strained ? 'plain' : 'main'} className="mt-1" onClick={use}>
          {plateText.otherUseHeight}
        </Button>
      )}
    </div>
  );
}
