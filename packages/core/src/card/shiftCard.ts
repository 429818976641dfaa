import { cardText } from '@gangway/messages/core/card';
import { say } from '@gangway/messages/say';
import { freshGeometry } from '../geometry/geometry';
import { definitionCircle } from '../coverage/circle';
import { diagonalMm } from '../coverage/frame';
import { SCALE_DIRECTIONS, shiftScale, type ScaleEntry, type LimitedBy } from '../planning/shiftScale';
import { centredSetup } from '../planning/centred';
import { fixed, mmWords } from '../words';
import { circleEvidence, evidenceSentence } from '../rig/evidence';
import { mechanismWords } from '../rig/mechanismWords';
import { frontStack, stackLimit } from '../rig/shading/frontStack';
import type { Orientation } from '../model/frame';
import type { Rig } from '../model/rig';

/** The directions on a card, with the corners of the picture that end each first. */
export const CARD_DIRECTIONS = [
  { id: 'up', name: cardText.rise, corners: ['upperLeft', 'upperRight'] },
  { id: 'down', name: cardText.fall, corners: ['lowerLeft', 'lowerRight'] },
  { id: 'left', name: cardText.left, corners: ['upperLeft', 'lowerLeft'] },
  { id: 'right', name: cardText.right, corners: ['upperRight', 'lowerRight'] },
  { id: 'up right', name: cardText.riseAndRight, corners: ['upperRight'] },
] as const;

/** One line of a card: an aperture and how far the frame goes. */
export interface CardRow {
  readonly fNumber: number;
  readonly diameterMm: number;
  /** In the order of `CARD_DIRECTIONS`. */
  readonly limits: readonly ScaleEntry[];
  /** How far in any direction what is screwed on in front leaves every corner clear, mm; ∞ to the end of movement, `null` not even centred, `undefined` without anything in front or when not known. */
  readonly frontMm: number | null | undefined;
}

export interface ShiftCard {
  readonly name: string;
  readonly tables: readonly { readonly orientation: Orientation; readonly rows: readonly CardRow[] }[];
  /** Whether something is screwed on in front whose shade is known. */
  readonly front: string | null;
  /** Sentences under the tables. */
  readonly notes: readonly string[];
}

/**
 * The shift card of a rig at infinity: both orientations, by aperture and direction, with and without what is in front.
 *
 * @param rig the assembled rig
 *
 * @example
 * shiftCard(rig).tables.length // => 2
 */
export function shiftCard(rig: Rig): ShiftCard {
  const stack = rig.parts.front.some(({ kind }) => kind !== 'ring') ? frontStack(rig.parts) : null;
  const front = stack?.known === true ? rig.parts.front.map(({ name }) => name).join(', ') : null;
  const tables = (['landscape', 'portrait'] as const)
    .filter((orientation) => orientation === 'landscape' || rig.back.widthMm !== rig.back.heightMm)
    .map((orientation) => {
      const settings = { ...centredSetup(rig, orientation), fNumber: rig.lens.widestFNumber };
      const rows = shiftScale(freshGeometry(settings)).map((row): CardRow => {
        const limits = CARD_DIRECTIONS.map(
          ({ id }) => row.directions[SCALE_DIRECTIONS.findIndex((direction) => direction.id === id)] ?? row.diagonal,
        );
        // Behind a converter the lens's own ring stands at N/k.
        const own =
          rig.parts.lens.specs.widestFNumber === null
            ? row.fNumber
            : (row.fNumber * rig.parts.lens.specs.widestFNumber) / rig.lens.widestFNumber;
        return {
          fNumber: row.fNumber,
          diameterMm: row.diameterMm,
          limits,
          frontMm: stack?.known === true ? stackLimit(rig.parts, stack.value, own) : undefined,
        };
      });
      return { orientation, rows };
    });
  return { name: rig.name, tables, front, notes: notesOf(rig, stack !== null && !stack.known) };
}

function notesOf(rig: Rig, frontUnknown: boolean): readonly string[] {
  const { lens, back } = rig;
  const sharp = definitionCircle(lens.circle, lens.widestFNumber);
  const light = lens.circle.imageCircleMm;
  return [
    say(cardText.frameAcross, {
      widthMm: fixed(back.widthMm, 1),
      heightMm: mmWords(back.heightMm),
      back: mmWords(diagonalMm(back)),
      light: light === null ? cardText.imageCircleUnknown : say(cardText.imageCircle, { light: mmWords(light) }),
    }),
    sharp?.basis.kind === 'assumed' && light !== null ? say(cardText.onlyTheImageCircleIs, { diameterMm: mmWords(sharp.diameterMm) }) : '',
    sharp === null ? cardText.noCircleIsKnownSo : '',
    mechanismWords(rig.mechanism),
    evidenceSentence(circleEvidence(rig.parts)),
    frontUnknown ? cardText.whatIsInFrontIs : '',
    cardText.infinityCloserTheCircleGrows,
  ].filter((note) => note !== '');
}

/** What ends the shift, as a cell of the table. */
const LIMITED_BY: Readonly<Record<LimitedBy, string>> = {
  circle: cardText.endsAtCircle,
  stop: cardText.endsAtStop,
  frameOutside: cardText.endsFrameOutside,
};

/**
 * The card as rows of a table, first the header: for a spreadsheet.
 *
 * @param card the shift card
 *
 * @example
 * shiftCardRows(shiftCard(rig))[0]?.[0] // => 'orientation'
 */
export function shiftCardRows(card: ShiftCard): readonly (readonly string[])[] {
  const header = [
    'orientation',
    'f-number',
    cardText.sharpCircleMm,
    ...CARD_DIRECTIONS.flatMap(({ name }) => [`${name} [mm]`, say(cardText.endsAt, { name })]),
    cardText.clearOfWhatIsIn,
  ];
  const rows = card.tables.flatMap(({ orientation, rows: lines }) =>
    lines.map(({ fNumber, diameterMm, limits, frontMm }) => [
      orientation,
      String(fNumber),
      diameterMm.toFixed(1),
      ...limits.flatMap(({ limitMm, limitedBy }) => [limitMm === null ? '' : limitMm.toFixed(1), LIMITED_BY[limitedBy]]),
      frontCell(frontMm),
    ]),
  );
  return [header, ...rows];
}

function frontCell(frontMm: number | null | undefined): string {
  if (frontMm === undefined) return '';
  if (frontMm === null) return cardText.notEvenCentred;
  if (frontMm === Infinity) return cardText.endOfMovement;
  return frontMm.toFixed(1);
}
