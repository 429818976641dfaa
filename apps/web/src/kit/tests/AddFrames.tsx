import { say } from '@gangway/messages/say';
import { testsText } from '@gangway/messages/web/kit/tests';
import { Aperture, Upload } from 'lucide-react';
import { useRef, useState, type DragEvent } from 'react';
import { lensTestGained, type GainedFrame } from '../../store/api';
import { sendFiles } from '../../store/sendFiles';
import { useAppDispatch } from '../../store/store';
import { Button } from '../../ui/Button';
import { Progress } from '../../ui/Progress';
import type { OpenTest } from './TestPage';
import { useWallBack } from './useWallBack';

const TYPES = '.png,.jpg,.jpeg,.tif,.tiff,image/png,image/jpeg,image/tiff';

/** Where frames come in: chosen or dropped files, or the simulated back. */
export function AddFrames({ open }: { readonly open: OpenTest }) {
  const { test, lens, rig } = open;
  const empty = test.settings.shots.filter(({ frameId }) => frameId === null).length;
  const circleMm = rig?.lens.circle.imageCircleMm ?? lens?.specs.imageCircleMm ?? null;
  const focalMm = rig?.lens.focalMm ?? lens?.specs.focalMm ?? null;
  const widestFNumber = rig?.lens.widestFNumber ?? lens?.specs.widestFNumber ?? null;
  const nominal =
    circleMm === null || focalMm === null || widestFNumber === null ? null : { focalMm, imageCircleMm: circleMm, widestFNumber };
  const { expose, cancel, progress, trouble } = useWallBack(test, nominal);
  return (
    <div className="grid items-start gap-4 md:grid-cols-2">
      <Files testId={test.id} />
      <section aria-label={testsText.simulatedBack} className="grid content-start gap-2">
        <h3 className="font-semibold">{testsText.simulatedBack}</h3>
        <p className="text-sm text-ink-soft">{nominal ? testsText.simulatedHelp : testsText.needsCircle}</p>
        {empty === 0 && !progress && <p className="text-sm">{testsText.everyPlaceFilled}</p>}
        {progress && (
          <div className="flex items-center gap-2">
            <Progress share={(progress.i - 1) / progress.n} words={say(testsText.exposing, progress)} />
            <Button onClick={cancel}>{testsText.cancel}</Button>
          </div>
        )}
        {empty > 0 && !progress && (
          <div>
            <Button disabled={!nominal} onClick={() => void expose()}>
              <Aperture size={14} aria-hidden /> {say(testsText.expose, { n: empty })}
            </Button>
          </div>
        )}
        {trouble !== null && <p role="alert">{trouble}</p>}
      </section>
    </div>
  );
}

function Files({ testId }: { readonly testId: string }) {
  const dispatch = useAppDispatch();
  const chooser = useRef<HTMLInputElement>(null);
  const stop = useRef<AbortController | null>(null);
  const [over, setOver] = useState(false);
  const [coming, setComing] = useState<{ readonly share: number; readonly name: string } | null>(null);
  const [refused, setRefused] = useState<readonly string[]>([]);

  const take = async (files: readonly File[]) => {
    if (files.length === 0) return;
    const abort = new AbortController();
    stop.current = abort;
    const sent = await sendFiles(files, {
      address: (name) => `/api/lens-tests/${testId}/frames?${new URLSearchParams({ name }).toString()}`,
      onFile: (name, i) => setComing({ share: i / files.length, name }),
      onAnswer: (answer) => dispatch(lensTestGained(testId, answer as GainedFrame)),
      signal: abort.signal,
    });
    setComing(null);
    setRefused(sent.refused);
  };

  return (
    <section aria-label={testsText.addFrames} className="grid content-start gap-2">
      <h3 className="font-semibold">{testsText.addFrames}</h3>
      <div
        onDragOver={(event: DragEvent) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(event: DragEvent) => {
          event.preventDefault();
          setOver(false);
          void take([...event.dataTransfer.files]);
        }}
        className={`grid gap-1.5 rounded-md border border-dashed p-2.5 text-sm ${over ? 'border-accent bg-accent-wash' : 'border-rule'}`}
      >
        <div className="flex items-center gap-2">
          <Button onClick={() => chooser.current?.click()} disabled={coming !== null}>
            <Upload size={14} aria-hidden /> {testsText.chooseFiles}
          </Button>
          <span className="text-ink-soft">{testsText.orDrop}</span>
        </div>
        <input
          ref={chooser}
          type="file"
          multiple
          accept={TYPES}
          aria-label={testsText.framesToAdd}
          className="sr-only"
          tabIndex={-1}
          onChange={(event) => {
            void take([...(event.target.files ?? [])]);
            event.target.value = '';
          }}
        />
        <span className="text-xs text-ink-soft">{testsText.framesHelp}</span>
        {coming && (
          <div className="flex items-center gap-2">
            <Progress share={coming.share} words={say(testsText.adding, { name: coming.name })} />
            <Button onClick={() => stop.current?.abort()}>{testsText.cancel}</Button>
          </div>
        )}
      </div>
      {refused.length > 0 && (
        <ul role="alert" className="grid gap-1 text-sm">
          {refused.map((words) => (
            <li key={words}>{words}</li>
          ))}
        </ul>
      )}
    </section>
  );
}
