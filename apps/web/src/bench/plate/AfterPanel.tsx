import { plateText } from '@gangway/messages/web/bench/plate';
import { say } from '@gangway/messages/say';
import { useMemo } from 'react';
import { useParams } from 'react-router';
import { freshGeometry, type Geometry } from '@gangway/core/geometry/geometry';
import type { Shot } from '@gangway/core/log/shotFields';
import { knownPlate } from '@gangway/core/plate/known';
import { plateInView } from '@gangway/core/plate/inView';
import { picturesOfPlate } from '@gangway/core/plate/pictures';
import { fixed } from '@gangway/core/words';
import { api, errorSentence } from '../../store/api';
import { attach } from '../../store/logWrites';
import { ErrorNote } from '../../ui/ErrorNote';
import { TextButton } from '../../ui/TextButton';
import { PanelSection } from '../PanelSection';
import { ChoosePicture } from './ChoosePicture';
import { takenWords } from './takenWords';
import { useTaken } from './useTaken';

interface AfterPanelProps {
  readonly geometry: Geometry;
  /** The frame that is laid over the plan; `null` for none. */
  readonly frameId: string | null;
  readonly onFrame: (id: string) => void;
}

/** After the shoot: frames that were taken, to be laid over the plan, and what was done differently. */
export function AfterPanel({ geometry, frameId, onFrame }: AfterPanelProps) {
  const { jobId = '', setupId = '' } = useParams();
  const { data: log, error, refetch } = api.useLogQuery(jobId);
  const ofPlace = picturesOfPlate(geometry.settings.plate);
  const frames = (log?.attachments ?? []).filter((each) => each.setupId === setupId && !ofPlace.includes(each.id));
  const shotId = frames.find(({ id }) => id === frameId)?.shotId;
  const shot = log?.shots.find(({ id }) => id === shotId) ?? null;
  if (!plateInView(geometry))
    return (
      <PanelSection title={plateText.after} help={plateText.afterHelp} folds="plate-after">
        <p className="text-ink-soft">{plateText.afterNeedsLevel}</p>
      </PanelSection>
    );
  return (
    <PanelSection title={plateText.after} help={plateText.afterHelp} folds="plate-after">
      {error && <ErrorNote words={errorSentence(error)} onRetry={() => void refetch()} />}
      {!log && !error && <p role="status">{plateText.afterLoading}</p>}
      {log && frames.length === 0 && frameId === null && <p className="mb-1 text-ink-soft">{plateText.afterNone}</p>}
      <ul className="mb-1.5 grid gap-1">
        {frames.map(({ id, name }) => (
          <li key={id} className="flex items-baseline gap-2">
            <span className={`min-w-0 grow break-words ${id === frameId ? 'font-medium' : ''}`}>{name}</span>
            {id !== frameId && (
              <TextButton aria-label={say(plateText.afterShowNamed, { name })} onClick={() => onFrame(id)}>
                {plateText.afterShow}
              </TextButton>
            )}
          </li>
        ))}
      </ul>
      {frameId !== null && <Differences geometry={geometry} shot={shot} setupId={setupId} frameId={frameId} />}
      <ChoosePicture
        label={plateText.afterChoose}
        onChoose={async (file) => {
          onFrame(await attach({ jobId, setupId, shotId: null }, file));
          return null;
        }}
      />
    </PanelSection>
  );
}

function Differences({
  geometry,
  shot,
  setupId,
  frameId,
}: {
  readonly geometry: Geometry;
  /** The shot in the log that the frame is of; `null` where none is. */
  readonly shot: Shot | null;
  readonly setupId: string;
  readonly frameId: string;
}) {
  const set = useMemo(() => asLogged(geometry, shot), [geometry, shot]);
  const taken = useTaken(set, setupId, frameId);
  return (
    <div className="mb-2" data-testid="taken">
      {taken.state === 'comparing' && <p role="status">{plateText.afterComparing}</p>}
      {taken.state === 'waiting' && <p role="status">{plateText.afterWaiting}</p>}
      {taken.state === 'failed' && (
        <p role="alert" className="text-fails">
          {taken.why} <TextButton onClick={taken.again}>{plateText.retry}</TextButton>
        </p>
      )}
      {taken.state === 'compared' && <Compared geometry={geometry} taken={taken} logged={set !== geometry} />}
    </div>
  );
}

/** A setup with the rise and shift that were logged for a shot; as it is where none were. */
function asLogged(geometry: Geometry, shot: Shot | null): Geometry {
  const { riseMm = null, shiftMm = null } = shot ?? {};
  if (riseMm === null || shiftMm === null) return geometry;
  return freshGeometry({ ...geometry.settings, movements: { riseMm, shiftMm } });
}

function Compared({
  geometry,
  taken: { reading, found },
  logged,
}: {
  readonly geometry: Geometry;
  /** Whether rise and shift are those of the log. */
  readonly logged: boolean;
  readonly taken: Extract<ReturnType<typeof useTaken>, { state: 'compared' }>;
}) {
  if (!found) return <p className="text-tight">{plateText.afterNoMatch}</p>;
  const { certain, possible, none } = takenWords(found);
  const { plate } = geometry.settings;
  const unsure = plate !== null && (knownPlate(plate).level?.uncertaintyDeg ?? null) === null;
  const px = (found.rmsMm * reading.widthPx) / geometry.wholeFrame.widthMm;
  return (
    <>
      {found.strained && <p className="mb-1 text-tight">{plateText.afterStrained}</p>}
      {certain.length + possible.length === 0 && <p className="font-medium">{plateText.afterAsPlanned}</p>}
      <ul className="tabular-nums">
        {certain.map((words) => (
          <li key={words}>{words}</li>
        ))}
      </ul>
      {possible.length > 0 && (
        <>
          <p className="mt-1 text-ink-soft">{plateText.takenPossible}</p>
          <ul className="text-ink-soft tabular-nums">
            {possible.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        </>
      )}
      {none !== null && <p className="mt-1 text-ink-soft tabular-nums">{none}</p>}
      {unsure && <p className="mt-1 text-tight">{plateText.afterLevelUnknown}</p>}
      {!found.placed && <p className="mt-1 text-tight">{plateText.afterNotPlaced}</p>}
      <p className="mt-1 text-xs text-ink-soft tabular-nums">
        {say(plateText.afterUsed, { n: found.used, px: fixed(px, 1) })} {say(plateText.afterAssumes, { logged: logged ? 'yes' : 'no' })}
      </p>
    </>
  );
}
