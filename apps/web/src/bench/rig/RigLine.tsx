import { SlidersHorizontal } from 'lucide-react';
import { memo } from 'react';
import type { Rig } from '@gangway/core/rig/rig';
import { mechanismWords } from '@gangway/core/stand/reading';
import { apertureWords } from '@gangway/core/words';
import { Button } from '../../ui/Button';

/** The rig of the stand in a line or two, with the way to its figures. */
export const RigLine = memo(function RigLine({ rig, onEdit }: { readonly rig: Rig; readonly onEdit: () => void }) {
  const { lens, name, mechanism } = rig;
  return (
    <section aria-label="Rig" className="flex items-start gap-2">
      <div className="grow">
        <h2 className="font-semibold leading-tight">{name}</h2>
        <p className="text-sm text-ink-soft">
          {lens.focalMm} mm, {apertureWords(lens.widestFNumber)} to {apertureWords(lens.smallestFNumber)}. {mechanismWords(mechanism)}
        </p>
      </div>
      <Button onClick={onEdit}>
        <SlidersHorizontal size={15} aria-hidden /> Figures
      </Button>
    </section>
  );
});
