import type { ChartResult } from './chartResult';
import type { LightResult } from './light';
import type { TextureResult } from './texture';

/** What a test of a lens measured, by what it was taken of. */
export type TestResult =
  | { readonly kind: 'wall'; readonly light: LightResult }
  | { readonly kind: 'chart'; readonly sharp: ChartResult }
  | { readonly kind: 'texture'; readonly texture: TextureResult };
