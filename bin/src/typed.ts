import { readFile } from 'node:fs/promises';
import { cliPlateText } from '@gangway/messages/cli/plate';
import { say } from '@gangway/messages/say';
import { CoreError } from '@gangway/core/errors';
import { isHeic, jpegOfHeic } from '@gangway/vision/heic';
import { refuse, write } from './streams';

export const wrong = (code: string, name: string, words: string): CoreError => new CoreError(code, [name], words);

/** A number as it was typed. Throws `not_a_number`. */
export function numberOf(name: string, typed: string): number {
  const value = Number(typed);
  if (typed.trim() === '' || !Number.isFinite(value))
    throw wrong('not_a_number', name, say(cliPlateText.numberNeeded, { name, value: typed }));
  return value;
}

/** What is in a file; a photograph in HEIC as a JPEG. Throws `not_read`. */
export async function bytesOf(path: string): Promise<Buffer> {
  let bytes: Buffer;
  try {
    bytes = await readFile(path);
  } catch (error) {
    throw wrong('not_read', 'file', say(cliPlateText.cannotRead, { error: error instanceof Error ? error.message : String(error) }));
  }
  return isHeic(bytes) ? jpegOfHeic(bytes) : bytes;
}

/** Prints what comes of work as JSON, or why it was refused; answers the exit code. */
export async function answered(work: () => Promise<object>): Promise<number> {
  try {
    await write(JSON.stringify(await work()));
    return 0;
  } catch (error) {
    if (error instanceof CoreError) return refuse({ code: error.code, path: error.path, message: error.message }, 1);
    throw error;
  }
}
