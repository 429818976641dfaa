import { fixedNumber } from '@gangway/messages/number';
import { say } from '@gangway/messages/say';
import { spaceText } from '@gangway/messages/web/space';
import { HardDrive } from 'lucide-react';
import { api } from '../store/api';
import { useToast } from '../ui/Notes';
import { BarButton } from './BarButton';

const EVERY_MS = 60_000;

/** Says that the disk of the data folder is nearly full, long before nothing can be saved. */
export function SpaceLabel() {
  const { data } = api.useHealthQuery(undefined, { pollingInterval: EVERY_MS, skipPollingIfUnfocused: true });
  const tell = useToast();
  const space = data?.space;
  if (!space || space.level === 'plenty' || space.freeBytes === null) return null;
  const full = space.level === 'full';
  const free = { freeGb: fixedNumber(space.freeBytes / 1e9, 1) };
  const words = say(full ? spaceText.full : spaceText.low, free);
  const meaning = say(full ? spaceText.whatFullMeans : spaceText.whatLowMeans, free);
  return <BarButton icon={HardDrive} urgent={full} words={words} data-space={space.level} title={meaning} onClick={() => tell(meaning)} />;
}
