import { timeOfDay } from '@gangway/messages/date';
import { proofText } from '@gangway/messages/web/proof';
import { say } from '@gangway/messages/say';
import { geometryOf } from '@gangway/core/geometry/geometry';
import { useRef, useState } from 'react';
import type { FrameSet, Role } from '@gangway/contract/proof';
import type { Setup } from '@gangway/contract/storedSetup';
import { assemblyPlan } from '@gangway/core/assembly/plan';
import { api, errorSentence } from '../store/api';
import { FrameDrop } from '../ui/FrameDrop';
import { useToast } from '../ui/Notes';
import { sendFiles } from '../store/sendFiles';

/** Where real frames come in: chosen or dropped, one after the other, each looked at on its way. */
export function FrameUpload({
  setup,
  open,
  onOpen,
  onCameIn,
}: {
  readonly setup: Setup;
  readonly open: FrameSet | null;
  readonly onOpen: (id: string) => void;
  readonly onCameIn: () => void;
}) {
  const stop = useRef<AbortController | null>(null);
  const [role, setRole] = useState<Role>('frame');
  const [planned, setPlanned] = useState(setup.settings.mosaic !== null);
  const [coming, setComing] = useState<{ readonly share: number; readonly name: string } | null>(null);
  const [refused, setRefused] = useState<readonly string[]>([]);
  const [beginSet] = api.useBeginSetMutation();
  const tell = useToast();
  const canPlan = assemblyPlan(geometryOf(setup.settings)) !== null;

  const take = async (files: readonly File[]) => {
    let setId = open?.origin === 'files' ? open.id : null;
    if (setId === null) {
      const { data, error } = await beginSet({
        setupId: setup.id,
        name: say(proofText.files, { time: timeOfDay(new Date()) }),
        origin: 'files',
        planned: planned && canPlan,
      });
      if (!data) {
        tell(errorSentence(error));
        return;
      }
      setId = data.id;
      onOpen(setId);
    }
    const abort = new AbortController();
    stop.current = abort;
    const { refused: wrong } = await sendFiles(files, {
      address: (name) => `/api/frame-sets/${setId}/frames?${new URLSearchParams({ name, role }).toString()}`,
      onFile: (name, done) => {
        // What became of the file before shows.
        if (done > 0) onCameIn();
        setComing({ share: done / files.length, name });
      },
      onAnswer: () => undefined,
      signal: abort.signal,
    });
    onCameIn();
    setComing(null);
    setRefused(wrong);
  };

  return (
    <section aria-label={proofText.files2} className="grid gap-2">
      <h2 className="font-semibold">{proofText.realFrames}</h2>
      <FrameDrop
        help={say(proofText.pngJpegOrTiff8, {
          origin: open?.origin === 'files' ? say(proofText.theyGoInto, { name: open.name }) : proofText.theyBeginASeriesOf,
        })}
        coming={coming}
        refused={refused}
        onFiles={(files) => void take(files)}
        onCancel={() => stop.current?.abort()}
      >
        <div className="flex flex-wrap gap-x-3 gap-y-1">
          <label className="flex items-center gap-1.5">
            <input
              type="checkbox"
              checked={role === 'flatField'}
              onChange={(event) => setRole(event.target.checked ? 'flatField' : 'frame')}
              className="accent-accent"
            />
            {proofText.flatFieldFrames}
          </label>
          {open?.origin !== 'files' && canPlan && (
            <label className="flex items-center gap-1.5">
              <input type="checkbox" checked={planned} onChange={(event) => setPlanned(event.target.checked)} className="accent-accent" />
              {proofText.takenByThisSetupsPlan}
            </label>
          )}
        </div>
      </FrameDrop>
    </section>
  );
}
