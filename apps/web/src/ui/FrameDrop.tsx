import { say } from '@gangway/messages/say';
import { uiText } from '@gangway/messages/web/ui';
import { Upload } from 'lucide-react';
import { useRef, useState, type DragEvent, type ReactNode } from 'react';
import { Button } from './Button';
import { Progress } from './Progress';

const TYPES = '.png,.jpg,.jpeg,.tif,.tiff,image/png,image/jpeg,image/tiff';

interface FrameDropProps {
  /** Which files are taken and what becomes of them. */
  readonly help: string;
  /** The file on its way and how far all of them are, 0 to 1; `null` while there is none. */
  readonly coming: { readonly share: number; readonly name: string } | null;
  /** One sentence for each file that did not come in. */
  readonly refused: readonly string[];
  readonly onFiles: (files: readonly File[]) => void;
  readonly onCancel: () => void;
  /** Choices about the files. */
  readonly children?: ReactNode;
}

/** Where frames are chosen or dropped, with how far they are and which were refused. */
export function FrameDrop({ help, coming, refused, onFiles, onCancel, children }: FrameDropProps) {
  const chooser = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  const take = (files: readonly File[]) => {
    // One lot after the other.
    if (files.length > 0 && coming === null) onFiles(files);
  };
  return (
    <>
      <div
        onDragOver={(event: DragEvent) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(event: DragEvent) => {
          event.preventDefault();
          setOver(false);
          take([...event.dataTransfer.files]);
        }}
        className={`grid gap-1.5 rounded-md border border-dashed p-2.5 text-sm ${over ? 'border-accent bg-accent-wash' : 'border-rule'}`}
      >
        <div className="flex items-center gap-2">
          <Button onClick={() => chooser.current?.click()} disabled={coming !== null}>
            <Upload size={14} aria-hidden /> {uiText.chooseFiles}
          </Button>
          <span className="text-ink-soft">{uiText.orDropThemHere}</span>
        </div>
        <input
          ref={chooser}
          type="file"
          multiple
          accept={TYPES}
          aria-label={uiText.framesToAdd}
          className="sr-only"
          tabIndex={-1}
          onChange={(event) => {
            take([...(event.target.files ?? [])]);
            event.target.value = '';
          }}
        />
        <span className="text-xs text-ink-soft">{help}</span>
        {children}
        {coming && (
          <div className="flex items-center gap-2">
            <Progress share={coming.share} words={say(uiText.adding, { name: coming.name })} />
            <Button onClick={onCancel}>{uiText.cancel}</Button>
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
    </>
  );
}
