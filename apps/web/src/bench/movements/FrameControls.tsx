import { ORIENTATION_LABELS } from '@gangway/core/words';
import { fixedNumber } from '@gangway/messages/number';
import { movementsText } from '@gangway/messages/web/bench/movements';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { Infinity as InfinityIcon, RectangleHorizontal, RectangleVertical } from 'lucide-react';
import { ToggleGroup } from 'radix-ui';
import { memo, useState } from 'react';
import { IconButton } from '../../ui/Button';
import { NumberField } from '../../ui/NumberField';
import { useThrottled } from '../../ui/useThrottled';
import { apertureRingOf } from '../../setup/selectors';
import { ApertureScale } from './ApertureScale';
import type { SetupSettings } from '@gangway/core/model/setup';
import { movementEdit } from './movementEdit';
import { focusEdit } from '../focus/focusEdit';

/** The same list as before while it says the same, so that what depends on it is not drawn again. */
function useSame<T>(list: readonly T[]): readonly T[] {
  const [kept, setKept] = useState(list);
  const same = kept.length === list.length && kept.every((each, i) => each === list[i]);
  if (!same) setKept(list);
  return same ? kept : list;
}

/** While something is dragged the bar under the apertures that hold follows at most so often, ms. */
const HOLDS_MS = 300;

/** How the frame is turned, what is focused on, and the aperture. Each is drawn anew only when it changes. */
export function FrameControls({ geometry }: { readonly geometry: Geometry }) {
  const { widthMm, heightMm } = geometry.settings.rig.back;
  return (
    <div className="mb-1 flex flex-wrap items-center gap-x-5 gap-y-1">
      <OrientationChoice orientation={geometry.settings.orientation} square={widthMm === heightMm} />
      <FocusField focusM={geometry.settings.focusM} />
      <RingOfApertures geometry={geometry} />
    </div>
  );
}

/** The aperture, typed or set on its ring. */
export function RingOfApertures({ geometry }: { readonly geometry: Geometry }) {
  // Which apertures hold is read, not dragged.
  const { ring, holds } = apertureRingOf(useThrottled(geometry, HOLDS_MS).settings);
  const held = useSame(holds);
  return (
    <div className="flex min-w-64 grow items-center gap-2">
      <ApertureField fNumber={geometry.settings.fNumber} />
      <ApertureScale fNumber={geometry.settings.fNumber} ring={ring} holds={held} onChange={movementEdit.setAperture} />
    </div>
  );
}

const OrientationChoice = memo(function OrientationChoice({
  orientation: present,
  square,
}: {
  readonly orientation: SetupSettings['orientation'];
  readonly square: boolean;
}) {
  return (
    <ToggleGroup.Root
      type="single"
      value={present}
      onValueChange={(value) => (value === 'landscape' || value === 'portrait') && movementEdit.setOrientation(value)}
      aria-label={movementsText.orientationOfTheFrame}
      className="flex rounded-md border border-rule"
      disabled={square}
    >
      {(['landscape', 'portrait'] as const).map((orientation) => (
        <ToggleGroup.Item
          key={orientation}
          value={orientation}
          aria-label={ORIENTATION_LABELS[orientation]}
          title={ORIENTATION_LABELS[orientation]}
          className="grid h-8 w-9 place-items-center first:border-r first:border-rule data-[state=on]:bg-accent data-[state=on]:text-on-accent"
        >
          {orientation === 'landscape' ? <RectangleHorizontal size={18} aria-hidden /> : <RectangleVertical size={18} aria-hidden />}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
});

/** What is focused on, typed, and infinity. */
export const FocusField = memo(function FocusField({ focusM }: { readonly focusM: number | null }) {
  return (
    <span className="flex items-center gap-2">
      <NumberField
        label={movementsText.focus}
        unit="m"
        decimals={2}
        value={focusM ?? Number.POSITIVE_INFINITY}
        endless
        // The axis of a tilted lens may meet its plane of focus behind it.
        {...(focusM !== null && focusM < 0 && { words: movementsText.past })}
        onCommit={(m) => focusEdit.setFocus(m)}
      />
      <IconButton label={movementsText.focusAtInfinity} disabled={focusM === null} onClick={() => focusEdit.setFocus(null)}>
        <InfinityIcon size={18} aria-hidden />
      </IconButton>
    </span>
  );
});

const ApertureField = memo(function ApertureField({ fNumber }: { readonly fNumber: number }) {
  return (
    <NumberField
      label="f/"
      unit=""
      decimals={1}
      words={fixedNumber(fNumber, 6, 0)}
      value={fNumber}
      onCommit={movementEdit.typeAperture}
      width="w-12"
    />
  );
});
