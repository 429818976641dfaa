import { geometryOf } from '@gangway/core/geometry/geometry';
import { joinedStand } from '@gangway/core/geometry/laidMosaic';
import { memo, useMemo } from 'react';
import { useAtMost } from '../../ui/useAtMost';
import { Finder } from '../finder/Finder';
import { followMs } from '../finder/picture';
import { MosaicDrawing } from './MosaicDrawing';
import type { SetupSettings } from '@gangway/core/model/setup';

/** The frames in the circle, and under them the joined picture with its seams. */
export const StitchDrawings = memo(function StitchDrawings({ settings }: { readonly settings: SetupSettings }) {
  const seen = useAtMost(settings, followMs());
  const joined = useMemo(() => joinedStand(geometryOf(seen)), [seen]);
  const frames = geometryOf(seen).laid?.rects;
  return (
    <div className="grid h-full min-h-0 min-w-0 grid-rows-[minmax(0,1.15fr)_minmax(0,1fr)] gap-2 max-lg:h-[44rem]">
      <MosaicDrawing settings={settings} />
      <Finder key={joined ? 'joined' : 'single'} settings={joined ?? seen} {...(frames && { frames })} />
    </div>
  );
});
