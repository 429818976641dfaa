import { execFileSync } from 'node:child_process';
import { resolve } from 'node:path';

const SCRIPT = `
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
const chunks = [];
for await (const chunk of process.stdin) chunks.push(chunk);
const pdf = await getDocument({ data: new Uint8Array(Buffer.concat(chunks)), useSystemFonts: false, verbosity: 0 }).promise;
let text = '';
for (let i = 1; i <= pdf.numPages; i++) text += (await (await pdf.getPage(i)).getTextContent()).items.map(({ str }) => str).join(' ') + '\\n';
const [, , w, h] = (await pdf.getPage(1)).view;
process.stdout.write(JSON.stringify({ pages: pdf.numPages, text, sizeMm: [w, h].map((pt) => Math.round(pt / 72 * 25.4 * 10) / 10) }));
`;

/** What a PDF says, by a standard reader in a process of its own. */
export function pdfText(bytes: Buffer): { readonly pages: number; readonly text: string; readonly sizeMm: readonly number[] } {
  return JSON.parse(
    execFileSync('node', ['--input-type=module', '-e', SCRIPT], {
      input: bytes,
      cwd: resolve('.'),
      encoding: 'utf8',
      maxBuffer: 1e8,
      stdio: ['pipe', 'pipe', 'ignore'],
    }),
  ) as ReturnType<typeof pdfText>;
}
