/** The folder that a browser may let one write into; the part of the File System Access API that is used. */
export interface WritableFolder {
  readonly getFileHandle: (name: string, options?: { readonly create?: boolean }) => Promise<WritableHandle>;
}

interface WritableHandle {
  readonly createWritable: () => Promise<{
    readonly write: (words: string) => Promise<void>;
    readonly close: () => Promise<void>;
    readonly abort?: () => Promise<void>;
  }>;
}

/** One file to write. */
export interface FileToWrite {
  readonly name: string;
  readonly words: string;
}

/**
 * Writes files into a folder one after another. What is there already is left
 * alone unless `again` is said. Resolves to how many were written and left;
 * rejects with what the folder refused, then the files before it are written.
 */
export async function writeInto(
  folder: WritableFolder,
  files: Iterable<FileToWrite>,
  again: boolean,
): Promise<{ readonly written: number; readonly left: number }> {
  let [written, left] = [0, 0];
  for (const { name, words } of files) {
    if (!again && (await isThere(folder, name))) {
      left++;
      continue;
    }
    const file = await (await folder.getFileHandle(name, { create: true })).createWritable();
    try {
      await file.write(words);
      await file.close();
    } catch (error) {
      // What was half written is not put in the place of what was there.
      await file.abort?.().catch(() => undefined);
      throw error;
    }
    written++;
  }
  return { written, left };
}

/** Only a folder that says “not found” has no such file: whatever else it says is passed on. */
async function isThere(folder: WritableFolder, name: string): Promise<boolean> {
  try {
    await folder.getFileHandle(name);
    return true;
  } catch (error) {
    if (error instanceof DOMException && error.name === 'NotFoundError') return false;
    throw error;
  }
}
