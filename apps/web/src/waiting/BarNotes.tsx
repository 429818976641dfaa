import { SpaceLabel } from './SpaceLabel';
import { WaitingLabel } from './WaitingLabel';

/** What the bar of every page says when something is not as it should be. */
export function BarNotes() {
  return (
    <>
      <SpaceLabel />
      <WaitingLabel />
    </>
  );
}
