import type { Geometry } from '@gangway/core/geometry/geometry';
import { useSlots } from '../ui/Slots';
import { useBenchSelector } from './editing/benchStore';

/** The button that logs a shot of what is on the bench. */
export function LogHere({ geometry }: { readonly geometry: Geometry }) {
  const { LogButton } = useSlots();
  const name = useBenchSelector((state) => state.edit.present?.name ?? '');
  return <LogButton geometry={geometry} name={name} />;
}
