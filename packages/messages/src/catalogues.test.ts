import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { IntlMessageFormat } from 'intl-messageformat';
import { pseudoMessage } from './pseudo';
import { say } from './say';

/** Every catalogue there is: its file and its messages. */
const CATALOGUES = readdirSync(__dirname, { recursive: true, encoding: 'utf8' })
  .filter((path) => path.includes('/') && path.endsWith('.ts'))
  .flatMap((path) =>
    Object.entries(jest.requireActual<Record<string, unknown>>(join(__dirname, path))).map(([name, messages]) => ({
      name: `${path} ${name}`,
      messages: messages as Readonly<Record<string, string>>,
    })),
  );

const MESSAGES = CATALOGUES.flatMap(({ name, messages }) =>
  Object.entries(messages).map(([key, text]) => ({ name: `${name}.${key}`, text })),
);

type Part = ReturnType<IntlMessageFormat['getAst']>[number];

/** How the parser marks a plain placeholder. */
const ARGUMENT = 1;

/** Names of the placeholders of a message, with what kind each is and its branches. */
function placeholders(parts: readonly Part[]): readonly string[] {
  return parts.flatMap((part) => {
    if ('options' in part) {
      const branches = Object.entries(part.options).flatMap(([selector, { value }]) => [selector, ...placeholders(value)]);
      return [`${part.value}: ${branches.join(' ')}`];
    }
    // A literal has its text, an argument its name; the text may differ.
    const kind: number = part.type;
    return kind === ARGUMENT && 'value' in part ? [part.value] : [];
  });
}

/** Words that a setup, a circle, a fix and the rest had before, as nouns or phrases that have no other use here. */
const GIVEN_UP =
  /light circle|least aperture|\bregisters?\b|gr[ae]y filter|white card|\b(?:this|the|a|each) stand\b|\bremed(?:y|ies)\b|\bcure[sd]?\b|\ba finding\b|\bfindings\b|put away|bring out|brought out|not known|not kept|laid out|\bturn in\b|shift back|\bwish(?:es)?\b|\bthe guide\b|what one minds|uprights\b/iu;

const astOf = (text: string): readonly Part[] => new IntlMessageFormat(text, 'en', undefined, { ignoreTag: true }).getAst();
const letters = (text: string): number => [...text.matchAll(/\p{L}/gu)].length;
const plain = (text: string): boolean => !/[{}]/u.test(text);

describe('the catalogues', () => {
  test('hold the messages of the whole product', () => {
    expect(CATALOGUES.length).toBeGreaterThan(80);
    expect(MESSAGES.length).toBeGreaterThan(3000);
  });

  test('hold nothing but ICU messages that can be formatted', () => {
    const broken = MESSAGES.filter(({ text }) => {
      try {
        astOf(text);
        return text.trim() === '';
      } catch {
        return true;
      }
    });
    expect(broken).toEqual([]);
  });

  test('quote no braces: an apostrophe before one is doubled, and examples of syntax are put in as values', () => {
    expect(MESSAGES.filter(({ text }) => /(^|[^'])'(?!')[{}]|[{}]'(?!')/u.test(text.replace(/''/gu, '’')))).toEqual([]);
  });

  test('say the same with the same placeholders in the pseudo-language, about a third longer', () => {
    for (const { name, text } of MESSAGES) {
      expect({ name, has: placeholders(astOf(pseudoMessage(text))) }).toEqual({ name, has: placeholders(astOf(text)) });
    }
    const whole = MESSAGES.filter(({ text }) => plain(text) && letters(text) > 12);
    const longer = whole.map(({ text }) => letters(pseudoMessage(text)) / letters(text));
    const mean = longer.reduce((a, b) => a + b, 0) / longer.length;
    expect(mean).toBeGreaterThan(1.33);
    expect(mean).toBeLessThan(1.37);
  });

  test('leave no plain letter in a pseudo message outside its placeholders', () => {
    const left = MESSAGES.filter(({ text }) => plain(text) && /[A-Za-z]/u.test(pseudoMessage(text)));
    expect(left).toEqual([]);
  });

  test('use none of the words that were given up for the ones photographers use', () => {
    const said = MESSAGES.filter(({ text }) => GIVEN_UP.test(text.replace(/\{\w+/gu, '')));
    expect(said).toEqual([]);
    // The list finds what it is for.
    for (const earlier of [
      'the light circle',
      'least aperture',
      'its register',
      'a grey filter',
      'this stand',
      'one remedy',
      'Put away',
      'not known',
    ])
      expect(earlier).toMatch(GIVEN_UP);
  });

  test('choose one for 1 and many for every other whole number', () => {
    const shots = '{n, plural, one {# shot} other {# shots}} of {job}';
    expect(say(shots, { n: 1, job: 'a' })).toBe('1 shot of a');
    fc.assert(fc.property(fc.integer({ min: 2, max: 100_000 }), (n) => say(shots, { n, job: '{b}' }) === `${n} shots of {b}`));
  });
});
