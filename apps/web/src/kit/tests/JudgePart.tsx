import { say } from '@gangway/messages/say';
import { judgeText } from '@gangway/messages/web/kit/judge';
import { Check, CircleSlash, Minus } from 'lucide-react';
import { ToggleGroup } from 'radix-ui';
import { useMemo, useState } from 'react';
import { JUDGED_PLACES, type JudgedPlace, type LensTestFrame, type TestShot } from '@gangway/contract/lensTest';
import { markedPlaces } from '@gangway/contract/lensTestMarks';
import type { MeasuredTest } from '@gangway/contract/lensTestFile';
import { chartConclusion } from '@gangway/core/lensTests/chartConclusions';
import { markedCircle, MARKS, type Mark } from '@gangway/core/lensTests/marks';
import { apertureWords } from '@gangway/core/words';
import { CheckField } from '../../ui/CheckField';
import { Choices } from '../../ui/Choices';
import { Select } from '../../ui/Select';
import { Th } from '../../ui/Table';
import { CompareDialog } from './CompareDialog';
import { cutOut, marked, middleOf, sameMiddle } from './judged';
import { apertureCell, positionWords } from './moveWords';
import { magnificationIn } from './testFile';
import type { OpenTest } from './TestPage';
import { framesInPlace } from './useMeasured';

const ZOOMS = [
  { id: '1', name: '100 %' },
  { id: '2', name: '200 %' },
  { id: '4', name: '400 %' },
] as const;
type Zoom = (typeof ZOOMS)[number]['id'];

/** Side of a cut-out on the page, px. */
const SIDE = 132;
const ICONS = { good: Check, acceptable: Minus, no: CircleSlash } as const;

/** A frame of the series that is shown, and where it stands in the plan. */
interface Shown {
  readonly shot: TestShot;
  readonly frame: LensTestFrame;
}

const positionOf = ({ riseMm, shiftMm }: TestShot): string => `${riseMm} ${shiftMm}`;

/** The frames side by side at their own pixels: apertures across, places down. What is good enough is marked. */
export function JudgePart({ open, result }: { readonly open: OpenTest; readonly result: MeasuredTest | null }) {
  const { test, change } = open;
  const { settings } = test;
  const inPlace = framesInPlace(test);
  const positions = [...new Map(inPlace.map(({ shot }) => [positionOf(shot), shot])).entries()];
  const [position, setPosition] = useState<string | null>(null);
  const [zoom, setZoom] = useState<Zoom>('1');
  const [compared, setCompared] = useState<{ readonly frameId: string; readonly place: JudgedPlace } | null>(null);
  const at = position !== null && positions.some(([id]) => id === position) ? position : positions[0]?.[0];
  const shown = inPlace
    .filter(({ shot }) => positionOf(shot) === at)
    .toSorted((a, b) => a.shot.fNumber - b.shot.fNumber || a.shot.focusMm - b.shot.focusMm || Number(a.shot.lamp) - Number(b.shot.lamp));
  // Until the frames are measured, how far from the axis a mark lies is unknown.
  const magnification = result && magnificationIn(result);
  const circles = useMemo(() => {
    const places = magnification === null ? [] : markedPlaces(settings, magnification);
    return [...new Set(places.map(({ fNumber }) => fNumber))]
      .sort((a, b) => a - b)
      .flatMap((fNumber) => markedCircle(fNumber, places) ?? []);
  }, [settings, magnification]);
  if (shown.length === 0) return <p className="max-w-prose text-ink-soft">{judgeText.noFrames}</p>;
  // One edge of the chart for all apertures: that of the first one.
  const middleIn = (frame: LensTestFrame, place: JudgedPlace) => sameMiddle(frame, middleOf(shown[0]?.frame ?? frame, place));
  const mark = ({ frame, shot }: Shown, place: JudgedPlace, given: Mark | null) => {
    const [x, y] = middleIn(frame, place);
    const where = { frameId: frame.id, place, at: [x / frame.width, y / frame.height] as [number, number] };
    change(
      { ...settings, marks: marked(settings.marks, where, given) },
      say(judgeText.markedAs, { aperture: apertureWords(shot.fNumber), place, mark: given ?? 'none' }),
    );
  };
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
      <p className="max-w-prose text-sm text-ink-soft">{judgeText.help}</p>
      <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
        <Choices label={judgeText.zoom} choices={ZOOMS} value={zoom} onChoose={setZoom} />
        {positions.length > 1 && (
          <label className="flex items-center gap-2 text-sm">
            <span className="text-ink-soft">{judgeText.position}</span>
            <Select value={at ?? ''} onChange={(event) => setPosition(event.target.value)}>
              {positions.map(([id, shot]) => (
                <option key={id} value={id}>
                  {positionWords({ ...shot, focusMm: 0 })}
                </option>
              ))}
            </Select>
          </label>
        )}
        <span className="flex flex-wrap items-center gap-x-3 text-sm">
          {MARKS.map((each) => {
            const Icon = ICONS[each];
            return (
              <span key={each} className="inline-flex items-center gap-1">
                <Icon size={14} aria-hidden /> {judgeText[each]}
              </span>
            );
          })}
        </span>
      </div>
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-label={judgeText.sheet}>
        <table className="border-separate border-spacing-2 text-sm">
          <thead>
            <tr>
              <Th className="sticky left-0 z-10 bg-ground text-left">{judgeText.place}</Th>
              {shown.map(({ shot, frame }) => (
                <Th key={frame.id} className="text-left">
                  {apertureCell(shot)}
                </Th>
              ))}
            </tr>
          </thead>
          <tbody>
            {JUDGED_PLACES.map((place) => (
              <tr key={place} className="align-top">
                <Th scope="row" className="sticky left-0 z-10 bg-ground pr-2 text-left font-normal">
                  {say(judgeText.placeNamed, { place })}
                </Th>
                {shown.map((each) => (
                  <td key={each.frame.id}>
                    <Cell
                      shown={each}
                      place={place}
                      middle={middleIn(each.frame, place)}
                      zoom={Number(zoom)}
                      mark={settings.marks.find(({ frameId, place: of }) => frameId === each.frame.id && of === place)?.mark ?? null}
                      onMark={(given) => mark(each, place, given)}
                      onOpen={() => setCompared({ frameId: each.frame.id, place })}
                    />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {circles.length > 0 && (
        <section aria-label={judgeText.byYourMarks} className="grid max-w-prose gap-1 text-sm">
          <h3 className="text-base font-semibold">{judgeText.byYourMarks}</h3>
          <ul className="grid gap-1">
            {circles.map((circle) => (
              <li key={circle.fNumber}>{chartConclusion({ kind: 'marked', circle }, 0)}</li>
            ))}
          </ul>
          {settings.target === 'texture' ? (
            <p className="text-ink-soft">{judgeText.marksOfTexture}</p>
          ) : (
            <>
              <CheckField
                checked={settings.byMarks}
                onChange={(byMarks) => change({ ...settings, byMarks }, byMarks ? judgeText.marksCount : judgeText.numbersCount)}
              >
                {judgeText.useMarks}
              </CheckField>
              <p className="text-ink-soft">{judgeText.useMarksHelp}</p>
            </>
          )}
        </section>
      )}
      {compared && <CompareDialog test={test} shown={shown} middleIn={middleIn} {...compared} onClose={() => setCompared(null)} />}
    </div>
  );
}

interface CellProps {
  readonly shown: Shown;
  readonly place: JudgedPlace;
  /** Where it is in the frame, px. */
  readonly middle: readonly [x: number, y: number];
  readonly zoom: number;
  readonly mark: Mark | null;
  readonly onMark: (mark: Mark | null) => void;
  readonly onOpen: () => void;
}

/** One place at one aperture, and its mark. */
function Cell({ shown: { shot, frame }, place, middle, zoom, mark, onMark, onOpen }: CellProps) {
  const { left, top, width, height } = cutOut(frame, middle, Math.round(SIDE / zoom));
  const query = new URLSearchParams({ left: String(left), top: String(top), width: String(width), height: String(height) });
  const aperture = apertureCell(shot);
  const [failed, setFailed] = useState(false);
  return (
    <div className="grid w-fit gap-1">
      <button
        type="button"
        onClick={onOpen}
        aria-label={say(judgeText.openCell, { aperture, place })}
        className="block size-[132px] overflow-hidden rounded-sm border border-rule bg-sunk"
      >
        {failed ? (
          <span className="grid size-full place-items-center p-2 text-xs text-ink-soft">{judgeText.notShown}</span>
        ) : (
          <img
            src={`/api/lens-test-frames/${frame.id}/part?${query.toString()}`}
            alt=""
            width={width * zoom}
            height={height * zoom}
            loading="lazy"
            onError={() => setFailed(true)}
            className="max-w-none [image-rendering:pixelated]"
          />
        )}
      </button>
      <ToggleGroup.Root
        type="single"
        value={mark ?? ''}
        onValueChange={(value) => onMark(MARKS.find((each) => each === value) ?? null)}
        aria-label={say(judgeText.markCell, { aperture, place })}
        className="flex gap-1"
      >
        {MARKS.map((each) => {
          const Icon = ICONS[each];
          return (
            <ToggleGroup.Item
              key={each}
              value={each}
              aria-label={judgeText[each]}
              title={judgeText[each]}
              className="grid h-7 grow place-items-center rounded-sm border border-rule data-[state=on]:bg-accent data-[state=on]:text-on-accent max-sm:h-11"
            >
              <Icon size={14} aria-hidden />
            </ToggleGroup.Item>
          );
        })}
      </ToggleGroup.Root>
    </div>
  );
}
