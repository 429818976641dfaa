import { useEffect, useRef } from 'react';
import type { FrameSize } from '@gangway/core/model/frame';
import type { RigThere } from '@gangway/core/plate/throughRig';
import { usePlateBitmap } from '../../store/platePicture';
import type { PlateInView } from '../../setup/finder/plateInView';
import { drawnPlainly } from './platePlainly';

/** How long the longer side is, CSS px. */
const LONG_PX = 108;

/** A small picture of what a rig sees of a photograph of the place. */
export function RigSees({ plate, rig, frame }: { readonly plate: PlateInView; readonly rig: RigThere; readonly frame: FrameSize }) {
  const { bitmap } = usePlateBitmap(plate.pictureId);
  const canvas = useRef<HTMLCanvasElement>(null);
  const scale = LONG_PX / Math.max(frame.widthMm, frame.heightMm);
  const [width, height] = [Math.round(scale * frame.widthMm), Math.round(scale * frame.heightMm)];
  useEffect(() => {
    if (bitmap && canvas.current) drawnPlainly(canvas.current, bitmap, plate, { rig, frame, widthPx: 2 * width });
  }, [bitmap, plate, rig, frame, width]);
  return (
    <canvas ref={canvas} aria-hidden data-testid="rig-sees" style={{ width, height }} className="shrink-0 border border-ink bg-sunk" />
  );
}
