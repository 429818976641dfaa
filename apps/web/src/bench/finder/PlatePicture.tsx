import { finderText } from '@gangway/messages/web/bench/finder';
import { useEffect, useRef, useState } from 'react';
import { anglesOf } from '@gangway/core/space/pose';
import { useBesideBitmaps, usePlateBitmap } from '../../store/platePicture';
import type { PlateInView } from '@gangway/core/plate/inView';
import type { FinderView } from '../../setup/finder/view';
import { rendersHere } from './picture';
import { drawnPlainly } from './platePlainly';
import { createPlateRenderer, type PlateRenderer } from './plateRenderer';
import type { Veils } from './renderer';

interface PlatePictureProps {
  readonly plate: PlateInView;
  readonly view: FinderView;
  readonly veils: Veils;
  readonly width: number;
  readonly height: number;
}

/** The photograph of the place as the present rig draws it from there; hatched where it ends. */
export function PlatePicture({ plate, view, veils, width, height }: PlatePictureProps) {
  const { bitmap, failed } = usePlateBitmap(plate.pictureId);
  const { bitmaps: others, failed: otherFailed } = useBesideBitmaps(plate.others.map(({ pictureId }) => pictureId));
  const place = useRef<HTMLCanvasElement>(null);
  const renderer = useRef<PlateRenderer | null>(null);
  const [plain] = useState(() => !rendersHere());
  useEffect(() => {
    const canvas = place.current;
    if (!bitmap || !canvas || plain) return;
    const made = createPlateRenderer(canvas, bitmap, plate.projection.kind === 'sphere');
    renderer.current = made;
    return () => {
      made.dispose();
      renderer.current = null;
    };
  }, [bitmap, plain, plate.projection.kind]);
  useEffect(() => {
    if (bitmap && plain && place.current) {
      const rig = { turned: anglesOf(view.from.axes), imageMm: view.imageMm, ...view.moved };
      drawnPlainly(place.current, { first: bitmap, others }, plate, { rig, frame: view.frame, at: view.from.at, widthPx: width });
    }
    renderer.current?.show({ plate, others, view, veils, width, height });
    if (bitmap && place.current) place.current.dataset.drawn = 'yes';
  }, [bitmap, others, plain, plate, view, veils, width, height]);
  return (
    <>
      {/* A context of WebGL belongs to its canvas for good: another photograph gets another canvas. */}
      <canvas key={plate.pictureId} ref={place} data-testid="plate-picture" className="block size-full" />
      {(failed || otherFailed) && (
        <p role="alert" className="absolute top-2 left-2 rounded-sm bg-sheet px-1.5 text-xs text-fails">
          {finderText.photographMissing}
        </p>
      )}
    </>
  );
}
