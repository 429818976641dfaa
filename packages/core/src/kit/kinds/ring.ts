import { number } from '../figure';
import { defineKind } from '../kind';
import { FRONT } from './shared';

/** A step-up ring. */
export const ring = defineKind({
  title: 'Step-up ring',
  plural: 'Step-up rings',
  figures: {
    threadMm: number(FRONT, 'Screws into a thread of', 'mm', 5, 300),
    frontThreadMm: number(FRONT, 'Takes a thread of', 'mm', 5, 300),
    heightMm: number(FRONT, 'Height', 'mm', 0, 100),
  },
  joints: { behind: 'threadMm', before: 'frontThreadMm' },
  listed: ['threadMm', 'frontThreadMm', 'heightMm'],
  contradictions: () => [],
});
