import { cardText } from '@gangway/messages/core/card';
import { say } from '@gangway/messages/say';
import type { Geometry } from '../geometry/geometry';
import type { Plate } from '../model/plate';
import { framesOfSetup, plateInView, type PlateInView } from '../plate/inView';
import { apertureWords, capital, metresWords, turnWords } from '../words';
import type { Mark } from './drawing';
import { clipped, type Box } from './setupDrawings';
import { focusValues, placeSteps, slideWords } from './spotCard';

/** A photograph is printed at most so large, mm. */
const MOST = { w: 74, h: 52 } as const;

/** How far beyond the photograph a frame is followed, as a share of its side. */
const BEYOND = 0.35;

type Point = readonly [number, number];

/** A photograph of the place on a card: its marks, the box that they fill, and the lines of text beside it. */
export interface PrintedPlate {
  readonly marks: readonly Mark[];
  readonly box: Box;
  readonly words: readonly string[];
}

/**
 * The photograph of the place with the frame of the setup, or those of its mosaic, outlined on it, and its values;
 * `null` where the setup is not planned on one, or that is not levelled.
 *
 * @param geometry what follows from the settings of a setup
 * @param at the upper left corner on the page, mm
 *
 * @example
 * printedPlate(frontGeometry, { x: 9, y: 60 }) // => null
 */
export function printedPlate(geometry: Geometry, at: Pick<Box, 'x' | 'y'>): PrintedPlate | null {
  const { plate } = geometry.settings;
  const seen = plateInView(geometry);
  if (!plate || !seen) return null;
  const ofSetup = framesOfSetup(geometry, seen);
  const frames = ofSetup.map(({ outline }) => outline);
  const [left, right] = reach(
    plate.widthPx,
    frames.flatMap((outline) => outline.map(([u]) => u)),
  );
  const [above, below] = reach(
    plate.heightPx,
    frames.flatMap((outline) => outline.map(([, v]) => v)),
  );
  const scale = Math.min(MOST.w / (right - left), MOST.h / (below - above));
  const box = { ...at, w: (right - left) * scale, h: (below - above) * scale };
  const placed = (u: number, v: number): Point => [at.x + (u - left) * scale, at.y + (v - above) * scale];
  const [x, y] = placed(0, 0);
  const picture = pictureOf(plate, { x, y, w: plate.widthPx * scale, h: plate.heightPx * scale });
  const outlines = frames.map((outline) => outline.map(([u, v]) => placed(u, v)));
  return {
    marks: [picture, ...outlined(outlines, box, plate.kind)],
    box,
    words: wordsOf(
      geometry,
      seen,
      ofSetup.some(({ guessed }) => guessed),
    ),
  };
}

/** From where to where a side of the photograph is drawn, with the frames that go on beyond it, px. */
function reach(sidePx: number, ofFrames: readonly number[]): readonly [from: number, to: number] {
  return [Math.max(-BEYOND * sidePx, Math.min(0, ...ofFrames)), Math.min((1 + BEYOND) * sidePx, Math.max(sidePx, ...ofFrames))];
}

const pictureOf = ({ pictureId, name }: Plate, { x, y, w, h }: Box): Mark => ({
  kind: 'picture',
  x,
  y,
  w,
  h,
  pictureId,
  described: say(cardText.photographOfThePlace, { name }),
});

/** Outlines of frames, black on white, so that they show on light and on dark. */
function outlined(frames: readonly (readonly Point[])[], box: Box, kind: Plate['kind']): readonly Mark[] {
  const drawn = (look: { readonly widthMm: number; readonly white: boolean }): readonly Mark[] =>
    frames.flatMap((outline) =>
      outline.flatMap((from, i): readonly Mark[] => {
        const to = outline[(i + 1) % outline.length] ?? from;
        // In a full sphere an outline may go on at the other edge.
        if (kind === 'sphere' && Math.abs(to[0] - from[0]) > box.w / 2) return [];
        const part = clipped(from, to, box);
        return part ? [{ kind: 'line', x1: part[0][0], y1: part[0][1], x2: part[1][0], y2: part[1][1], ...look }] : [];
      }),
    );
  return [...drawn({ widthMm: 1.1, white: true }), ...drawn({ widthMm: 0.45, white: false })];
}

function wordsOf(geometry: Geometry, { awayM }: PlateInView, guessed: boolean): readonly string[] {
  const { rig, orientation, fNumber } = geometry.settings;
  const { lens, laid } = geometry;
  const tilted = lens.tiltDeg !== 0 || lens.swingDeg !== 0;
  const orientationWords = say(cardText.frameWords, { orientation });
  return [
    rig.name,
    laid ? say(cardText.framesNumber, { n: laid.frames.length }) : `${orientationWords}, ${slideWords(geometry)}`,
    ...(tilted ? [capital(turnWords(lens))] : []),
    `${apertureWords(fNumber)}, ${focusValues(geometry)}`,
    ...placeSteps(geometry).map(({ specs }) => capital(specs)),
    ...(awayM > 0 ? [say(cardText.takenElsewhere, { away: metresWords(awayM), guessed: guessed ? 'yes' : 'no' })] : []),
  ];
}
