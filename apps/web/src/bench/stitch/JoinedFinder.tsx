import { type Geometry, geometryOf } from '@gangway/core/geometry/geometry';
import { joinedSetup } from '@gangway/core/geometry/laidMosaic';
import { memo, useMemo } from 'react';
import { useThrottled } from '../../ui/useThrottled';
import { Finder } from '../finder/Finder';
import { followMs } from '../finder/picture';

/** The joined picture of a mosaic with its seams; without one, that of the single frame. */
export const JoinedFinder = memo(function JoinedFinder({ geometry }: { readonly geometry: Geometry }) {
  const seen = useThrottled(geometry, followMs());
  const joined = useMemo(() => {
    const whole = joinedSetup(seen);
    return whole && geometryOf(whole);
  }, [seen]);
  const frames = seen.laid?.rects;
  return <Finder key={joined ? 'joined' : 'single'} geometry={joined ?? seen} {...(frames && { frames })} />;
});
