import { geometryOf } from '@gangway/core/geometry/geometry';
import { Upload } from 'lucide-react';
import { useRef, useState, type DragEvent } from 'react';
import type { FrameSet, Role } from '@gangway/contract/proof';
import type { Stand } from '@gangway/contract/stand';
import { assemblyPlan } from '@gangway/core/assembly/plan';
import { api, errorSentence } from '../store/api';
import { Button } from '../ui/Button';
import { useToast } from '../ui/Notes';
import { wordsOf } from './back/useBack';
import { Progress } from './Progress';

const TYPES = '.png,.jpg,.jpeg,.tif,.tiff,image/png,image/jpeg,image/tiff';

/** Where real frames come in: chosen or dropped, one after the other, each looked at on its way. */
export function FileDoor({
  stand,
  open,
  onOpen,
  onCameIn,
}: {
  readonly stand: Stand;
  readonly open: FrameSet | null;
  readonly onOpen: (id: string) => void;
  readonly onCameIn: () => void;
}) {
  const chooser = useRef<HTMLInputElement>(null);
  const stop = useRef<AbortController | null>(null);
  const [role, setRole] = useState<Role>('frame');
  const [planned, setPlanned] = useState(stand.settings.mosaic !== null);
  const [over, setOver] = useState(false);
  const [coming, setComing] = useState<{ readonly done: number; readonly of: number; readonly name: string } | null>(null);
  const [refused, setRefused] = useState<readonly string[]>([]);
  const [beginSet] = api.useBeginSetMutation();
  const tell = useToast();
  const canPlan = assemblyPlan(geometryOf(stand.settings)) !== null;

  const take = async (files: readonly File[]) => {
    if (files.length === 0) return;
    let setId = open?.origin === 'files' ? open.id : null;
    if (setId === null) {
      const { data, error } = await beginSet({
        standId: stand.id,
        name: `Files, ${new Date().toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })}`,
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
    const sorted = [...files].sort((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }));
    const wrong: string[] = [];
    const abort = new AbortController();
    stop.current = abort;
    for (const [i, file] of sorted.entries()) {
      setComing({ done: i, of: sorted.length, name: file.name });
      try {
        const answer = await fetch(`/api/frame-sets/${setId}/frames?${new URLSearchParams({ name: file.name, role }).toString()}`, {
          method: 'POST',
          body: file,
          headers: { 'Content-Type': 'application/octet-stream' },
          signal: abort.signal,
        });
        if (!answer.ok) wrong.push(await wordsOf(answer));
      } catch {
        wrong.push(
          abort.signal.aborted
            ? `Cancelled: ${i} of ${sorted.length} came in.`
            : `${file.name} could not be sent: the server did not answer.`,
        );
        if (abort.signal.aborted) break;
      }
      onCameIn();
    }
    setComing(null);
    setRefused(wrong);
  };

  return (
    <section aria-label="Files" className="grid gap-2">
      <h2 className="font-semibold">Real frames</h2>
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
            <Upload size={14} aria-hidden /> Choose files
          </Button>
          <span className="text-ink-soft">or drop them here</span>
        </div>
        <input
          ref={chooser}
          type="file"
          multiple
          accept={TYPES}
          aria-label="Frames to add"
          className="sr-only"
          tabIndex={-1}
          onChange={(event) => {
            void take([...(event.target.files ?? [])]);
            event.target.value = '';
          }}
        />
        <span className="text-xs text-ink-soft">
          PNG, JPEG or TIFF, 8 or 16 bit, developed alike;{' '}
          {open?.origin === 'files' ? `they go into “${open.name}”` : 'they begin a series of their own'}.
        </span>
        <div className="flex flex-wrap gap-x-3 gap-y-1">
          <label className="flex items-center gap-1.5">
            <input
              type="checkbox"
              checked={role === 'white'}
              onChange={(event) => setRole(event.target.checked ? 'white' : 'frame')}
              className="accent-accent"
            />
            flat-field frames
          </label>
          {open?.origin !== 'files' && canPlan && (
            <label className="flex items-center gap-1.5">
              <input type="checkbox" checked={planned} onChange={(event) => setPlanned(event.target.checked)} className="accent-accent" />
              taken by this setup’s plan
            </label>
          )}
        </div>
        {coming && (
          <div className="flex items-center gap-2">
            <Progress share={coming.done / coming.of} words={`adding ${coming.name}`} />
            <Button onClick={() => stop.current?.abort()}>Cancel</Button>
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
