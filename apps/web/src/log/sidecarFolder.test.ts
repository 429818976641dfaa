import { writeInto, type WritableFolder } from './sidecarFolder';

/** A folder in memory that behaves as the File System Access API says: nothing is there until the file is closed. */
function folder(there: Record<string, string>, troubles: { readonly onAsk?: Error; readonly onWrite?: readonly string[] } = {}) {
  const files = new Map(Object.entries(there));
  const handles: WritableFolder = {
    getFileHandle: (name, options) => {
      if (troubles.onAsk !== undefined) return Promise.reject(troubles.onAsk);
      if (!files.has(name) && options?.create !== true) return Promise.reject(new DOMException('no such file', 'NotFoundError'));
      return Promise.resolve({
        createWritable: () => {
          let written = '';
          return Promise.resolve({
            write: (words: string) => {
              if (troubles.onWrite?.includes(name)) return Promise.reject(new DOMException('the disk is full', 'QuotaExceededError'));
              written += words;
              return Promise.resolve();
            },
            close: () => {
              files.set(name, written);
              return Promise.resolve();
            },
            abort: () => Promise.resolve(),
          });
        },
      });
    },
  };
  return { files, handles };
}

const two = [
  { name: 'a.xmp', words: 'A' },
  { name: 'b.xmp', words: 'B' },
];

describe('writing sidecars into a folder', () => {
  test('what is not there is written, what is there is left alone', async () => {
    const { files, handles } = folder({ 'a.xmp': 'mine' });
    expect(await writeInto(handles, two, false)).toEqual({ written: 1, left: 1 });
    expect([...files]).toEqual([
      ['a.xmp', 'mine'],
      ['b.xmp', 'B'],
    ]);
  });

  test('when it is asked for, what is there is written anew', async () => {
    const { files, handles } = folder({ 'a.xmp': 'mine' });
    expect(await writeInto(handles, two, true)).toEqual({ written: 2, left: 0 });
    expect(files.get('a.xmp')).toBe('A');
  });

  test('a full disk is passed on, and leaves what was there as it was', async () => {
    const { files, handles } = folder({ 'b.xmp': 'mine' }, { onWrite: ['b.xmp'] });
    await expect(writeInto(handles, two, true)).rejects.toThrow('the disk is full');
    expect([...files]).toEqual([
      ['b.xmp', 'mine'],
      ['a.xmp', 'A'],
    ]);
  });

  test('a folder that may not be read is not taken for an empty one', async () => {
    const { files, handles } = folder({}, { onAsk: new DOMException('not allowed', 'NotAllowedError') });
    await expect(writeInto(handles, two, false)).rejects.toThrow('not allowed');
    expect(files.size).toBe(0);
  });
});
