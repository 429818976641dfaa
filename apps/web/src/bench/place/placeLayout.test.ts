import fc from 'fast-check';
import { PLAIN_SCENE } from '@gangway/core/scene/scene';
import { FIRST_SUBJECTS, type SubjectKind } from '@gangway/core/subjects/subject';
import { boundsOf, paced, placeLayout } from './placeLayout';
import { evenly } from '@gangway/core/evenly.test-support';
import type { Scene } from '@gangway/core/model/scene';

const kinds = Object.keys(FIRST_SUBJECTS) as readonly Exclude<SubjectKind, 'model'>[];

test('camera, obstacle and subject lie inside the box, plan over elevation, to one scale', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...kinds),
      evenly(0.5, 200),
      evenly(-20, 20),
      evenly(0.2, 30),
      fc.option(evenly(0.5, 300)),
      evenly(300, 1200),
      evenly(320, 900),
      (kind, distanceM, asideM, cameraHeightM, roomM, width, height) => {
        const scene: Scene = {
          subject: FIRST_SUBJECTS[kind],
          distanceM,
          asideM,
          cameraHeightM,
          yawDeg: 0,
          pitchDeg: 0,
          rollDeg: 0,
          ...PLAIN_SCENE,
          roomM,
        };
        const layout = placeLayout(boundsOf(scene), width, height);
        const within = (value: number, most: number) => value >= -1e-6 && value <= most + 1e-6;
        return (
          within(layout.x(-distanceM), width) &&
          within(layout.x(-(roomM ?? distanceM)), width) &&
          within(layout.planY(asideM), layout.splitPx) &&
          layout.sideY(cameraHeightM) >= layout.splitPx - 1e-6 &&
          within(layout.sideY(0), height) &&
          Math.abs(layout.x(1) - layout.x(0) - (layout.planY(1) - layout.planY(0))) < 1e-9
        );
      },
    ),
  );
});

test('lengths are dragged in steps that can be paced out', () => {
  expect([0.1234, 1.2345, 5.678, 24.06, -24.06].map(paced)).toEqual([0.125, 1.23, 5.7, 24.1, -24.1]);
});
