import { join } from 'node:path';
import sharp from 'sharp';
import truthOf from '../checks/plates/truth.json';
import { metPlane, type PlacedPlate } from '@gangway/core/plate/elsewhere';
import { foundCamera, type CameraUnknown } from '@gangway/core/plate/foundCamera';
import { outlinedFront } from '@gangway/core/plate/front';
import { seenThroughRig } from '@gangway/core/plate/view';
import { directionOf } from '@gangway/core/plate/pixel';
import { cameraAxes, placed, turnedToWorld } from '@gangway/core/space/pose';
import { colourPicture, pngOf } from './photograph';
import { takenFrame, type TakenFrame } from './taken';

jest.setTimeout(180_000);

const fileOf = (name: string): string => join(__dirname, '../checks/plates', name);
const { widthPx, heightPx, focalPx, pitchDeg, rollDeg, cameraHeightM, cornersPx } = truthOf['plate-01-04.jpg'];
const plate = { kind: 'flat', widthPx, heightPx, focalPx } as const;
const held = { yawDeg: 0, pitchDeg, rollDeg };
type Corner = readonly [number, number];
const { leftFoot, rightFoot, leftTop } = cornersPx as unknown as Readonly<Record<string, Corner>>;
const outline = { leftFootPx: leftFoot as Corner, rightFootPx: rightFoot as Corner, leftTopPx: leftTop as Corner };
const { leftM, turnedAwayDeg, widthM, heightM } = outlinedFront(plate, held, outline, cameraHeightM);
const turn = (turnedAwayDeg * Math.PI) / 180;
/** Where the photograph was taken, before a front with its middle at the origin. */
const [asideM, aheadM] = [leftM[0] + (widthM / 2) * Math.cos(turn), leftM[1] + (widthM / 2) * Math.sin(turn)];
const photograph: PlacedPlate = {
  plate,
  held,
  place: { plateAt: [-asideM, cameraHeightM, -aheadM], front: { widthM, heightM, turnDeg: turnedAwayDeg }, ground: true },
};
const stance = { xM: -asideM, heightM: cameraHeightM, zM: -aheadM, yawDeg: 0, pitchDeg: 0, rollDeg: 0 };
const lens = { imageMm: 24, riseMm: 5, shiftMm: 0 };
const frame = { widthMm: 36, heightMm: 24 };
const plan = { photograph, rig: { from: placed(stance), ...lens }, frame };

/** A frame as a rig elsewhere draws the photographed front, brighter and with noise: what really stands there is the picture of another renderer. */
async function shot(off: Partial<typeof stance>): Promise<Buffer> {
  const { picture } = seenThroughRig(
    await colourPicture(fileOf('plate-01-04.jpg'), 1600),
    photograph,
    {
      rig: {
        turned: { yawDeg: off.yawDeg ?? 0, pitchDeg: off.pitchDeg ?? 0, rollDeg: off.rollDeg ?? 0 },
        ...lens,
      },
      frame,
      at: [stance.xM + (off.xM ?? 0), stance.heightM + (off.heightM ?? 0), stance.zM + (off.zM ?? 0)],
    },
    1500,
  );
  return sharp(await pngOf(picture))
    .linear(1.15, 6)
    .blur(0.6)
    .jpeg({ quality: 85 })
    .toBuffer();
}

const differencesOf = ({ widthPx: wide, heightPx: high, matches }: TakenFrame) =>
  foundCamera(
    photograph,
    plan.rig,
    matches.map(({ platePx, framePx: [x, y] }) => ({ platePx, onBack: [((x - wide / 2) * 36) / wide, ((high / 2 - y) * 24) / high] })),
    0,
  );

describe('a frame that was taken', () => {
  test('tells by its picture alone that the tripod stood closer and to the side, and the camera was not level', async () => {
    const off = { xM: 0.25, heightM: 0.1, zM: 0.4, yawDeg: -1.2, pitchDeg: 0.6, rollDeg: -0.5 };
    const taken = await takenFrame(fileOf('plate-01-04.jpg'), await shot(off), plan);
    expect(taken.matches.length).toBeGreaterThan(60);
    // Only what lies on the front counts: the street before it is smeared in the drawing.
    const { plateAt } = photograph.place;
    for (const { platePx } of taken.matches)
      expect(metPlane(photograph.place, plateAt, turnedToWorld(cameraAxes(held), directionOf(plate, platePx))).on).toBe('front');
    const found = differencesOf(taken);
    const wanted: readonly (readonly [CameraUnknown, number])[] = [
      ['asideM', 0.25],
      ['upM', 0.1],
      ['aheadM', 0.4],
      ['yawDeg', -1.2],
      ['pitchDeg', 0.6],
      ['rollDeg', -0.5],
    ];
    for (const [name, value] of wanted) {
      const { by, doubt } = found?.differences[name] ?? { by: NaN, doubt: NaN };
      expect(Math.abs(by - value)).toBeLessThan(4 * (doubt ?? NaN) + 1e-3);
      // And that is worth saying.
      expect(doubt).toBeLessThan(name.endsWith('M') ? 0.25 : 0.8);
    }
    expect(found?.differences.rollDeg.doubt).toBeLessThan(0.1);
  });

  test('taken as planned differs in nothing that could be told', async () => {
    const found = differencesOf(await takenFrame(fileOf('plate-01-04.jpg'), await shot({}), plan));
    // Nobody would move a tripod by that.
    for (const name of ['asideM', 'upM', 'aheadM'] as const) expect(Math.abs(found?.differences[name].by ?? NaN)).toBeLessThan(0.02);
    for (const name of ['yawDeg', 'pitchDeg', 'rollDeg'] as const) expect(Math.abs(found?.differences[name].by ?? NaN)).toBeLessThan(0.05);
  });

  test('of another place it shares nothing, and in another shape it is refused', async () => {
    const other = await sharp(fileOf('plate-01-05.jpg')).resize(1500, 1000, { fit: 'cover' }).jpeg().toBuffer();
    expect((await takenFrame(fileOf('plate-01-04.jpg'), other, plan)).matches).toEqual([]);
    const upright = await sharp(fileOf('plate-01-05.jpg')).resize(1000, 1500, { fit: 'cover' }).jpeg().toBuffer();
    await expect(takenFrame(fileOf('plate-01-04.jpg'), upright, plan)).rejects.toMatchObject({ code: 'other_shape', path: ['frame'] });
  });
});
