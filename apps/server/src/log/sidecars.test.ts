import { chooseRegion } from '@gangway/messages/language';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import Papa from 'papaparse';
import { logCsv, logJson, readLog, LOG_COLUMNS } from '@gangway/contract/logExchange';
import { exiftoolArguments, gpsWords, NOWHERE, rational, sidecarName, shotXmp, zoned, type TakenWhere } from '@gangway/contract/xmp';
import { SILENT_SHOT, type Shot } from '@gangway/core/log/shotFields';

const STAND = '3f1c2a52-0e55-4d62-9f0e-0b9a1d1c7a01';

export const shot: Shot = {
  // A field that is added later has its first value here.
  ...(SILENT_SHOT as Shot),
  id: '0f1c2a52-0e55-4d62-9f0e-0b9a1d1c7a02',
  setupId: STAND,
  at: '2026-10-24T09:30:15.000Z',
  setup: 'Hydraulic tower, “north” & <lane>',
  rig: '44 × 33 back on field camera',
  lens: '90 mm field wide',
  back: '44 × 33 back',
  focalMm: 90,
  orientation: 'portrait',
  riseMm: 11.5,
  shiftMm: -3,
  tiltDeg: 2.4,
  swingDeg: 0,
  rearTiltDeg: 0,
  rearSwingDeg: -1.5,
  focusM: 24,
  fNumber: 5.6,
  shutterSpeedS: 1 / 125,
  iso: 100,
  shutter: 'leaf shutter in the lens',
  filters: 'grey 0.9',
  frame: 3,
  frames: 8,
  bracket: 2,
  brackets: 3,
  bracketStops: -5 / 3,
  holder: 'roll 2',
  filmFrame: 5,
  filmFrames: 8,
  remarks: 'it said "wait", then,\nמימין לשמאל; gulls',
  rating: 4,
  file: 'A0001.tif',
  contacts: false,
};

const WHERE = { latitudeDeg: 51.4779, longitudeDeg: -0.0015, heightM: 46.5, place: 'Larkmoor', timeZone: 'Europe/London' };

const folder = mkdtempSync(join(tmpdir(), 'gangway-sidecars-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** A file read back by exiftool, numbers as they are stored. */
function read(path: string): Record<string, unknown> {
  const [found = {}] = JSON.parse(
    execFileSync('exiftool', ['-json', '-n', '-G1', '-charset', 'UTF8', path], { encoding: 'utf8' }),
  ) as Record<string, unknown>[];
  return found;
}

function written(each: Shot, where: TakenWhere = WHERE): Record<string, unknown> {
  const path = join(folder, sidecarName(each.file));
  writeFileSync(path, shotXmp(each, where));
  return read(path);
}

describe('sidecars, read back by exiftool', () => {
  test('every field comes back as it was set', () => {
    const found = written(shot);
    expect(found).toMatchObject({
      'XMP-exif:FNumber': 5.6,
      'XMP-exif:FocalLength': 90,
      'XMP-exif:ExposureTime': 0.008,
      'XMP-exif:ISO': 100,
      'XMP-exif:DateTimeOriginal': '2026:10:24 10:30:15+01:00',
      'XMP-xmp:CreateDate': '2026:10:24 10:30:15+01:00',
      'XMP-exif:SubjectDistance': 24,
      'XMP-exifEX:LensModel': '90 mm field wide',
      'XMP-aux:Lens': '90 mm field wide',
      'XMP-xmp:Rating': 4,
      'XMP-gangway:RiseMm': 11.5,
      'XMP-gangway:ShiftMm': -3,
      'XMP-gangway:TiltDeg': 2.4,
      'XMP-gangway:RearSwingDeg': -1.5,
      'XMP-gangway:Setup': shot.setup,
      'XMP-gangway:Frame': 3,
      'XMP-gangway:Brackets': 3,
      'XMP-gangway:Holder': 'roll 2',
      'XMP-gangway:ShotId': shot.id,
    });
    // exiftool turns the values of APEX back into an f-number and a time.
    expect(found['XMP-exif:ApertureValue']).toBeCloseTo(5.6, 2);
    expect(Number(found['XMP-exif:ShutterSpeedValue'])).toBeCloseTo(0.008, 4);
    expect(found['XMP-exif:GPSLatitude']).toBeCloseTo(51.4779, 5);
    expect(found['XMP-exif:GPSLongitude']).toBeCloseTo(-0.0015, 5);
    expect(found['XMP-exif:GPSAltitude']).toBe(46.5);
    expect(found['XMP-exif:GPSAltitudeRef']).toBe(0);
    expect(found['XMP-iptcCore:Location']).toBe('Larkmoor');
    expect(written(shot, { ...WHERE, heightM: -3 })).toMatchObject({ 'XMP-exif:GPSAltitude': 3, 'XMP-exif:GPSAltitudeRef': 1 });
    const words = String(found['XMP-dc:Description']);
    expect(words).toBe(found['XMP-tiff:ImageDescription']);
    for (const part of [
      shot.setup,
      '11.5 mm of rise',
      '3.0 mm of shift to the left',
      'tilt 2.4° forward',
      'swing 1.5° left',
      'f/5.6',
      'frame 3 of 8',
      'roll 2, frame 5',
      shot.remarks,
    ])
      expect(words).toContain(part);
  });

  test('a region with decimal commas changes the description and no field', () => {
    const machine = (found: Record<string, unknown>) =>
      Object.entries(found).filter(([key]) => key.startsWith('XMP-') && !/escription$/u.test(key));
    const before = written(shot);
    chooseRegion(() => 'de-DE');
    try {
      const found = written(shot);
      expect(machine(before).length).toBeGreaterThan(20);
      expect(machine(found)).toEqual(machine(before));
      expect(found['XMP-dc:Description']).toMatch(/11,5 mm/u);
    } finally {
      chooseRegion(() => 'en-GB');
    }
  });

  test('what is unknown is not written, and infinity is said', () => {
    const found = written(
      { ...shot, shutterSpeedS: null, iso: null, focusM: null, frame: null, frames: null, rating: 0, lens: '' },
      NOWHERE,
    );
    for (const key of [
      'XMP-exif:ExposureTime',
      'XMP-exif:ISO',
      'XMP-exif:SubjectDistance',
      'XMP-exif:GPSLatitude',
      'XMP-exif:GPSAltitude',
      'XMP-iptcCore:Location',
      'XMP-gangway:Frame',
      'XMP-xmp:Rating',
      'XMP-exifEX:LensModel',
    ])
      expect(found).not.toHaveProperty([key]);
    expect(found['XMP-gangway:FocusM']).toBe('infinity');
    expect(found['XMP-exif:DateTimeOriginal']).toBe('2026:10:24 09:30:15Z');
  });

  test('the argument file makes the same sidecars, whatever stands in a text', () => {
    const strange = { ...shot, file: 'B "2".tif', remarks: 'a\\b $HOME @x #y "z"\n-execute\n-all=' };
    const list = join(folder, 'arguments.txt');
    writeFileSync(list, exiftoolArguments([{ ...shot, file: 'A1.tif' }, strange, { ...shot, file: '' }], WHERE));
    execFileSync('exiftool', ['-charset', 'UTF8', '-@', list], { cwd: folder, encoding: 'utf8' });
    for (const each of [{ ...shot, file: 'A1.tif' }, strange]) {
      const found = read(join(folder, sidecarName(each.file)));
      const straight = written({ ...each, file: 'other.tif' });
      const keys = Object.keys(straight).filter((key) => /^XMP-(?!gangway|x)/u.test(key));
      expect(keys.length).toBeGreaterThan(12);
      for (const key of keys) {
        const [is, should] = [found[key], straight[key]];
        if (typeof should === 'number' || /^[\d.]+$/u.test(String(should)))
          expect([key, Math.abs(Number(is) - Number(should)) < 1e-3]).toEqual([key, true]);
        else expect([key, is]).toEqual([key, should]);
      }
    }
  });

  test('the argument file names sidecars as the others are named', () => {
    const names = (naming: 'replaces' | 'follows') => exiftoolArguments([{ ...shot, file: 'A1.tif' }], WHERE, naming).match(/^\.\/.*$/gmu);
    expect(names('replaces')).toEqual(['./A1.xmp']);
    expect(names('follows')).toEqual(['./A1.tif.xmp']);
  });

  test('rationals come back as the marks of camera and lens', () => {
    for (const value of [5.6, 8, 11, 1.3, 1 / 125, 1 / 8000, 0.5, 30, 0.8, 1 / 3, 90, 55.6]) {
      const [a = 0, b = 1] = rational(value).split('/').map(Number);
      expect(Math.abs(Math.log2(a / b / value))).toBeLessThan(0.001);
    }
    expect([5.6, 1 / 125, 0.5, 30].map(rational)).toEqual(['56/10', '1/125', '5/10', '30/1']);
  });

  test('times stand as the clocks of the place did, over the end of summer time', () => {
    expect(zoned('2026-10-25T00:30:00Z', 'Europe/London')).toBe('2026-10-25T01:30:00+01:00');
    expect(zoned('2026-10-25T01:30:00Z', 'Europe/London')).toBe('2026-10-25T01:30:00+00:00');
    expect(zoned('2026-06-01T12:00:00Z', 'America/St_Johns')).toBe('2026-06-01T09:30:00-02:30');
    expect(gpsWords(-33.5, 'N', 'S')).toBe('33,30.0000S');
  });

  test('a sidecar stands beside its file and nowhere else', () => {
    expect(sidecarName('IMG.0001.TIF')).toBe('IMG.0001.xmp');
    expect(sidecarName('IMG.0001.TIF', 'follows')).toBe('IMG.0001.TIF.xmp');
    for (const name of ['', '..', '../up.tif', 'a\\b.tif', '/etc/x']) expect(() => sidecarName(name)).toThrow(/no name/);
  });
});

describe('CSV and JSON', () => {
  const word = fc.string({ unit: 'grapheme', maxLength: 40 }).filter((text) => !/\p{Cc}/u.test(text));
  const hard = fc.constantFrom('=1+1', "'quoted", '-2 stops', 'a "b", c', 'line\nline', 'שלום', '+x', '@me', '  two  ', "''");
  const anyShot = fc.record({
    ...Object.fromEntries(Object.entries(shot).map(([key, value]) => [key, fc.constant(value)])),
    id: fc.uuid(),
    remarks: fc.oneof(word, hard),
    filters: fc.oneof(word, hard),
    focusM: fc.option(fc.double({ min: 0.1, max: 1e4, noNaN: true })),
    shutterSpeedS: fc.option(fc.double({ min: 1e-4, max: 1e3, noNaN: true })),
    frame: fc.option(fc.integer({ min: 1, max: 99 })),
    riseMm: fc.double({ min: -40, max: 40, noNaN: true }).map((mm) => mm + 0),
  }) as fc.Arbitrary<Shot>;
  const setups = [{ id: STAND, name: shot.setup }];

  test('a log comes back as it was, both ways, and a standard parser reads the same cells', () => {
    fc.assert(
      fc.property(fc.uniqueArray(anyShot, { maxLength: 6, selector: ({ id }) => id }), (shots) => {
        for (const words of [logCsv(shots), logJson(shots)]) {
          const found = readLog(words, setups);
          expect('shots' in found ? found.refused : found).toEqual([]);
          expect('shots' in found && found.shots).toEqual(shots);
        }
        const { data } = Papa.parse<Record<string, string>>(logCsv(shots), { header: true, skipEmptyLines: true });
        expect(data).toHaveLength(shots.length);
        for (const [i, row] of data.entries()) {
          expect(Object.keys(row)).toEqual(LOG_COLUMNS.map(({ csv: heading }) => heading));
          expect(Number(row['rise [mm]'])).toBe(shots[i]?.riseMm);
        }
      }),
      { numRuns: 40 },
    );
  });

  test('a log that a spreadsheet saved with semicolons and decimal commas comes back as it was', () => {
    fc.assert(
      fc.property(fc.uniqueArray(anyShot, { maxLength: 6, selector: ({ id }) => id }), (shots) => {
        const { data } = Papa.parse<string[]>(logCsv(shots), { skipEmptyLines: true });
        const saved = data.map((row) => row.map((cell) => (/^-?\d+\.\d+$/u.test(cell) ? cell.replace('.', ',') : cell)));
        const found = readLog(Papa.unparse(saved, { delimiter: ';', newline: '\r\n' }), setups);
        expect('shots' in found ? found.refused : found).toEqual([]);
        expect('shots' in found && found.shots).toEqual(shots);
      }),
      { numRuns: 40 },
    );
  });

  test('a number that may be a thousand or a decimal is refused by its row', () => {
    const row = Object.fromEntries(LOG_COLUMNS.map(({ key, csv }) => [csv, key === 'riseMm' ? '1,234' : String(shot[key] ?? '')]));
    const words = Papa.unparse([row]);
    const found = readLog(words, setups);
    expect('shots' in found && [found.shots.length, found.refused.length]).toEqual([0, 1]);
  });

  test('what a spreadsheet would run is written so that it does not', () => {
    expect(logCsv([{ ...shot, remarks: '=HYPERLINK("x")', filters: '-cmd' }])).toMatch(/'-cmd,.*,"'=HYPERLINK/su);
  });

  test('a shot without a setup, a wrong value, a doubled id are refused by row, and the rest comes in', () => {
    const csv =
      'time (UTC),stand,aperture [f/],focal length [mm],id\r\n2026-10-24T09:30:15Z,nowhere,8,24,\r\n2026-10-24T09:30:15Z,"Hydraulic tower, “north” & <lane>",eight,24,\r\nyesterday,"Hydraulic tower, “north” & <lane>",8,24,\r\n2026-10-24T09:30:15Z,"Hydraulic tower, “north” & <lane>",8,24,\r\n';
    const found = readLog(csv, setups);
    if (!('shots' in found)) throw new Error(found.trouble);
    expect(found.shots).toMatchObject([{ fNumber: 8, focalMm: 24, setupId: STAND, remarks: '' }]);
    expect(found.refused).toEqual([
      expect.stringMatching(/^Row 2: its setup “nowhere” is not in this job/),
      expect.stringMatching(/^Row 3, fNumber: Aperture, f\/ must be a number/),
      expect.stringMatching(/^Row 4, at: Time must be a moment/),
    ]);
    expect(readLog('a,b\n1,2', setups)).toEqual({ trouble: expect.stringContaining('“a” is not a column of a log') as string });
    expect(readLog('{"format":"gangway-log","version":99,"takes":[]}', setups)).toEqual({
      trouble: expect.stringContaining('version 99, written by a newer Gangway') as string,
    });
    expect(readLog('{"broken', setups)).toEqual({ trouble: expect.stringContaining('not valid JSON') as string });
    expect(readLog(logJson([shot, shot]), setups)).toMatchObject({ refused: ['Row 2: its id appears twice.'] });
    expect(readLog(logJson([{ ...shot, file: '../../x.tif' }]), setups)).toMatchObject({
      shots: [],
      refused: [expect.stringContaining('without folders')],
    });
  });
});
