import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import truth from '../../packages/vision/checks/plates/truth.json';

const NAME = 'plate-01-08.jpg';
const FILE = join('packages/vision/checks/plates', NAME);
const gangway = (...args: readonly string[]) =>
  spawnSync('node', ['bin/gangway.mjs', 'plate', ...args], { encoding: 'utf8', timeout: 60_000 });
const refused = (...args: readonly string[]): unknown => {
  const ran = gangway(...args);
  expect(ran.status).toBe(1);
  return (JSON.parse(ran.stderr) as { readonly error: unknown }).error;
};

// Each run starts a process that reads and decodes pictures.
jest.setTimeout(60_000);

describe('a photograph on the command line', () => {
  const folder = mkdtempSync(join(tmpdir(), 'gangway-plate-'));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  test('is levelled by its lines, with or without being told how wide it sees', () => {
    const { pitchDeg, rollDeg, turnedAwayDeg } = truth[NAME];
    for (const more of [[], ['--equivalent', '24']]) {
      const answer = JSON.parse(gangway('level', FILE, ...more).stdout) as Readonly<Record<string, number>>;
      expect(Object.keys(answer)).toEqual(['pitchDeg', 'rollDeg', 'turnedAwayDeg', 'uncertaintyDeg', 'sure']);
      expect(Math.abs((answer.pitchDeg ?? NaN) - pitchDeg)).toBeLessThan(0.1);
      expect(Math.abs((answer.rollDeg ?? NaN) - rollDeg)).toBeLessThan(0.1);
      expect(Math.abs((answer.turnedAwayDeg ?? NaN) - turnedAwayDeg)).toBeLessThan(0.3);
      expect(answer).toMatchObject({ sure: true });
    }
  });

  test('reads a photograph in HEIC as well', () => {
    const answer = JSON.parse(gangway('level', 'packages/vision/checks/heic/tower.heic').stdout) as Readonly<Record<string, number>>;
    // It was drawn pitched by 12.4°; at 480 px its lines tell it to half a degree.
    expect(Math.abs((answer.pitchDeg ?? NaN) - 12.4)).toBeLessThan(0.5);
  });

  test('gives heights, by a level that is typed or found', () => {
    const { pitchDeg, rollDeg, cornersPx, cameraHeightM, frontHeightM } = truth[NAME];
    const asked = [
      ['--foot', cornersPx.leftFoot.join(',')],
      ['--top', cornersPx.leftTop.join(',')],
      ['--camera-height', String(cameraHeightM)],
    ].flat();
    const height = (...more: readonly string[]): number =>
      (JSON.parse(gangway('height', FILE, ...asked, ...more).stdout) as { readonly heightM: number }).heightM;
    expect(height('--pitch', String(pitchDeg), '--roll', String(rollDeg))).toBeCloseTo(frontHeightM, 3);
    // Levelled by its own lines: to 1 %.
    expect(Math.abs(height() / frontHeightM - 1)).toBeLessThan(0.01);
    expect(refused('height', FILE, ...asked, '--pitch', '4')).toMatchObject({ code: 'half_a_level', path: ['roll'] });
  });

  test('is drawn through a rig into a file', async () => {
    const out = join(folder, 'view.png');
    const ran = gangway('view', FILE, '--image', '24', '--frame', '36,24', '--rise', '4', '--pixels', '300', '--out', out);
    expect(JSON.parse(ran.stdout)).toMatchObject({
      widthPx: 300,
      heightPx: 200,
      // It sees about as wide as the rig is high: strips at both sides stay empty.
      ends: { leftMm: expect.any(Number) as number, rightMm: expect.any(Number) as number },
    });
    expect(await sharp(readFileSync(out)).metadata()).toMatchObject({ format: 'png', width: 300, height: 200 });
  });

  test('of a whole sphere it is drawn from wherever the rig looks, round its edge too', async () => {
    // Each quarter of the sphere has a colour of its own: behind, left, ahead, right, behind again.
    const quarters = ['#ff0000', '#00ff00', '#0000ff', '#ffff00'] as const;
    const wide = 800;
    const sphere = join(folder, 'sphere.jpg');
    await sharp({ create: { width: wide, height: wide / 2, channels: 3, background: '#000' } })
      .composite(
        quarters.map((background, i) => ({
          input: { create: { width: wide / 4, height: wide / 2, channels: 3, background } },
          left: (wide / 4) * i,
          top: 0,
        })),
      )
      .withXmp(
        '<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description xmlns:GPano="urn:example:panorama" GPano:ProjectionType="equirectangular"/></rdf:RDF></x:xmpmeta>',
      )
      .jpeg({ quality: 100, chromaSubsampling: '4:4:4' })
      .toFile(sphere);
    const out = join(folder, 'quarter.png');
    const middleAt = async (yaw: string): Promise<string> => {
      const ran = gangway('view', sphere, '--image', '50', '--frame', '36,24', '--yaw', yaw, '--pixels', '60', '--out', out);
      expect(JSON.parse(ran.stdout)).toMatchObject({ covered: 1 });
      const { data } = await sharp(out).raw().toBuffer({ resolveWithObject: true });
      return [0, 1, 2].map((c) => ((data[3 * (20 * 60 + 30) + c] ?? 0) > 128 ? 'f' : '0')).join('');
    };
    expect(await middleAt('45')).toBe('00f');
    expect(await middleAt('-45')).toBe('0f0');
    expect(await middleAt('135')).toBe('ff0');
    expect(await middleAt('-135')).toBe('f00');
    // Straight behind both ends of the picture meet: red and yellow, and no hatching between them.
    expect(await middleAt('180')).toMatch(/^f[0f]0$/u);
    expect(refused('level', sphere)).toMatchObject({ code: 'not_flat', message: expect.stringContaining('give pitch and roll') as string });
  });

  test('what it cannot do with it is said by name, value and what is allowed', () => {
    expect(refused('level', join(folder, 'none.jpg'))).toMatchObject({ code: 'not_read', path: ['file'] });
    expect(refused('level', 'package.json')).toMatchObject({ code: 'not_a_picture', path: ['file'] });
    expect(refused('level', FILE, '--equivalent', 'wide')).toMatchObject({ code: 'not_a_number', path: ['equivalent'] });
    expect(refused('level', FILE, '--equivalent', '-3')).toMatchObject({ code: 'not_positive', path: ['equivalentMm'] });
    const view = ['view', FILE, '--pitch', '4', '--roll', '0', '--out', join(folder, 'x.png')];
    expect(refused(...view, '--image', '24', '--frame', '36')).toMatchObject({ code: 'not_a_pair', path: ['frame'] });
    expect(refused(...view, '--image', '0', '--frame', '36,24')).toMatchObject({ code: 'not_positive', path: ['image'] });
    expect(refused(...view, '--image', '24', '--frame', '36,24', '--pixels', '3')).toMatchObject({ code: 'out_of_range' });
    expect(gangway('level').status).toBe(2);
  });
});
