import yazl from 'yazl';

/** A zip of the files given, as somebody else might make it. */
export function zipOf(files: Readonly<Record<string, Buffer | string>>, raw = false): Promise<Buffer> {
  const zip = new yazl.ZipFile();
  for (const [path, words] of Object.entries(files)) zip.addBuffer(Buffer.from(words), raw ? path.replace(/\.\./gu, 'xx') : path);
  zip.end();
  const chunks: Buffer[] = [];
  return new Promise((done) => {
    zip.outputStream.on('data', (chunk: Buffer) => chunks.push(chunk));
    zip.outputStream.on('end', () => done(Buffer.concat(chunks)));
  });
}
