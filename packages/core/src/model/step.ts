/** The steps of the bench, in the order in which the work goes. */
export type BenchStep = 'stand' | 'frame' | 'cover' | 'focus' | 'stitch' | 'expose' | 'card';
