import { useEffect, useRef } from 'react';
import type { RigAndFrame } from '@gangway/core/plate/view';
import type { Vec3 } from '@gangway/core/space/vector';
import { useBesideBitmaps, usePlateBitmap } from '../../store/platePicture';
import type { PlateInView } from '@gangway/core/plate/inView';
import { drawnPlainly } from './platePlainly';

/** How long the longer side is, CSS px. */
const LONG_PX = 108;

/** A small picture of what a rig sees of a photograph of the place. */
export function RigSees({ plate, rig, frame, at }: RigAndFrame & { readonly plate: PlateInView; readonly at: Vec3 }) {
  const { bitmap } = usePlateBitmap(plate.pictureId);
  const { bitmaps: others } = useBesideBitmaps(plate.others.map(({ pictureId }) => pictureId));
  const canvas = useRef<HTMLCanvasElement>(null);
  const scale = LONG_PX / Math.max(frame.widthMm, frame.heightMm);
  const [width, height] = [Math.round(scale * frame.widthMm), Math.round(scale * frame.heightMm)];
  useEffect(() => {
    if (bitmap && canvas.current) drawnPlainly(canvas.current, { first: bitmap, others }, plate, { rig, frame, at, widthPx: 2 * width });
  }, [bitmap, others, plate, rig, frame, at, width]);
  return (
    <canvas ref={canvas} aria-hidden data-testid="rig-sees" style={{ width, height }} className="shrink-0 border border-ink bg-sunk" />
  );
}
