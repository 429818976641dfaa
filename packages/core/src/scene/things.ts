import { sceneText } from '@gangway/messages/core/scene';
import { say } from '@gangway/messages/say';
import type { Vec3 } from '../space/vector';
import { facesOf } from './faces';
import { extentOf, FIGURE_DEPTH_M, ridgeX, type Subject } from '../subjects/subject';
import { turnedAbout } from './turnedAbout';
import type { Scene } from '../model/scene';

/** A whole thing of a subject that a pin can sit on: the points that bound it. */
export interface Thing {
  readonly key: string;
  readonly name: string;
  /** In the world, m. Between them nothing is less sharp than the worst of them: the blur of a point is a quotient of linear functions of its place. */
  readonly points: readonly Vec3[];
}

/** So far off that nothing is told from the horizon, m. */
const HORIZON_M = 1e5;
/** What lies nearer before the lens than this is under the camera and not meant by "the floor", m. */
const UNDERFOOT_M = 1.5;

const named = (key: string, name: string, points: readonly Vec3[]): Thing => ({ key, name, points });

const made = new WeakMap<Scene, readonly Thing[]>();

/**
 * The whole things of a subject that can be pinned, as they stand before this camera; made once for each scene.
 *
 * @param scene the subject and where the camera stands
 *
 * @example
 * thingsOf(front.scene).map(({ id }) => id).includes('wall') // => false
 */
export function thingsOf(scene: Scene): readonly Thing[] {
  const known = made.get(scene);
  if (known) return known;
  const things = bounding(scene);
  made.set(scene, things);
  return things;
}

function bounding({ subject, distanceM, asideM }: Scene): readonly Thing[] {
  switch (subject.kind) {
    case 'front': {
      const { widthM: w, heightM: h, depthM: d } = subject;
      const turn = turnedAbout(subject.turnDeg);
      const at = (x: number, y: number, z: number): Vec3 => turn([x, y, z]);
      const [l, r] = [-w / 2, w / 2];
      return [
        named('wall', sceneText.theFront, [at(l, 0, 0), at(r, 0, 0), at(r, h, 0), at(l, h, 0)]),
        named('top', sceneText.itsTopEdge, [at(l, h, 0), at(r, h, 0)]),
        named('foot', sceneText.itsFoot, [at(l, 0, 0), at(r, 0, 0)]),
        named(
          'whole',
          sceneText.theWholeBuilding,
          [0, d].flatMap((z) => [at(l, 0, z), at(r, 0, z), at(r, h, z), at(l, h, z)]),
        ),
      ];
    }
    case 'interior': {
      const { widthM: w, wallM, ridgeM, depthM } = subject;
      const near = -Math.min(depthM, Math.max(0, distanceM - UNDERFOOT_M));
      const x = ridgeX(subject);
      return [
        named('gable', sceneText.theFarGable, [
          [-w / 2, 0, 0],
          [w / 2, 0, 0],
          [w / 2, wallM, 0],
          [x, ridgeM, 0],
          [-w / 2, wallM, 0],
        ]),
        named('ridge', sceneText.theRidge, [
          [x, ridgeM, near],
          [x, ridgeM, 0],
        ]),
        named('floor', sceneText.theFloor, [
          [asideM, 0, near],
          [-w / 2, 0, 0],
          [w / 2, 0, 0],
        ]),
      ];
    }
    case 'table':
      return [
        named('label', sceneText.theLabel, labelOf(subject)),
        named('thing', sceneText.theThing, solidOf(subject)),
        named('table', sceneText.theTableTopUnderIt, tableOf(subject)),
      ];
    case 'ground': {
      const { everyM, farM } = subject;
      const stakes = facesOf(subject).slice(1);
      const first = stakes.slice(0, 5).flatMap(({ corners }) => corners);
      return [
        named('ground', sceneText.theGroundToTheHorizon, [
          [asideM, 0, 0],
          [asideM - HORIZON_M / 4, 0, HORIZON_M],
          [asideM + HORIZON_M / 4, 0, HORIZON_M],
        ]),
        named('upTo', sceneText.theGroundToTheLast, [
          [asideM - everyM / 4, 0, 0],
          [asideM + everyM / 4, 0, 0],
          [asideM - farM / 4, 0, farM],
          [asideM + farM / 4, 0, farM],
        ]),
        named('stake', sceneText.theFirstStake, first),
        named(
          'stakes',
          sceneText.allStakes,
          stakes.flatMap(({ corners }) => corners),
        ),
      ];
    }
    case 'people':
      return Array.from({ length: subject.count }, (_, i) => named(`figure${i + 1}`, personName(i, subject.count), personOf(subject, i)));
    case 'model': {
      const points = facesOf(subject)
        .slice(1)
        .flatMap(({ corners }) => corners);
      return [named('model', sceneText.theWholeModel, points)];
    }
    case 'sheet': {
      const { widthM: w, heightM: h, baseM: b } = subject;
      return [
        named('sheet', sceneText.theSheet, [
          [-w / 2, b, 0],
          [w / 2, b, 0],
          [w / 2, b + h, 0],
          [-w / 2, b + h, 0],
        ]),
      ];
    }
  }
}

function personName(i: number, count: number): string {
  if (count === 3) return [sceneText.thePersonAtTheLeft, sceneText.thePersonInTheMiddle, sceneText.thePersonAtTheRight][i] ?? '';
  return say(sceneText.personFromTheLeft, { i: i + 1 });
}

/** A person's face and hands, its front: from the belt to the crown. */
function personOf({ count, spacingM, heightM: h }: Extract<Subject, { kind: 'people' }>, i: number): readonly Vec3[] {
  const x = (i - (count - 1) / 2) * spacingM;
  return [
    [x - 0.22, h * 0.5, -FIGURE_DEPTH_M],
    [x + 0.22, h * 0.5, -FIGURE_DEPTH_M],
    [x - 0.09, h, -0.1],
    [x + 0.09, h, -0.1],
  ];
}

/** The corners of the label that lies before the thing on a table. */
export function labelOf({ tableM: t, labelM }: Extract<Subject, { kind: 'table' }>): readonly Vec3[] {
  const half = labelM / 2;
  return [
    [-half, t, -0.9 * labelM],
    [half, t, -0.9 * labelM],
    [half, t, -0.3 * labelM],
    [-half, t, -0.3 * labelM],
  ];
}

interface BoxInput {
  readonly x: number;
  readonly y0: number;
  readonly y1: number;
  readonly z0: number;
  readonly z1: number;
}

/** The corners of the thing on a table. */
export function solidOf(subject: Extract<Subject, { kind: 'table' }>): readonly Vec3[] {
  const { tableM: t, widthM: w } = subject;
  const { topM } = extentOf(subject);
  const box = ({ x, y0, y1, z0, z1 }: BoxInput): readonly Vec3[] =>
    [y0, y1].flatMap((y) =>
      [z0, z1].flatMap((z): readonly Vec3[] => [
        [-x, y, z],
        [x, y, z],
      ]),
    );
  return [
    ...box({ x: w / 2, y0: t, y1: t + subject.heightM * 0.5, z0: 0, z1: w * 0.5 }),
    ...box({ x: w / 6, y0: t, y1: topM, z0: w * 0.5, z1: w * 0.7 }),
  ];
}

function tableOf({ tableM: t, widthM: w, labelM }: Extract<Subject, { kind: 'table' }>): readonly Vec3[] {
  return [
    [-w / 2, t, -labelM],
    [w / 2, t, -labelM],
    [w / 2, t, w * 0.7],
    [-w / 2, t, w * 0.7],
  ];
}

/** A plane of the subject that is often wanted sharp: the ground, a table top, a wall. World: n·P = d, m. */
export interface WantedPlane {
  readonly key: string;
  readonly name: string;
  readonly normal: Vec3;
  readonly offsetM: number;
}

/**
 * The planes of a scene that one lays the plane of focus along.
 *
 * @param scene the subject and where the camera stands
 *
 * @example
 * wantedPlanes(front.scene).length // => 2
 */
export function wantedPlanes({ subject }: Scene): readonly WantedPlane[] {
  const floor: WantedPlane = { key: 'ground', name: sceneText.theGround, normal: [0, 1, 0], offsetM: 0 };
  switch (subject.kind) {
    case 'table':
      return [{ key: 'table', name: sceneText.theTableTop, normal: [0, 1, 0], offsetM: subject.tableM }];
    case 'front':
      return [{ key: 'wall', name: sceneText.theFront, normal: turnedAbout(subject.turnDeg)([0, 0, 1]), offsetM: 0 }, floor];
    case 'sheet':
      return [{ key: 'sheet', name: sceneText.theSheet, normal: [0, 0, 1], offsetM: 0 }];
    default:
      return [floor];
  }
}
