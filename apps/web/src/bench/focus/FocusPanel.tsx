import type { Geometry } from '@gangway/core/geometry/geometry';
import { lazy, memo, Suspense, useState } from 'react';
import { Button } from '../../ui/Button';
import { useSought } from '../findings/seeking';
import { Part } from '../Part';
import { PinList } from './PinList';
import { SharpnessFields } from './SharpnessFields';
import { SolvePanel } from './SolvePanel';
const ApertureDialog = lazy(() => import('./ApertureDialog').then((module) => ({ default: module.ApertureDialog })));
const DepthDialog = lazy(() => import('./DepthDialog').then((module) => ({ default: module.DepthDialog })));
const SelectiveDialog = lazy(() => import('./SelectiveDialog').then((module) => ({ default: module.SelectiveDialog })));
const HeldDialog = lazy(() => import('./HeldDialog').then((module) => ({ default: module.HeldDialog })));

type Sheet = 'aperture' | 'depth' | 'selective' | 'held';

/** What must be sharp, what counts as sharp, the movement that does it, and the aperture. */
export const FocusPanel = memo(function FocusPanel({ geometry }: { readonly geometry: Geometry }) {
  const [sheet, setSheet] = useState<Sheet | null>(null);
  const close = () => setSheet(null);
  if (geometry.settings.scene === null) {
    return (
      <section aria-label="Focus" className="pr-3 text-sm">
        <p className="text-ink-soft">Say what stands before the camera, in the step Stand: pins are put on it.</p>
        <Button className="mt-3" onClick={() => setSheet('held')}>
          A lens in the hand …
        </Button>
        <Suspense fallback={null}>{sheet === 'held' && <HeldDialog geometry={geometry} onClose={close} />}</Suspense>
      </section>
    );
  }
  return (
    <section aria-label="Focus" className="relative overflow-y-auto pr-3 text-sm">
      <PinList geometry={geometry} scene={geometry.settings.scene} />
      <Part title="Lay the plane">
        <SolvePanel geometry={geometry} />
      </Part>
      <Part title="Aperture">
        <ApertureWords geometry={geometry} />
        <div className="mt-2 grid grid-cols-2 gap-1.5 [&>button]:justify-center [&>button]:px-1">
          <Button onClick={() => setSheet('aperture')}>By aperture …</Button>
          <Button onClick={() => setSheet('depth')}>Tilt or stack …</Button>
          <Button onClick={() => setSheet('selective')}>One alone …</Button>
          <Button onClick={() => setSheet('held')}>In the hand …</Button>
        </div>
      </Part>
      <Part title="Sharp enough">
        <SharpnessFields geometry={geometry} />
      </Part>
      <Suspense fallback={null}>
        {sheet === 'aperture' && <ApertureDialog geometry={geometry} onClose={close} />}
        {sheet === 'depth' && <DepthDialog geometry={geometry} onClose={close} />}
        {sheet === 'selective' && <SelectiveDialog geometry={geometry} onClose={close} />}
        {sheet === 'held' && <HeldDialog geometry={geometry} onClose={close} />}
      </Suspense>
    </section>
  );
});

function ApertureWords({ geometry }: { readonly geometry: Geometry }) {
  const sought = useSought('aperture', geometry.settings);
  return <p role="status">{sought ? sought.answer.choice.words : 'Looking …'}</p>;
}
