import { execFileSync } from 'node:child_process';
import { resolve } from 'node:path';

const SCRIPT = `
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
const chunks = [];
for await (const chunk of process.stdin) chunks.push(chunk);
const pdf = await getDocument({ data: new Uint8Array(Buffer.concat(chunks)), useSystemFonts: false, verbosity: 0 }).promise;
let text = '';
for (let i = 1; i <= pdf.numPages; i++) text += (await (await pdf.getPage(i)).getTextContent()).items.map(({ str }) => str).join(' ').replace(/ +/g, ' ') + '\\n';
const tags = (node) => (node?.children ?? []).flatMap((child) => ('role' in child ? [child.role, ...tags(child)] : []));
const { info } = await pdf.getMetadata();
const tagged = { marked: (await pdf.getMarkInfo())?.Marked === true, title: info.Title, language: info.Language, tags: tags(await (await pdf.getPage(1)).getStructTree()) };
const [, , w, h] = (await pdf.getPage(1)).view;
process.stdout.write(JSON.stringify({ pages: pdf.numPages, text, tagged, sizeMm: [w, h].map((pt) => Math.round(pt / 72 * 25.4 * 10) / 10) }));
`;

/** What a PDF says, by a standard reader in a process of its own. */
export function pdfText(bytes: Buffer): {
  readonly pages: number;
  readonly text: string;
  readonly sizeMm: readonly number[];
  /** What it tells a screen reader, with the tags of its first page. */
  readonly tagged: { readonly marked: boolean; readonly title: string; readonly language: string; readonly tags: readonly string[] };
} {
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
