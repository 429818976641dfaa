import { degrees, radians } from '../angles';
import { extentOf, ridgeX, type Subject, type SubjectKind, type SubjectOf } from '../subjects/subject';

/** From above (across and away) or from the side (away and up). */
export type PlaceView = 'plan' | 'elevation';

/** A place in one of the two drawings, m: how far away from the reference plane, and how far to the right (plan) or up (elevation). */
export interface InView {
  readonly awayM: number;
  readonly sideM: number;
}

/** A dimension of a subject that can be taken hold of in a drawing. */
export interface Handle<K extends SubjectKind = SubjectKind> {
  readonly key: string;
  readonly view: PlaceView;
  /** Where it is taken hold of. */
  readonly at: (subject: SubjectOf<K>) => InView;
  /** The dimension when it is put somewhere else; not yet within its bounds. */
  readonly value: (to: InView, subject: SubjectOf<K>) => number;
}

type Handles = { readonly [K in SubjectKind]: readonly Handle<K>[] };

/** What can be dragged of each kind; a handle lies where its dimension puts it, so that putting it where it lies changes nothing. */
const HANDLES: Handles = {
  front: [
    {
      key: 'widthM',
      view: 'plan',
      at: ({ widthM, turnDeg }) => ({ awayM: (widthM / 2) * Math.sin(radians(turnDeg)), sideM: (widthM / 2) * Math.cos(radians(turnDeg)) }),
      value: ({ awayM, sideM }, { turnDeg }) => 2 * (sideM * Math.cos(radians(turnDeg)) + awayM * Math.sin(radians(turnDeg))),
    },
    {
      key: 'turnDeg',
      view: 'plan',
      at: ({ widthM, turnDeg }) => ({
        awayM: -(widthM / 2) * Math.sin(radians(turnDeg)),
        sideM: -(widthM / 2) * Math.cos(radians(turnDeg)),
      }),
      value: ({ awayM, sideM }) => degrees(Math.atan2(-awayM, -sideM)),
    },
    {
      key: 'depthM',
      view: 'plan',
      at: ({ depthM, turnDeg }) => ({ awayM: depthM * Math.cos(radians(turnDeg)), sideM: -depthM * Math.sin(radians(turnDeg)) }),
      value: ({ awayM, sideM }, { turnDeg }) => awayM * Math.cos(radians(turnDeg)) - sideM * Math.sin(radians(turnDeg)),
    },
    { key: 'heightM', view: 'elevation', at: ({ heightM }) => ({ awayM: 0, sideM: heightM }), value: ({ sideM }) => sideM },
  ],
  interior: [
    { key: 'widthM', view: 'plan', at: ({ widthM }) => ({ awayM: 0, sideM: widthM / 2 }), value: ({ sideM }) => 2 * sideM },
    { key: 'depthM', view: 'plan', at: ({ depthM }) => ({ awayM: -depthM, sideM: 0 }), value: ({ awayM }) => -awayM },
    { key: 'wallM', view: 'elevation', at: ({ wallM, depthM }) => ({ awayM: -depthM, sideM: wallM }), value: ({ sideM }) => sideM },
    {
      key: 'ridgeAsideM',
      view: 'plan',
      at: (subject) => ({ awayM: -subject.depthM / 2, sideM: ridgeX(subject) }),
      value: ({ sideM }) => sideM,
    },
    { key: 'ridgeM', view: 'elevation', at: ({ ridgeM }) => ({ awayM: 0, sideM: ridgeM }), value: ({ sideM }) => sideM },
  ],
  table: [
    { key: 'widthM', view: 'plan', at: ({ widthM }) => ({ awayM: 0, sideM: widthM / 2 }), value: ({ sideM }) => 2 * sideM },
    { key: 'tableM', view: 'elevation', at: ({ tableM, widthM }) => ({ awayM: -2 * widthM, sideM: tableM }), value: ({ sideM }) => sideM },
    {
      key: 'heightM',
      view: 'elevation',
      at: ({ tableM, heightM, widthM }) => ({ awayM: widthM * 0.6, sideM: tableM + heightM }),
      value: ({ sideM }, { tableM }) => sideM - tableM,
    },
  ],
  ground: [
    { key: 'farM', view: 'plan', at: ({ farM }) => ({ awayM: farM, sideM: 0 }), value: ({ awayM }) => awayM },
    { key: 'heightM', view: 'elevation', at: ({ heightM, everyM }) => ({ awayM: everyM, sideM: heightM }), value: ({ sideM }) => sideM },
  ],
  people: [
    {
      key: 'spacingM',
      view: 'plan',
      at: ({ count, spacingM }) => ({ awayM: 0, sideM: (Math.max(1, count - 1) * spacingM) / 2 }),
      value: ({ sideM }, { count }) => (2 * sideM) / Math.max(1, count - 1),
    },
    { key: 'heightM', view: 'elevation', at: ({ heightM }) => ({ awayM: 0, sideM: heightM }), value: ({ sideM }) => sideM },
  ],
  model: [
    {
      key: 'metresPerUnit',
      view: 'elevation',
      at: (subject) => ({ awayM: 0, sideM: extentOf(subject).topM }),
      value: ({ sideM }, subject) => (sideM * subject.metresPerUnit) / extentOf(subject).topM,
    },
    {
      key: 'turnDeg',
      view: 'plan',
      at: (subject) => ({
        awayM: -(extentOf(subject).widthM / 2) * Math.sin(radians(subject.turnDeg)),
        sideM: -(extentOf(subject).widthM / 2) * Math.cos(radians(subject.turnDeg)),
      }),
      value: ({ awayM, sideM }) => degrees(Math.atan2(-awayM, -sideM)),
    },
  ],
  sheet: [
    { key: 'widthM', view: 'plan', at: ({ widthM }) => ({ awayM: 0, sideM: widthM / 2 }), value: ({ sideM }) => 2 * sideM },
    {
      key: 'heightM',
      view: 'elevation',
      at: ({ baseM, heightM }) => ({ awayM: 0, sideM: baseM + heightM }),
      value: ({ sideM }, { baseM }) => sideM - baseM,
    },
    { key: 'baseM', view: 'elevation', at: ({ baseM }) => ({ awayM: 0, sideM: baseM }), value: ({ sideM }) => sideM },
  ],
};

/**
 * The handles of a subject with where they lie now and what they would be elsewhere.
 *
 * @param subject what is photographed
 *
 * @example
 * handlesOf(front.scene.subject).map(({ key }) => key) // => ['widthM', 'turnDeg', 'depthM', 'heightM']
 */
export function handlesOf(
  subject: Subject,
): readonly { readonly key: string; readonly view: PlaceView; readonly at: InView; readonly value: (to: InView) => number }[] {
  const of = <K extends SubjectKind>(own: SubjectOf<K>, handles: readonly Handle<K>[]) =>
    handles.map(({ key, view, at, value }) => ({ key, view, at: at(own), value: (to: InView) => value(to, own) }));
  switch (subject.kind) {
    case 'front':
      return of(subject, HANDLES.front);
    case 'interior':
      return of(subject, HANDLES.interior);
    case 'table':
      return of(subject, HANDLES.table);
    case 'ground':
      return of(subject, HANDLES.ground);
    case 'people':
      return of(subject, HANDLES.people);
    case 'model':
      return of(subject, HANDLES.model);
    case 'sheet':
      return of(subject, HANDLES.sheet);
  }
}
