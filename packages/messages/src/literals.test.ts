import { readFileSync, readdirSync } from 'node:fs';
import { join, relative } from 'node:path';
import ts from 'typescript';

const ROOT = join(__dirname, '../../..');
const FOLDERS = ['packages/core/src', 'packages/contract/src', 'apps/web/src', 'apps/server/src', 'bin/src'];

/** Files whose text is not spoken by Gangway, and why. */
const NOT_SPOKEN = [
  // Content of the demo job, as a photographer would have typed it.
  /contract\/src\/demo(Kit|LensTest)?\.ts$/u,
  // Errors and log lines of the server's start, read by whoever runs it.
  /server\/src\/(db\/|main\.ts|seed\.ts|proof\/store\/)/u,
  // Programs for the graphics card.
  /[Ss]haders?\b/u,
];

/** Words in which a number is written, not sentences. */
const UNITS = new Set('mm px GB MB kB µm nm min ms kg cm km lx EV MP in lp pt Hz dpi ppi'.split(' '));
/** One class of the style sheet, or a list of them. */
const CLASS =
  /^(!?-?[a-z]+(-[a-z0-9.[\]%/()#,_]+)+|\S+:\S+|flex|grid|block|inline|hidden|absolute|relative|fixed|sticky|truncate|italic|underline|engraved|border|rounded|shadow|grow|shrink|outline|peer|group|contents|table|ring)$/u;
/** Attributes and properties that hold names for the machine. */
const MACHINE_NAMES =
  /^(className|d|key|id|href|to|type|role|viewBox|transform|fill|stroke|src|htmlFor|accept|points|inputMode|autoComplete|target|rel|side|align|style|strokeDasharray|preserveAspectRatio|earlierLabels|earlierCsv|earlier|code|kind|control|path|method|mime|cursor|cwd|gesture|xmp|csv|font|family|Model|Software)$/u;
/** Functions whose texts are names, patterns or log lines. */
const MACHINE_CALLS =
  /^(import|require|lazyPart|createAction|querySelector(All)?|getElementById|closest|matches|[sg]etAttribute|hasAttribute|removeAttribute|[sg]etHeader|header|get|append|has|delete|startsWith|endsWith|includes|split|join|replace(All)?|indexOf|addEventListener|removeEventListener|createElement(NS)?|getContext|on|once|emit|literal|type|use|open|test|match|matchMedia|command|option|argument|stepId|info|warn|error|log|debug|fatal|DateTimeFormat|NumberFormat|struct|markContent)$/u;

function sources(folder: string): readonly string[] {
  return readdirSync(join(ROOT, folder), { recursive: true, encoding: 'utf8' })
    .map((path) => join(folder, path))
    .filter((path) => /\.tsx?$/u.test(path) && !/\.test(-support)?\.tsx?$/u.test(path) && !NOT_SPOKEN.some((each) => each.test(path)));
}

/** Whether a text has a word that is not a unit. */
const hasWord = (text: string): boolean => [...text.matchAll(/\p{L}{2,}/gu)].some(([word]) => !UNITS.has(word));

function isClasses(text: string): boolean {
  const parts = text.trim().split(/\s+/u);
  return !/[.,;!?]$/u.test(text.trim()) && parts.filter((part) => CLASS.test(part)).length >= parts.length * 0.6;
}

const isCode = (text: string): boolean =>
  /^(\/|#|\.{1,2}\/|https?:|@|blob:|data:|image\/|application\/|text\/|video\/)/u.test(text) ||
  /(void main|=>|;\s*$|attachment;|<\?xpacket|^<[a-z]|^event: |^stroke-|^(npx|gangway|calc|check|settle) |^\{calc, in\}$|charset=|default-src|max-age|noreferrer|\bsql\b|\$\d)/u.test(
    text,
  ) ||
  /^[a-z-]+\(/u.test(text.trim());

/** Whether a text is one that people read: several words, or one that starts with a capital. */
function isSpoken(text: string): boolean {
  const plain = text.trim();
  if (!hasWord(plain) || isCode(plain) || isClasses(plain)) return false;
  return /\s/u.test(plain) || /^\p{Lu}\p{Ll}+[.:…]?$/u.test(plain);
}

/** Whether a single lower-case word is read: it is what a function of texts answers, or one of the texts a page chooses from. */
function isSpokenWord(node: ts.Node): boolean {
  if (!ts.isStringLiteralLike(node) || !/^\p{Ll}{3,}$/u.test(node.text)) return false;
  let at: ts.Node = node;
  while (ts.isConditionalExpression(at.parent) && at.parent.condition !== at) at = at.parent;
  const { parent } = at;
  if (ts.isJsxExpression(parent)) return ts.isJsxElement(parent.parent) || /^(aria-label|title|label)$/u.test(attributeName(parent.parent));
  if (!ts.isReturnStatement(parent)) return false;
  for (let each: ts.Node = parent; !ts.isSourceFile(each); each = each.parent)
    if (ts.isFunctionLike(each)) return each.type?.kind === ts.SyntaxKind.StringKeyword;
  return false;
}

const attributeName = (node: ts.Node): string => (ts.isJsxAttribute(node) ? node.name.getText() : '');

/** Whether what stands around a text makes it a name for the machine. */
function isMachineName(node: ts.Node): boolean {
  const { parent } = node;
  if (ts.isImportDeclaration(parent) || ts.isExportDeclaration(parent) || ts.isLiteralTypeNode(parent) || ts.isCaseClause(parent))
    return true;
  if (ts.isElementAccessExpression(parent) || ts.isTaggedTemplateExpression(parent) || ts.isExpressionStatement(parent)) return true;
  if (ts.isBinaryExpression(parent) && /^[!=]==?$|^in$/u.test(parent.operatorToken.getText())) return true;
  if (ts.isPropertyAssignment(parent) && parent.name === node) return true;
  // An error of the program itself, which nobody is meant to see; a refusal has a class of its own.
  if (
    ts.isNewExpression(parent) &&
    /^(Error|TypeError|RangeError|RegExp|URL|Worker|BroadcastChannel|Blob)$/u.test(parent.expression.getText())
  )
    return true;
  if (ts.isCallExpression(parent)) {
    const called = ts.isPropertyAccessExpression(parent.expression) ? parent.expression.name.text : parent.expression.getText();
    if (MACHINE_CALLS.test(called) || (called === 'set' && parent.arguments[0] === node)) return true;
  }
  for (let each: ts.Node = node; !ts.isFunctionLike(each) && !ts.isSourceFile(each); each = each.parent) {
    if (ts.isJsxAttribute(each)) return MACHINE_NAMES.test(each.name.getText());
    if (ts.isPropertyAssignment(each)) return MACHINE_NAMES.test(each.name.getText());
    if (ts.isJsxElement(each) || ts.isJsxFragment(each) || ts.isTypeNode(each)) return ts.isTypeNode(each);
  }
  return false;
}

/** What stands for a value put in: no letter, so that it is no word. */
const GAP = '\u25E6';

/** The text of a literal as it reads, with a gap for every value put in; `null` for what is no literal. */
function literalText(node: ts.Node): string | null {
  if (ts.isStringLiteralLike(node)) return node.text;
  if (ts.isJsxText(node)) return node.text;
  if (ts.isTemplateExpression(node)) return [node.head.text, ...node.templateSpans.map(({ literal }) => literal.text)].join(GAP);
  return null;
}

function spokenLiterals(path: string, text: string): readonly string[] {
  const source = ts.createSourceFile(path, text, ts.ScriptTarget.Latest, true, path.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS);
  const found: string[] = [];
  const visit = (node: ts.Node): void => {
    const literal = literalText(node);
    if ((literal !== null && isSpoken(literal.replaceAll(GAP, '0')) && !isMachineName(node)) || isSpokenWord(node)) {
      const line = source.getLineAndCharacterOfPosition(node.getStart()).line + 1;
      found.push(`${relative(ROOT, join(ROOT, path))}:${line} ${(literal ?? '').trim().replaceAll(GAP, '…')}`);
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

describe('what people read', () => {
  const files = FOLDERS.flatMap(sources);

  test('stands in the catalogues and nowhere else', () => {
    expect(files.length).toBeGreaterThan(400);
    expect(files.flatMap((path) => spokenLiterals(path, readFileSync(join(ROOT, path), 'utf8')))).toEqual([]);
  });

  test.each([
    ['a sentence', `const said = 'The lens is too long.';`],
    ['a label of one word', `const label = 'Aperture';`],
    ['a sentence with values', 'const said = `${count} shots of ${job}`;'],
    ['text on a page', `const page = <p>No shots yet</p>;`],
    ['an attribute that is read out', `const page = <button aria-label="Log a shot" />;`],
    ['a word that a function answers', `function side(mm: number): string { return mm < 0 ? 'below' : 'above'; }`],
    ['a word that a page chooses', `const page = <p>{open ? 'open' : 'shut'}</p>;`],
    ['a branch within a sentence', "const said = `${n} ${n === 1 ? 'upper corner' : 'upper corners'}`;"],
  ])('is found by this test: %s', (_name, text) => expect(spokenLiterals('sample.tsx', text)).not.toEqual([]));

  test.each([
    ['a class list', `const page = <p className="flex gap-2 text-sm" />;`],
    ['a path of a drawing', 'const d = `M${x} ${y} L${u} ${v}`;'],
    ['an address', 'const url = `/api/jobs/${id}`;'],
    ['a code that a function answers', `function side(mm: number): 'below' | 'above' { return mm < 0 ? 'below' : 'above'; }`],
    ['a value with its unit', 'const said = `${n} mm`;'],
  ])('is not mistaken for a name: %s', (_name, text) => expect(spokenLiterals('sample.tsx', text)).toEqual([]));
});
