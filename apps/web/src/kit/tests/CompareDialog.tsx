import { say } from '@gangway/messages/say';
import { judgeText } from '@gangway/messages/web/kit/judge';
import { useState } from 'react';
import type { JudgedPlace, LensTest, LensTestFrame, TestShot } from '@gangway/contract/lensTest';
import { apertureWords } from '@gangway/core/words';
import { api, errorSentence } from '../../store/api';
import { ComparePictures, type ComparedPicture } from '../../ui/ComparePictures';
import { Dialog } from '../../ui/Dialog';
import { Select } from '../../ui/Select';
import { apertureCell, positionWords } from './moveWords';
import { framesInPlace } from './useMeasured';

interface CompareDialogProps {
  readonly test: LensTest;
  /** The frames of one position, from the widest aperture. */
  readonly shown: readonly { readonly shot: TestShot; readonly frame: LensTestFrame }[];
  readonly frameId: string;
  readonly place: JudgedPlace;
  /** Where a place is in a frame, px. */
  readonly middleIn: (frame: LensTestFrame, place: JudgedPlace) => readonly [x: number, y: number];
  readonly onClose: () => void;
}

const pictureOf = (frame: LensTestFrame, name: string): ComparedPicture => ({
  id: frame.id,
  name,
  tiles: `/api/lens-test-frames/${frame.id}/tiles`,
  width: frame.width,
  height: frame.height,
});

const nameOf = (shot: TestShot, { name }: LensTestFrame): string => say(judgeText.frameAt, { aperture: apertureCell(shot), name });

/** Two frames at their own pixels, moved and enlarged together: of two apertures, or of two lenses. */
export function CompareDialog({ test, shown, frameId, place, middleIn, onClose }: CompareDialogProps) {
  const { data: tests = [] } = api.useLensTestsQuery(undefined);
  const [otherTest, setOtherTest] = useState<string>('');
  const { data: fetched, error } = api.useLensTestQuery(otherTest, { skip: otherTest === '' });
  const index = shown.findIndex(({ frame }) => frame.id === frameId);
  const main = shown[index];
  // Where the dialog opens: moving about is not undone by what comes in meanwhile.
  const [spot] = useState(() => {
    if (!main) return null;
    const [x, y] = middleIn(main.frame, place);
    return { x, y, goal: 1 };
  });
  if (!main) return null;
  // The next smaller aperture first: what stopping down by one gains.
  const around = [...shown.slice(index + 1), ...shown.slice(0, index).toReversed()];
  const nearby = around.map(({ shot, frame }) => pictureOf(frame, nameOf(shot, frame)));
  const fromOther =
    fetched?.id === otherTest
      ? framesInPlace(fetched).map(({ shot, frame }) =>
          pictureOf(frame, `${fetched.settings.name}, ${apertureWords(shot.fNumber)}, ${positionWords(shot)}`),
        )
      : [];
  const nothing = error ? errorSentence(error) : judgeText.loadingFrames;
  const name = nameOf(main.shot, main.frame);
  return (
    <Dialog
      open
      onClose={onClose}
      title={say(judgeText.compareTitle, { aperture: apertureCell(main.shot), place })}
      help={judgeText.compareHelp}
      wide
    >
      <div className="grid h-[70dvh] grid-rows-[auto_minmax(0,1fr)] gap-2">
        <label className="flex items-center gap-2 text-sm">
          <span className="text-ink-soft">{judgeText.compareWith}</span>
          <Select value={otherTest} onChange={(event) => setOtherTest(event.target.value)} className="max-w-72">
            <option value="">{judgeText.thisTest}</option>
            {tests
              .filter(({ id, isOtherCopy, frames }) => id !== test.id && !isOtherCopy && frames > 0)
              .map((each) => (
                <option key={each.id} value={each.id}>
                  {each.name}
                </option>
              ))}
          </Select>
        </label>
        <ComparePictures
          key={otherTest}
          main={pictureOf(main.frame, name)}
          others={otherTest === '' ? nearby : fromOther}
          spot={spot}
          alone={otherTest === '' ? judgeText.nothingToCompare : nothing}
          firstWay="split"
        />
      </div>
    </Dialog>
  );
}
