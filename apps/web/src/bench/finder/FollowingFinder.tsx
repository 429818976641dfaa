import type { Geometry } from '@gangway/core/geometry/geometry';
import { useThrottled } from '../../ui/useThrottled';
import { Finder } from './Finder';
import { followMs } from './picture';

/** The Finder beside a drawing in which something is dragged: it follows as fast as this machine draws it without holding up the hand. */
export function FollowingFinder({
  geometry,
  read,
  focusing = false,
  exposing = false,
}: {
  readonly geometry: Geometry;
  readonly read: Geometry;
  readonly focusing?: boolean;
  readonly exposing?: boolean;
}) {
  const seen = useThrottled(geometry, followMs());
  return <Finder geometry={seen} read={read} focusing={focusing} exposing={exposing} />;
}
