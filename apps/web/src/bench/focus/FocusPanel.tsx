import { focusText } from '@gangway/messages/web/bench/focus';
import { choiceSentences } from '@gangway/core/planning/apertureChoice';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { memo, Suspense, useState } from 'react';
import { Button } from '../../ui/Button';
import { useSought } from '../checks/solverClient';
import { PanelSection } from '../PanelSection';
import { FocusMoved } from './FocusMoved';
import { PinList } from './PinList';
import { SharpnessFields } from './SharpnessFields';
import { SolvePanel } from './SolvePanel';
import { StackFields } from './StackFields';
import { lazyPart } from '../../ui/lazyPart';
const ApertureDialog = lazyPart(() => import('./ApertureDialog'), 'ApertureDialog');
const DepthDialog = lazyPart(() => import('./DepthDialog'), 'DepthDialog');
const SelectiveDialog = lazyPart(() => import('./SelectiveDialog'), 'SelectiveDialog');
const HeldDialog = lazyPart(() => import('./HeldDialog'), 'HeldDialog');

type Sheet = 'aperture' | 'depth' | 'selective' | 'held';

/** What must be sharp, what counts as sharp, the movement that does it, and the aperture. */
export const FocusPanel = memo(function FocusPanel({ geometry }: { readonly geometry: Geometry }) {
  const [sheet, setSheet] = useState<Sheet | null>(null);
  const close = () => setSheet(null);
  if (geometry.settings.scene === null) {
    return (
      <section aria-label={focusText.focus} className="pr-3 text-sm">
        <p className="text-ink-soft">{focusText.chooseASubjectInThe}</p>
        <Button className="mt-3" onClick={() => setSheet('held')}>
          {focusText.freelensing}
        </Button>
        <Suspense fallback={null}>{sheet === 'held' && <HeldDialog geometry={geometry} onClose={close} />}</Suspense>
      </section>
    );
  }
  return (
    <section aria-label={focusText.focus} className="relative overflow-y-auto pr-3 text-sm">
      <h2 className="sr-only">{focusText.focus}</h2>
      <FocusMoved geometry={geometry} />
      <PinList geometry={geometry} scene={geometry.settings.scene} />
      <PanelSection title={focusText.placeThePlaneOfFocus}>
        <SolvePanel geometry={geometry} />
      </PanelSection>
      <PanelSection title={focusText.aperture}>
        <ApertureWords geometry={geometry} />
        <div className="mt-2 grid grid-cols-2 gap-1.5 [&>button]:justify-center [&>button]:px-1">
          <Button onClick={() => setSheet('aperture')}>{focusText.byAperture}</Button>
          <Button onClick={() => setSheet('depth')}>{focusText.tiltOrStack2}</Button>
          <Button onClick={() => setSheet('selective')}>{focusText.isolateOneThing}</Button>
          <Button onClick={() => setSheet('held')}>{focusText.freelensing}</Button>
        </div>
      </PanelSection>
      <StackFields geometry={geometry} />
      <PanelSection title={focusText.sharpEnough} help={focusText.sharpEnoughHelp} folds="sharpEnough">
        <SharpnessFields geometry={geometry} />
      </PanelSection>
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
  return <p role="status">{sought ? choiceSentences(sought.answer.choice) : focusText.looking}</p>;
}
