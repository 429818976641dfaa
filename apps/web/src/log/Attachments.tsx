import { logText } from '@gangway/messages/web/log';
import { say } from '@gangway/messages/say';
import { X } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import type { Attachment } from '@gangway/contract/log';
import type { Shot } from '@gangway/core/log/shotFields';
import { attach } from '../store/logWrites';
import { useOutbox } from '../store/outbox/page';
import { remove } from '../store/writes';
import { IconButton } from '../ui/Button';
import { Select } from '../ui/Select';

interface AttachmentsProps {
  readonly jobId: string;
  readonly attachments: readonly Attachment[];
  readonly setups: readonly { readonly id: string; readonly name: string }[];
  /** The takes chosen in the table: a single one gets the photograph. */
  readonly chosen: readonly Shot[];
}

/** Photographs of the ground glass or of notes, with a setup or with the shot that is chosen. */
export function Attachments({ jobId, attachments, setups, chosen }: AttachmentsProps) {
  const [isLoading, setLoading] = useState(false);
  const [setupId, setSetupId] = useState('');
  const [trouble, setTrouble] = useState<string | null>(null);
  const shot = chosen.length === 1 ? chosen[0] : undefined;
  const to = shot?.setupId ?? (setupId === '' ? setups[0]?.id : setupId);
  if (setups.length === 0) return null;
  const send = async (files: readonly File[]) => {
    if (to === undefined) return;
    setTrouble(null);
    setLoading(true);
    try {
      for (const file of files) await attach({ jobId, setupId: to, shotId: shot?.id ?? null }, file);
    } catch {
      setTrouble(logText.theFileCouldNotBe);
    } finally {
      setLoading(false);
    }
  };
  return (
    <section aria-label={logText.photographsOfGlassAndNotes} className="min-w-0">
      <h2 className="engraved">{logText.photographsOfGlassAndNotes}</h2>
      <div className="flex flex-wrap items-center gap-2">
        {attachments.map(({ id, name, setupId: at, shotId }) => (
          <figure key={id} className="relative m-0 w-20">
            <Picture id={id} name={name} />
            <figcaption
              className="truncate text-[0.6875rem]"
              title={say(logText.nameName2TakeidSelectYes, {
                name,
                name2: setups.find((setup) => setup.id === at)?.name ?? '',
                shotId: shotId === null ? 'yes' : 'no',
              })}
            >
              {setups.find((setup) => setup.id === at)?.name ?? name}
            </figcaption>
            <IconButton
              label={say(logText.delete, { name })}
              className="absolute! top-0 right-0 size-7! border-rule! max-sm:size-11! bg-sheet"
              onClick={() => void remove({ of: 'attachment', id, name })}
            >
              <X size={12} aria-hidden />
            </IconButton>
          </figure>
        ))}
        {!shot && (
          <Select aria-label={logText.attachTo} value={to} onChange={({ target }) => setSetupId(target.value)} className="max-w-44">
            {setups.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
        )}
        <label className="inline-flex min-h-8 cursor-pointer items-center rounded-md border border-rule bg-sheet px-2.5 font-medium hover:border-ink focus-within:outline-2 focus-within:outline-accent">
          {attachLabel(isLoading, shot)}
          <input
            type="file"
            accept="image/jpeg,image/png,image/webp,image/tiff,image/heic,image/heif,.heic,.heif"
            multiple
            aria-label={logText.photographsToAttach}
            className="sr-only"
            onChange={({ target }) => {
              void send([...(target.files ?? [])]);
              target.value = '';
            }}
          />
        </label>
        {trouble !== null && (
          <span role="alert" className="text-fails">
            {trouble}
          </span>
        )}
      </div>
    </section>
  );
}

/** The photograph as the server has it; from this device while it waits. */
function Picture({ id, name }: { readonly id: string; readonly name: string }) {
  const { entries } = useOutbox();
  const waiting = entries.flatMap(({ write }) => (write.kind === 'attachment' && write.attachmentId === id ? [write.file] : []))[0];
  const held = useMemo(() => waiting && URL.createObjectURL(waiting), [waiting]);
  useEffect(() => () => (held === undefined ? undefined : URL.revokeObjectURL(held)), [held]);
  const image = (
    <img
      src={held ?? `/api/attachments/${id}/view?px=320`}
      alt={name}
      loading="lazy"
      className={`h-14 w-20 rounded-sm border object-cover ${held === undefined ? 'border-rule' : 'border-dashed border-tight'}`}
    />
  );
  if (held !== undefined) return image;
  return (
    <a href={`/api/attachments/${id}/file`} target="_blank" rel="noreferrer">
      {image}
    </a>
  );
}

function attachLabel(isLoading: boolean, shot: Shot | undefined): string {
  if (isLoading) return logText.sending;
  if (shot) return logText.attachToTheChosenShot;
  return logText.attach;
}
