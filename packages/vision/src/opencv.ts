import type { Codes, Cv as Package, EdgesFromSlopes, FeatureFinders, MarkerFinders } from './opencvBox';

export type Cv = Package & EdgesFromSlopes & FeatureFinders & MarkerFinders;

let loading: Promise<{ readonly cv: Cv }> | null = null;

async function load(): Promise<{ readonly cv: Cv }> {
  const { box } = await import('./opencvBox');
  const { cv } = box;
  if (!('Mat' in cv))
    await new Promise<void>((resolve) => {
      (cv as { onRuntimeInitialized: () => void }).onRuntimeInitialized = resolve;
    });
  return box;
}

/** The numbers of the package by name. */
export const codesOf = (cv: Cv): Codes => cv;

/** Does something with the computer-vision package, which is loaded when it is first asked for. */
export async function withCv<T>(work: (cv: Cv) => T): Promise<T> {
  const { cv } = await (loading ??= load());
  return work(cv);
}
