import { useEffect, useMemo, useState } from 'react';
import { useOutbox } from './outbox/page';

/** The longer side of a photograph as it is shown, px: more than any screen has, for what is enlarged. */
const SHOWN_PX = 4096;

/** Of another photograph beside the first, px: there may be several. */
const BESIDE_PX = 2600;

const viewOf = (id: string, px = SHOWN_PX): string => `/api/attachments/${id}/view?px=${px}`;

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

/** The photographs beside the first that are drawn from. */
const beside = new Map<string, Promise<ImageBitmap>>();

function besideBitmap(id: string): Promise<ImageBitmap> {
  const known = beside.get(id);
  if (known) return known;
  const asked = fetch(viewOf(id, BESIDE_PX)).then(async (answer) => {
    if (!answer.ok) throw new Error(answer.statusText);
    return createImageBitmap(await answer.blob(), { colorSpaceConversion: 'none' });
  });
  beside.set(id, asked);
  asked.catch(() => beside.delete(id));
  return asked;
}

/** The pixels of photographs beside the first, as far as they are there, and whether any does not come. Those of another place are let go. */
export function useBesideBitmaps(ids: readonly string[]): { readonly bitmaps: ReadonlyMap<string, ImageBitmap>; readonly failed: boolean } {
  const [bitmaps, setBitmaps] = useState<ReadonlyMap<string, ImageBitmap>>(() => new Map());
  const [missing, setMissing] = useState<string | null>(null);
  const key = ids.join(' ');
  useEffect(() => {
    let left = false;
    const wanted = key === '' ? [] : key.split(' ');
    for (const id of beside.keys()) if (!wanted.includes(id)) beside.delete(id);
    for (const id of wanted)
      besideBitmap(id).then(
        (bitmap) => !left && setBitmaps((before) => new Map([...before, [id, bitmap]])),
        () => !left && setMissing(id),
      );
    return () => {
      left = true;
    };
  }, [key]);
  return { bitmaps, failed: missing !== null && ids.includes(missing) };
}
