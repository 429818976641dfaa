import { type Geometry, geometryOf } from '@gangway/core/geometry/geometry';
import { joinedSetup } from '@gangway/core/geometry/laidMosaic';
import { memo, useMemo } from 'react';
import { useThrottled } from '../../ui/useThrottled';
import { Finder } from '../finder/Finder';
import { followMs } from '../finder/picture';
import { MosaicDrawing } from './MosaicDrawing';
/** The frames in the circle, and under them the joined picture with its seams. */
export const StitchDrawings = memo(function StitchDrawings({ geometry }: { readonly geometry: Geometry }) {
  const seen = useThrottled(geometry, followMs());
  const joined = useMemo(() => {
    const whole = joinedSetup(seen);
    return whole && geometryOf(whole);
  }, [seen]);
  const frames = seen.laid?.rects;
  return (
    <div className="grid h-full min-h-0 min-w-0 grid-rows-[minmax(0,1.15fr)_minmax(0,1fr)] gap-2 max-lg:h-[44rem]">
      <MosaicDrawing geometry={geometry} />
      <Finder key={joined ? 'joined' : 'single'} geometry={joined ?? seen} {...(frames && { frames })} />
    </div>
  );
});
