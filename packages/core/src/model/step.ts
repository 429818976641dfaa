/** The steps of the bench, in the order in which the work goes. */
export type BenchStep = 'position' | 'frame' | 'coverage' | 'focus' | 'stitch' | 'expose' | 'card';
