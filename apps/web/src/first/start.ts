import { firstText } from '@gangway/messages/web/first';
import { dimensionsOf, FIRST_SUBJECTS, type Subject, type SubjectKind } from '@gangway/core/subjects/subject';
import { FIRST_DISTANCES_M } from '@gangway/core/planning/firstSetup';
import type { Shoots } from '@gangway/core/rig/usualRigs';

/** Subjects to begin with; a model comes from its file, on the bench. */
export type FirstSubject = Exclude<SubjectKind, 'model'> | 'none';

/** What each kind of photographer mostly stands before, the most usual first. */
export const USUAL_SUBJECTS: Readonly<Record<Shoots, readonly FirstSubject[]>> = {
  architecture: ['front', 'interior', 'sheet', 'none'],
  products: ['table', 'sheet', 'none'],
  landscape: ['ground', 'front', 'none'],
  adapted: ['front', 'people', 'table', 'none'],
  freelensing: ['people', 'table', 'none'],
};

/** What a first setup is called until it is named. */
export const FIRST_NAMES: Readonly<Record<FirstSubject, string>> = {
  front: firstText.nameFront,
  interior: firstText.nameInterior,
  table: firstText.nameTable,
  ground: firstText.nameGround,
  people: firstText.namePeople,
  sheet: firstText.nameSheet,
  none: firstText.nameNone,
};

/** How far away a subject is to begin with, m. */
export function firstDistance(kind: FirstSubject): number {
  return kind === 'none' ? FIRST_DISTANCES_M.front : FIRST_DISTANCES_M[kind];
}

/** A subject with what is said of it over its usual dimensions. */
export function subjectWith(kind: FirstSubject, said: Readonly<Record<string, number>>): Subject | null {
  return kind === 'none' ? null : { ...FIRST_SUBJECTS[kind], ...said };
}

/** So many dimensions are asked for; the rest is refined on the bench. */
const ASKED = 3;

/** The dimensions of a subject that are asked for. */
export function askedOf(kind: FirstSubject): ReturnType<typeof dimensionsOf> {
  return kind === 'none' ? [] : dimensionsOf(kind).slice(0, ASKED);
}
