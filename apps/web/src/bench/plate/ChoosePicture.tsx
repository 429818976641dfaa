import { plateText } from '@gangway/messages/web/bench/plate';
import { useState } from 'react';

interface ChoosePictureProps {
  readonly look?: 'main' | 'plain';
  readonly label: string;
  /** Takes the file, or says in a sentence why not. */
  readonly onChoose: (file: File) => Promise<string | null>;
}

/** Chooses a photograph from this device. */
export function ChoosePicture({ look = 'plain', label, onChoose }: ChoosePictureProps) {
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const choose = async (file: File | undefined) => {
    if (!file) return;
    setBusy(true);
    setTrouble(null);
    try {
      setTrouble(await onChoose(file));
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
    } finally {
      setBusy(false);
    }
  };
  return (
    <div>
      <label
        className={`inline-flex min-h-8 cursor-pointer items-center rounded-md border px-2.5 text-sm font-medium focus-within:outline-2 focus-within:outline-accent max-sm:min-h-11 ${look === 'main' ? 'border-accent bg-accent text-on-accent hover:brightness-110' : 'border-rule bg-sheet hover:border-ink'}`}
      >
        {busy ? plateText.storing : label}
        <input
          type="file"
          accept="image/jpeg,image/png,image/webp,image/tiff,image/heic,image/heif,.heic,.heif"
          disabled={busy}
          aria-label={label}
          className="sr-only"
          onChange={({ target }) => {
            void choose(target.files?.[0]);
            target.value = '';
          }}
        />
      </label>
      {trouble !== null && (
        <p role="alert" className="mt-1 text-sm text-fails">
          {trouble}
        </p>
      )}
    </div>
  );
}
