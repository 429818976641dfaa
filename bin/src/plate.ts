import { writeFile } from 'node:fs/promises';
import { cliPlateText } from '@gangway/messages/cli/plate';
import { plateText } from '@gangway/messages/core/plate';
import { say } from '@gangway/messages/say';
import type { PlateLevel } from '@gangway/core/plate/level';
import type { Pixel, PlateProjection } from '@gangway/core/plate/pixel';
import { plateEnds } from '@gangway/core/plate/ends';
import { doubtedHeight } from '@gangway/core/plate/uncertain';
import { seenThroughRig } from '@gangway/core/plate/view';
import { colourPicture, flatPlate, levelledPhotograph, pngOf, readPhotograph } from '@gangway/vision/photograph';
import { answered, bytesOf, numberOf, wrong } from './typed';

/** What is typed for any command on a photograph. */
export interface PlateOptions {
  readonly equivalent?: string;
  readonly pitch?: string;
  readonly roll?: string;
}

export interface HeightOptions extends PlateOptions {
  readonly foot: string;
  readonly top: string;
  readonly cameraHeight: string;
}

export interface ViewOptions extends PlateOptions {
  readonly image: string;
  readonly frame: string;
  readonly rise: string;
  readonly shift: string;
  readonly yaw: string;
  readonly rigPitch: string;
  readonly rigRoll: string;
  readonly pixels: string;
  readonly out: string;
}

const numberIn = (name: string, typed: string | undefined): number | null => (typed === undefined ? null : numberOf(name, typed));

function pairOf(name: string, typed: string): Pixel {
  const [first, second, ...more] = typed.split(',').map(Number);
  if (first === undefined || second === undefined || more.length > 0 || !Number.isFinite(first) || !Number.isFinite(second))
    throw wrong('not_a_pair', name, say(cliPlateText.pairNeeded, { name, value: typed }));
  return [first, second];
}

interface HeldPlate {
  readonly plate: PlateProjection;
  readonly level: PlateLevel;
  /** One standard deviation of pitch and roll; 0 where they were typed, `null` where nobody knows. */
  readonly levelDoubtDeg: number | null;
}

/** The photograph and how it was held: as typed, or as its lines say; a full sphere is taken to be level. */
async function heldPlate(file: Buffer, { equivalent, pitch, roll }: PlateOptions): Promise<HeldPlate> {
  const [pitchDeg, rollDeg, equivalentMm] = [numberIn('pitch', pitch), numberIn('roll', roll), numberIn('equivalent', equivalent)];
  if ((pitchDeg === null) !== (rollDeg === null))
    throw wrong('half_a_level', pitchDeg === null ? 'pitch' : 'roll', cliPlateText.bothNeeded);
  const typed = pitchDeg === null || rollDeg === null ? null : { pitchDeg, rollDeg };
  const photograph = await readPhotograph(file);
  if (photograph.panorama === 'sphere') {
    const { widthPx, heightPx } = photograph;
    return { plate: { kind: 'sphere', widthPx, heightPx }, level: typed ?? LEVEL, levelDoubtDeg: typed ? 0 : null };
  }
  if (typed) return { plate: flatPlate(photograph, equivalentMm), level: typed, levelDoubtDeg: 0 };
  const { plate, found } = await levelledPhotograph(file, equivalentMm);
  if (found === null) throw wrong('level_unknown', 'file', plateText.noLinesFound);
  return { plate, level: { pitchDeg: found.pitchDeg, rollDeg: found.rollDeg }, levelDoubtDeg: found.uncertaintyDeg };
}

const LEVEL: PlateLevel = { pitchDeg: 0, rollDeg: 0 };

/** Runs a command on a photograph: what it cannot do it says as any other does. */
/** How a photograph was held, from lines in it. */
export function plateLevel(path: string, { equivalent }: Pick<PlateOptions, 'equivalent'>): Promise<number> {
  return answered(async () => {
    const { found } = await levelledPhotograph(await bytesOf(path), numberIn('equivalent', equivalent));
    if (found === null) return { pitchDeg: null, rollDeg: null, turnedAwayDeg: null, uncertaintyDeg: null, sure: false };
    const { pitchDeg, rollDeg, turnedAwayDeg, uncertaintyDeg, sure } = found;
    return { pitchDeg, rollDeg, turnedAwayDeg, uncertaintyDeg, sure };
  });
}

/** A place in a picture is typed to about a pixel. */
const CLICK_PX = 1;

/** How high and how far away something in a photograph is. */
export function heightInPlate(path: string, options: HeightOptions): Promise<number> {
  return answered(async () => {
    const { plate, level, levelDoubtDeg } = await heldPlate(await bytesOf(path), options);
    const cameraHeightM = numberOf('cameraHeight', options.cameraHeight);
    const measured = { footPx: pairOf('foot', options.foot), topPx: pairOf('top', options.top), cameraHeightM };
    const found = doubtedHeight(plate, level, measured, { levelDeg: levelDoubtDeg ?? 0, clickPx: CLICK_PX, cameraHeightM: 0 });
    return levelDoubtDeg === null ? { ...found, heightDoubtM: null, distanceDoubtM: null } : found;
  });
}

/** Draws a photograph through a rig at the same place. */
export function plateView(path: string, options: ViewOptions): Promise<number> {
  return answered(async () => {
    const typed = (name: 'image' | 'rise' | 'shift' | 'yaw' | 'rigPitch' | 'rigRoll' | 'pixels'): number => numberOf(name, options[name]);
    const [widthMm, heightMm] = pairOf('frame', options.frame);
    for (const [name, value] of [
      ['image', typed('image')],
      ['frame', Math.min(widthMm, heightMm)],
    ] as const)
      if (!(value > 0)) throw wrong('not_positive', name, say(plateText.moreThanNothing, { name, value }));
    const widthPx = typed('pixels');
    if (!Number.isInteger(widthPx) || widthPx < 16 || widthPx > 20_000)
      throw wrong('out_of_range', 'pixels', say(cliPlateText.pixelsAllowed, { name: 'pixels', value: widthPx }));
    const file = await bytesOf(path);
    const { plate, level } = await heldPlate(file, options);
    const held = { yawDeg: 0, ...level };
    const frame = { widthMm, heightMm };
    const rig = {
      turned: { yawDeg: typed('yaw'), pitchDeg: typed('rigPitch'), rollDeg: typed('rigRoll') },
      imageMm: typed('image'),
      riseMm: typed('rise'),
      shiftMm: typed('shift'),
    };
    const photograph = await colourPicture(file, Math.max(plate.widthPx, plate.heightPx));
    const { picture, covered } = seenThroughRig(photograph, { plate, held }, { rig, frame }, widthPx);
    try {
      await writeFile(options.out, await pngOf(picture));
    } catch (error) {
      throw wrong('not_written', 'out', say(cliPlateText.cannotWrite, { error: error instanceof Error ? error.message : String(error) }));
    }
    return { widthPx: picture.widthPx, heightPx: picture.heightPx, covered, ends: plateEnds([{ plate, held }], rig, frame) };
  });
}
