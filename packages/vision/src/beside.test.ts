import { join } from 'node:path';
import sharp from 'sharp';
import truthOf from '../checks/plates/truth.json';
import { BLANK_PLATE } from '@gangway/core/plate/blankPlate';
import type { OtherPhotograph, Pixel, Plate } from '@gangway/core/model/plate';
import { heightByMove } from '@gangway/core/plate/apart';
import { withFront } from '@gangway/core/plate/asFront';
import { turnedBeside } from '@gangway/core/plate/beside';
import { outlinedFront } from '@gangway/core/plate/front';
import { knownPlate } from '@gangway/core/plate/known';
import { focalPixels } from '@gangway/core/plate/pixel';
import { seenThroughRig, type RigAndFrame } from '@gangway/core/plate/view';
import { besideMatches } from './beside';
import { colourPicture, pngOf } from './photograph';

jest.setTimeout(180_000);

const FILE = join(__dirname, '../checks/plates/plate-01-04.jpg');
const { widthPx, heightPx, focalPx, pitchDeg, rollDeg, cameraHeightM, cornersPx } = truthOf['plate-01-04.jpg'];
const plate = { kind: 'flat', widthPx, heightPx, focalPx } as const;
const held = { yawDeg: 0, pitchDeg, rollDeg };
const { leftFoot, rightFoot, leftTop } = cornersPx as unknown as Readonly<Record<'leftFoot' | 'rightFoot' | 'leftTop', Pixel>>;
const outline = { leftFootPx: leftFoot, rightFootPx: rightFoot, leftTopPx: leftTop };
const front = outlinedFront(plate, held, outline, cameraHeightM);
const placed = withFront({ ...BLANK_PLATE, pictureId: '', name: '', widthPx, heightPx, cameraHeightM }, front, null);
const { from } = placed.plate;
const { subject } = placed.scene;
if (from === null || subject.kind !== 'front') throw new Error('the check plate has no front');
const plateAt = [from.asideM, from.cameraHeightM, -from.distanceM] as const;
const place = { plateAt, front: subject, ground: true };

/** The same equivalent as the check plate’s. */
const equivalentMm = focalPx / focalPixels(1, widthPx, heightPx);
const frame = { widthMm: widthPx, heightMm: heightPx };

/** Another photograph of what stands there, drawn by what the check plate shows: a little brighter, less sharp and with losses. */
async function another(seen: Omit<RigAndFrame, 'frame'>, wide: number): Promise<Buffer> {
  const { picture } = seenThroughRig(await colourPicture(FILE, 2400), { plate, held, place }, { ...seen, frame }, wide);
  return sharp(await pngOf(picture))
    .linear(1.1, 5)
    .blur(0.6)
    .jpeg({ quality: 85 })
    .toBuffer();
}

test('two photographs from one place are brought together by their pictures alone', async () => {
  const turned = { yawDeg: 11, pitchDeg: pitchDeg + 6, rollDeg: rollDeg - 2.5 };
  const file = await another({ rig: { turned, imageMm: focalPx * 1.08, riseMm: 0, shiftMm: 0 } }, 1800);
  const matches = await besideMatches(FILE, file, 80);
  expect(matches.length).toBe(80);
  // From all over what both show, which is more than two thirds of the first in each direction.
  const across = matches.map(([u]) => u / widthPx);
  expect(Math.max(...across) - Math.min(...across)).toBeGreaterThan(0.5);
  const found = turnedBeside(
    { plate, held },
    { kind: 'flat', widthPx: 1800, heightPx: Math.round((1800 * heightPx) / widthPx), focalPx: (focalPx * 1.08 * 1800) / widthPx },
    matches,
  );
  expect(found?.fits).toBe(true);
  for (const angle of ['yawDeg', 'pitchDeg', 'rollDeg'] as const)
    expect(Math.abs((found?.held[angle] ?? NaN) - turned[angle])).toBeLessThan(0.05);
});

test('two from places 2 m apart tell the height of the camera, within 3 %', async () => {
  const [right, up, ahead] = [1.9, 0.1, 0.6];
  const file = await another(
    {
      rig: { turned: { ...held, yawDeg: -2, pitchDeg: pitchDeg + 1 }, imageMm: focalPx, riseMm: 0, shiftMm: 0 },
      at: [plateAt[0] + right, plateAt[1] + up, plateAt[2] + ahead],
    },
    1800,
  );
  const other: OtherPhotograph = {
    pictureId: '',
    name: '',
    widthPx: 1800,
    heightPx: Math.round((1800 * heightPx) / widthPx),
    equivalentMm,
    matches: await besideMatches(FILE, file, 80),
    apart: { byM: Math.hypot(right, up, ahead), doubtM: 0.01 },
  };
  // Its height is taken to be another one until then.
  const stored: Plate = {
    ...BLANK_PLATE,
    pictureId: '',
    name: '',
    widthPx,
    heightPx,
    equivalentMm,
    typed: { pitchDeg, rollDeg },
    cameraHeightM: 1.2,
    outline,
    others: [other],
  };
  const known = knownPlate(stored);
  const [second] = known.others;
  if (!second) throw new Error('the second photograph is gone');
  const result = heightByMove(stored, known, second, { levelDeg: 0, clickPx: 0, cameraHeightM: 0 });
  if (!('found' in result)) throw new Error(result.missing);
  expect(result.found.strained).toBe(false);
  expect(Math.abs(result.found.cameraHeightM / cameraHeightM - 1)).toBeLessThan(0.03);
  expect(Math.abs(result.found.cameraHeightM - cameraHeightM)).toBeLessThan(4 * (result.found.doubtM ?? NaN));
});

test('two photographs of different things share nothing', async () => {
  const matches = await besideMatches(FILE, join(__dirname, '../checks/plates/plate-01-02.jpg'), 80);
  expect(matches).toEqual([]);
});
