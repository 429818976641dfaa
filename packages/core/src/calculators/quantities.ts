import { calculatorsText } from '@gangway/messages/core/calculators';
import { plateText } from '@gangway/messages/core/plate';
import { z } from 'zod';

// The kinds of values that calculators take and give, each with its unit,
// range and meaning, so that a schema reads like a table of fields.

const quantity = (schema: z.ZodNumber, unit: string, meaning: string) => schema.meta({ unit, description: meaning });

const within = (unit: string, min: number, max: number) => (meaning: string) => quantity(z.number().min(min).max(max), unit, meaning);
const above = (unit: string, max: number) => (meaning: string) => quantity(z.number().gt(0).max(max), unit, meaning);

export const lengthMm = above('mm', 1e6);
export const signedMm = within('mm', -1e6, 1e6);
export const notNegativeMm = within('mm', 0, 1e6);
export const notNegativeM = within('m', 0, 1e9);
export const notNegativeDeg = within('°', 0, 90);
export const notNegativePx = within('px', 0, 1e7);
export const distanceM = above('m', 1e9);
export const signedM = within('m', -1e9, 1e9);
export const fNumber = above('f/', 1e5);
export const ratio = above('', 1e4);
export const magnification = within('×', 0, 1e4);
export const stops = within('stops', 0, 40);
export const movementDeg = within('°', -89, 89);
/** A turn of the tripod head. */
export const headDeg = within('°', -180, 180);
export const directionDeg = within('°', -3600, 3600);
export const pixels = above('px', 1e7);
export const share = (meaning: string) => quantity(z.number().min(0).lt(1), 'share', meaning);
export const nanometres = above('nm', 1e6);
export const micrometres = above('µm', 1e6);

/** A point in the camera frame: x right, y up, z forward, m. */
export const pointM = (meaning: string) =>
  z
    .tuple([signedM(calculatorsText.xRight), signedM(calculatorsText.yUp), signedM(calculatorsText.zTowardTheSubject)])
    .meta({ unit: 'm', description: meaning });

const pixelAt = within('px', -1e7, 1e7);

/** A place of a picture: px from the left and from the top. */
export const pixel = (meaning: string) =>
  z
    .tuple([pixelAt(plateText.endU), pixelAt(plateText.endV)])
    .readonly()
    .meta({ unit: 'px', description: meaning });

/** Lines of a picture by both their ends. */
export const plateLines = (meaning: string, least: number) =>
  z
    .array(z.tuple([pixelAt(plateText.endU), pixelAt(plateText.endV), pixelAt(plateText.endU), pixelAt(plateText.endV)]).readonly())
    .min(least)
    .max(10_000)
    .readonly()
    .meta({ unit: 'px', description: meaning });

/** What calculators of a flat photograph ask for alike: its size and focal length, and how it was held. */
export const flatPlate = { widthPx: pixels(plateText.widthPx), heightPx: pixels(plateText.heightPx), focalPx: pixels(plateText.focalPx) };
export const plateHeld = { pitchDeg: movementDeg(plateText.pitch), rollDeg: headDeg(plateText.roll) };
export const footAndTop = { footPx: pixel(plateText.foot), topPx: pixel(plateText.top) };

/** Linear intensities of a cut-out, row by row. */
export const intensities = (meaning: string) =>
  z
    .array(z.array(z.number().min(-1e9).max(1e9)).max(4096).readonly())
    .max(4096)
    .readonly()
    .meta({ unit: '', description: meaning });

// Answers carry their unit and meaning, and no range.
export const answer = (unit: string, meaning: string) => z.number().meta({ unit, description: meaning });
/** An answer that may be `null`: because there is none, or because it is infinite. */
export const answerOrNull = (unit: string, meaning: string, nullIs: 'none' | 'infinity' = 'none') =>
  z.number().nullable().meta({ unit, description: meaning, nullIs });
export const answers = (unit: string, meaning: string) => z.array(z.number().nullable()).readonly().meta({ unit, description: meaning });
export const yesNo = (meaning: string) => z.boolean().meta({ unit: '', description: meaning });

/** A plane n·P = d in the camera frame. */
export const planeAnswer = (meaning: string) =>
  z
    .strictObject({
      normal: z
        .tuple([z.number(), z.number(), z.number()])
        .readonly()
        .meta({ unit: '', description: calculatorsText.unitNormalCameraFrame }),
      offsetMm: answer('mm', calculatorsText.distanceOfThePlaneFrom),
    })
    .nullable()
    .meta({ unit: '', description: meaning });

/** One of several words. */
export const oneOf = <const T extends readonly [string, ...string[]]>(words: T, meaning: string) =>
  z.enum(words).meta({ unit: '', description: meaning });
