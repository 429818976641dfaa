import { useEffect, useMemo, useState } from 'react';
import { useOutbox } from './outbox/page';

/** The longer side of a photograph as it is shown, px: more than any screen has, for what is enlarged. */
const SHOWN_PX = 4096;

const viewOf = (id: string): string => `/api/attachments/${id}/view?px=${SHOWN_PX}`;

/** A photograph that still waits on this device to be sent; `null` where the server has it. */
function useWaiting(id: string): Blob | null {
  const { entries } = useOutbox();
  const waiting = entries.flatMap(({ write }) => (write.kind === 'attachment' && write.attachmentId === id ? [write.file] : []));
  return waiting[0] ?? null;
}

/** Where a photograph of the place is shown from: the server, or this device while it waits to be sent. */
export function usePlateUrl(id: string): string {
  const waiting = useWaiting(id);
  const held = useMemo(() => waiting && URL.createObjectURL(waiting), [waiting]);
  useEffect(() => () => (held === null ? undefined : URL.revokeObjectURL(held)), [held]);
  return held ?? viewOf(id);
}

/** The photograph that was drawn from last: two drawings of it need it once. */
let last: { readonly id: string; readonly bitmap: Promise<ImageBitmap> } | null = null;

async function load(id: string, waiting: Blob | null): Promise<ImageBitmap> {
  if (waiting === null) {
    const answer = await fetch(viewOf(id));
    if (!answer.ok) throw new Error(answer.statusText);
    return createImageBitmap(await answer.blob(), { colorSpaceConversion: 'none' });
  }
  const whole = await createImageBitmap(waiting);
  const share = SHOWN_PX / Math.max(whole.width, whole.height);
  if (share >= 1) return whole;
  const smaller = await createImageBitmap(whole, {
    resizeWidth: Math.round(share * whole.width),
    resizeHeight: Math.round(share * whole.height),
  });
  whole.close();
  return smaller;
}

/** The pixels of a photograph of the place, to be drawn from: `null` until they are there, `failed` where they do not come. */
export function usePlateBitmap(id: string): { readonly bitmap: ImageBitmap | null; readonly failed: boolean } {
  const waiting = useWaiting(id);
  const [seen, setSeen] = useState<{ readonly id: string; readonly bitmap: ImageBitmap | null } | null>(null);
  useEffect(() => {
    let left = false;
    const bitmap = last?.id === id ? last.bitmap : load(id, waiting);
    last = { id, bitmap };
    bitmap.then(
      (found) => !left && setSeen({ id, bitmap: found }),
      () => {
        if (last?.bitmap === bitmap) last = null;
        if (!left) setSeen({ id, bitmap: null });
      },
    );
    return () => {
      left = true;
    };
    // When it has been sent it is the same photograph still, and is not loaded again unless that failed.
  }, [id, waiting]);
  const present = seen?.id === id ? seen : null;
  return { bitmap: present?.bitmap ?? null, failed: present !== null && present.bitmap === null };
}
