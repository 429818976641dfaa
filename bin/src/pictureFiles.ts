import { access } from 'node:fs/promises';
import { extname } from 'node:path';
import type { AssemblyOptions } from '@gangway/contract/proof';
import { cliAssembleText } from '@gangway/messages/cli/assemble';
import { say } from '@gangway/messages/say';
import { wrong } from './typed';

const OUTPUTS: Readonly<Record<string, AssemblyOptions['output']>> = {
  '.tif': 'tiff',
  '.tiff': 'tiff',
  '.png': 'png',
  '.jpg': 'jpeg',
  '.jpeg': 'jpeg',
};

/** A result without a print has this many pixels to the inch. */
export const PIXELS_PER_INCH = 300;

/** How a picture is written, by the ending of its file. Throws `wrong_ending`. */
export function outputOf(file: string): AssemblyOptions['output'] {
  const output = OUTPUTS[extname(file).toLowerCase()];
  if (!output) throw wrong('wrong_ending', 'out', say(cliAssembleText.outEnding, { value: file }));
  return output;
}

/** Refuses a file that cannot be read, or a folder that cannot be written to, before any work is done. Throws `not_usable`. */
export async function usable(file: string, mode: number, name: string): Promise<void> {
  await access(file, mode).catch((error: unknown) => {
    throw wrong('not_usable', name, say(cliAssembleText.cannotUse, { file, why: error instanceof Error ? error.message : '' }));
  });
}
