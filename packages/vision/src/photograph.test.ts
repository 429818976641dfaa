import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import truthOf from '../checks/plates/truth.json';
import { levelByLines } from '@gangway/core/plate/byLines';
import { clearest } from '@gangway/core/plate/clearest';
import { plateHeight } from '@gangway/core/plate/height';
import { plateToRig } from '@gangway/core/plate/throughRig';
import { seenThroughRig } from '@gangway/core/plate/view';
import { withCv } from './opencv';
import { colourPicture, flatPlate, levelledPhotograph, readPhotograph } from './photograph';

/** Cluttered photographs drawn by another renderer than ours, with what is true of them. */
const truth: Readonly<Record<string, (typeof truthOf)['plate-01-01.jpg']>> = truthOf;
const fileOf = (name: string): string => join(__dirname, '../checks/plates', name);

/** A JPEG file with the metadata of another, as a program leaves it that cuts the picture alone. */
function withMetadataOf(other: Buffer, file: Buffer): Buffer {
  const marker = other.indexOf(Buffer.from([0xff, 0xe1]));
  const metadata = other.subarray(marker, marker + 2 + other.readUInt16BE(marker + 2));
  return Buffer.concat([file.subarray(0, 2), metadata, file.subarray(2)]);
}

jest.setTimeout(120_000);

describe('a photograph that comes in', () => {
  test('is levelled by its own lines: eight drawn by another renderer, against their scenes', async () => {
    const off: string[] = [];
    let [sure, fronts] = [0, 0];
    for (const [name, { pitchDeg, rollDeg, turnedAwayDeg }] of Object.entries(truth)) {
      const { plate, lines, found } = await levelledPhotograph(fileOf(name), null);
      const [pitch, roll] = [Math.abs((found?.pitchDeg ?? Infinity) - pitchDeg), Math.abs((found?.rollDeg ?? Infinity) - rollDeg)];
      const away = Math.abs((found?.turnedAwayDeg ?? Infinity) - turnedAwayDeg);
      if (found?.sure && Math.max(pitch, roll) > 0.3) off.push(`${name}: pitch ${pitch}, roll ${roll}`);
      if (found?.sure) sure++;
      if (away < 1) fronts++;
      // What it says of its own uncertainty is no empty word.
      expect(Math.max(pitch, roll)).toBeLessThan(4 * (found?.uncertaintyDeg ?? 0));
      // The lines that somebody is shown to check tell it as well.
      const shown = found && clearest(plate, lines, found, 40);
      const level = shown && levelByLines(plate, shown);
      const wrong = Math.max(Math.abs((level?.pitchDeg ?? NaN) - pitchDeg), Math.abs((level?.rollDeg ?? NaN) - rollDeg));
      expect(wrong).toBeLessThan(0.1);
      expect(wrong).toBeLessThan(4 * (level?.uncertaintyDeg ?? 0));
      expect(Math.abs((level?.turnedAwayDeg ?? NaN) - turnedAwayDeg)).toBeLessThan(0.1);
    }
    expect(off).toEqual([]);
    expect(sure).toBe(8);
    expect(fronts).toBe(8);
  });

  test('gives the height of the front from that of the camera once it is levelled: within 1 %, or what its own uncertainty makes of it', async () => {
    let [tried, near] = [0, 0];
    for (const [name, { cornersPx, cameraHeightM, frontHeightM }] of Object.entries(truth)) {
      const { plate, found } = await levelledPhotograph(fileOf(name), null);
      if (!found) throw new Error(`${name} was not levelled`);
      const doubtDeg = found.uncertaintyDeg ?? NaN;
      for (const [foot, top] of [
        [cornersPx.leftFoot, cornersPx.leftTop],
        [cornersPx.rightFoot, cornersPx.rightTop],
      ] as const) {
        const thing = { footPx: [foot[0] ?? 0, foot[1] ?? 0], topPx: [top[0] ?? 0, top[1] ?? 0] } as const;
        const shareAt = (moreDeg: number): number =>
          plateHeight(plate, { pitchDeg: found.pitchDeg + moreDeg, rollDeg: found.rollDeg }, thing, cameraHeightM).heightM / frontHeightM -
          1;
        const off = Math.abs(shareAt(0));
        expect(off).toBeLessThan(0.01 + 2 * Math.abs(shareAt(doubtDeg) - shareAt(0)));
        tried++;
        if (off < 0.01) near++;
      }
    }
    expect(tried).toBe(16);
    expect(near).toBeGreaterThanOrEqual(13);
  });

  test('is turned upright by its metadata, and says what it does not know', async () => {
    const plain = await sharp({ create: { width: 400, height: 300, channels: 3, background: '#777' } })
      .jpeg()
      .toBuffer();
    expect(await readPhotograph(plain)).toEqual({ widthPx: 400, heightPx: 300, equivalentMm: null, cropped: false, panorama: null });
    const turned = await sharp(plain).withMetadata({ orientation: 6 }).toBuffer();
    expect(await readPhotograph(turned)).toMatchObject({ widthPx: 300, heightPx: 400 });
    expect(await colourPicture(turned, 400)).toMatchObject({ widthPx: 300, heightPx: 400 });
    const said = await sharp(plain)
      .withExif({ IFD2: { FocalLengthIn35mmFilm: '26', PixelXDimension: '400', PixelYDimension: '300' } })
      .toBuffer();
    expect(await readPhotograph(said)).toMatchObject({ equivalentMm: 26, cropped: false });
    // A program that cuts a picture and leaves its metadata as they were.
    const half = await sharp(plain).extract({ left: 0, top: 0, width: 200, height: 300 }).jpeg().toBuffer();
    // A part of it sees less: its equivalent is longer, as its diagonal is shorter.
    const cut = await readPhotograph(withMetadataOf(said, half));
    expect(cut.cropped).toBe(true);
    expect(cut.equivalentMm).toBeCloseTo((26 * Math.hypot(400, 300)) / Math.hypot(cut.widthPx, cut.heightPx), 6);
    // Made larger besides: that cannot be told from another crop.
    const enlarged = await sharp(half).resize(800, 1200).jpeg().toBuffer();
    expect(await readPhotograph(withMetadataOf(said, enlarged))).toMatchObject({ cropped: true, equivalentMm: null });
    const photograph = await readPhotograph(plain);
    expect(() => flatPlate(photograph, null)).toThrow('35 mm equivalent');
    expect(() => flatPlate({ ...photograph, panorama: 'other' }, 26)).toThrow('panorama');
    await expect(readPhotograph(Buffer.from('no picture'))).rejects.toThrow('JPEG, HEIC, PNG, TIFF or WebP');
    // Of what is cut nobody knows where the lens pointed, however well its lines agree.
    const whole = readFileSync(fileOf('plate-01-05.jpg'));
    const part = await sharp(whole).extract({ left: 300, top: 100, width: 1300, height: 1100 }).jpeg().toBuffer();
    expect((await levelledPhotograph(withMetadataOf(said, part), 24)).found).toMatchObject({ sure: false, uncertaintyDeg: null });
    expect((await levelledPhotograph(part, 24)).found?.uncertaintyDeg).toEqual(expect.any(Number));
    // A file that breaks off.
    await expect(levelledPhotograph(whole.subarray(0, 60_000), 24)).rejects.toThrow('incomplete or damaged');
    // Nothing that stands upright: no level, rather than any.
    expect((await levelledPhotograph(plain, 26)).found).toBeNull();
  });

  // OpenCV's findHomography, from four places, says where all others fall.
  test('falls through a rig as a homography of a computer-vision package says', async () => {
    const plate = { kind: 'flat', widthPx: 4000, heightPx: 3000, focalPx: 3000 } as const;
    const held = { yawDeg: 3, pitchDeg: 7, rollDeg: -2 };
    const rig = { turned: { yawDeg: -6, pitchDeg: 0, rollDeg: 0.5 }, imageMm: 24.3, riseMm: 9, shiftMm: -4 };
    const through = (u: number, v: number): readonly [number, number] => {
      const at = plateToRig(plate, held, rig, [u, v]);
      if (!at) throw new Error('behind the rig');
      return at;
    };
    const corners = [
      [0, 0],
      [4000, 0],
      [4000, 3000],
      [0, 3000],
    ] as const;
    const matrix = await withCv((cv) => {
      const from = cv.matFromArray(4, 1, cv.CV_64FC2, corners.flat());
      const to = cv.matFromArray(
        4,
        1,
        cv.CV_64FC2,
        corners.flatMap(([u, v]) => through(u, v)),
      );
      const found = cv.findHomography(from, to);
      const values = Array.from(found.data64F);
      for (const mat of [from, to, found]) mat.delete();
      return values;
    });
    const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0, g = 0, h = 0, i = 0] = matrix;
    for (const [u, v] of [
      [2000, 1500],
      [310, 2400],
      [3900, 77],
      [1234, 567],
    ] as const) {
      const w = g * u + h * v + i;
      const [x, y] = through(u, v);
      expect((a * u + b * v + c) / w).toBeCloseTo(x, 4);
      expect((d * u + e * v + f) / w).toBeCloseTo(y, 4);
    }
  });

  test('is drawn through a rig where the rig draws the world, and hatched where it ends', async () => {
    const name = 'plate-01-04.jpg';
    const about = truth[name];
    if (!about) throw new Error('no such picture');
    const { pitchDeg, rollDeg, widthPx, heightPx, focalPx } = about;
    const plate = { kind: 'flat', widthPx, heightPx, focalPx } as const;
    const held = { yawDeg: 0, pitchDeg, rollDeg };
    const photograph = await colourPicture(fileOf(name), 1600);
    // As it was taken: the picture itself.
    const same = { turned: held, imageMm: focalPx / 100, riseMm: 0, shiftMm: 0 };
    const frame = { widthMm: widthPx / 100, heightMm: heightPx / 100 };
    const { picture, covered } = seenThroughRig(photograph, { plate, held }, { rig: same, frame }, widthPx);
    expect(covered).toBeGreaterThan(0.998);
    let most = 0;
    for (let y = 2; y < heightPx - 2; y += 7)
      for (let x = 3 * 2; x < 3 * (widthPx - 2); x += 13) {
        const k = 3 * y * widthPx + x;
        most = Math.max(most, Math.abs((picture.rgb[k] ?? 0) - (photograph.rgb[k] ?? 0)));
      }
    expect(most).toBeLessThanOrEqual(1);
    // Level and risen by a third of the frame: the top of it lies beyond the photograph.
    const risen = { turned: { yawDeg: 0, pitchDeg: 0, rollDeg: 0 }, imageMm: focalPx / 100, riseMm: 6, shiftMm: 0 };
    const above = seenThroughRig(photograph, { plate, held }, { rig: risen, frame }, 400);
    expect(above.covered).toBeLessThan(0.95);
    expect(above.covered).toBeGreaterThan(0.5);
  });
});
