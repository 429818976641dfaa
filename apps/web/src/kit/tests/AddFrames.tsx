import { say } from '@gangway/messages/say';
import { testsText } from '@gangway/messages/web/kit/tests';
import { Aperture } from 'lucide-react';
import { useRef, useState } from 'react';
import type { LensTest } from '@gangway/contract/lensTest';
import { lensTestGained, type GainedFrame } from '../../store/api';
import { sendFiles } from '../../store/sendFiles';
import { useAppDispatch } from '../../store/store';
import { Button } from '../../ui/Button';
import { FrameDrop } from '../../ui/FrameDrop';
import { Progress } from '../../ui/Progress';
import type { OpenTest } from './TestPage';
import { useTestBack } from './useTestBack';

/** Where frames come in: chosen or dropped files, or the simulated back. */
export function AddFrames({ open }: { readonly open: OpenTest }) {
  const { test, lens, rig } = open;
  const empty = test.settings.shots.filter(({ frameId }) => frameId === null).length;
  const circleMm = rig?.lens.circle.imageCircleMm ?? lens?.specs.imageCircleMm ?? null;
  const focalMm = rig?.lens.focalMm ?? lens?.specs.focalMm ?? null;
  const widestFNumber = rig?.lens.widestFNumber ?? lens?.specs.widestFNumber ?? null;
  const nominal =
    circleMm === null || focalMm === null || widestFNumber === null ? null : { focalMm, imageCircleMm: circleMm, widestFNumber };
  const { expose, cancel, progress, trouble } = useTestBack(test, nominal);
  return (
    <div className="grid items-start gap-4 md:grid-cols-2">
      <Files test={test} />
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

function Files({ test }: { readonly test: LensTest }) {
  const { id: testId, frames } = test;
  const dispatch = useAppDispatch();
  const stop = useRef<AbortController | null>(null);
  const [coming, setComing] = useState<{ readonly share: number; readonly name: string } | null>(null);
  const [refused, setRefused] = useState<readonly string[]>([]);
  const [here, setHere] = useState(0);

  const take = async (files: readonly File[]) => {
    const abort = new AbortController();
    stop.current = abort;
    // Chosen again after a break, what is here already need not be sent.
    const missing = files.filter(({ name, size }) => !frames.some((frame) => frame.name === name && frame.bytes === size));
    setHere(files.length - missing.length);
    const sent = await sendFiles(missing, {
      address: (name) => `/api/lens-tests/${testId}/frames?${new URLSearchParams({ name }).toString()}`,
      onFile: (name, i) => setComing({ share: i / missing.length, name }),
      onAnswer: (answer) => dispatch(lensTestGained(testId, answer as GainedFrame)),
      signal: abort.signal,
    });
    setComing(null);
    setRefused(sent.refused);
  };

  return (
    <section aria-label={testsText.addFrames} className="grid content-start gap-2">
      <h3 className="font-semibold">{testsText.addFrames}</h3>
      <FrameDrop
        help={testsText.framesHelp}
        coming={coming}
        refused={refused}
        onFiles={(files) => void take(files)}
        onCancel={() => stop.current?.abort()}
      >
        {here > 0 && <p role="status">{say(testsText.alreadyHere, { n: here })}</p>}
      </FrameDrop>
    </section>
  );
}
