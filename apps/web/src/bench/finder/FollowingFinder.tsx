import { useAtMost } from '../../ui/useAtMost';
import { Finder } from './Finder';
import { followMs } from './picture';
import type { SetupSettings } from '@gangway/core/model/setup';

/** The Finder beside a drawing in which something is dragged: it follows as fast as this machine draws it without holding up the hand. */
export function FollowingFinder({ settings, read }: { readonly settings: SetupSettings; readonly read: SetupSettings }) {
  const seen = useAtMost(settings, followMs());
  return <Finder settings={seen} read={read} focusing />;
}
