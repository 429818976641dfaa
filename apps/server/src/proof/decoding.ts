import pLimit from 'p-limit';
import sharp from 'sharp';

// Decoding works in the threads that files are read with: several large pictures
// at once would take all of them, and gigabytes, and every other answer would wait.
sharp.concurrency(1);
const oneAtATime = pLimit(1);

/** Decodes a picture when the ones before it are done. */
export const decoding = <T>(work: () => Promise<T>): Promise<T> => oneAtATime(work);
