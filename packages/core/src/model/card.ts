export type { CardSettings, OwnStep } from '../fields/card';
