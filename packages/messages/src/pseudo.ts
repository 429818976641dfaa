/** Accented letters that are read like the plain ones. */
const ACCENTED: Readonly<Record<string, string>> = {
  a: 'á', b: 'ƀ', c: 'ç', d: 'ð', e: 'é', f: 'ƒ', g: 'ğ', h: 'ĥ', i: 'í', j: 'ĵ', k: 'ķ', l: 'ļ', m: 'ɱ',
  n: 'ñ', o: 'ó', p: 'þ', q: 'ɋ', r: 'ŕ', s: 'š', t: 'ţ', u: 'ú', v: 'ṽ', w: 'ŵ', x: 'ẋ', y: 'ý', z: 'ž',
  A: 'Á', B: 'Ɓ', C: 'Ç', D: 'Ð', E: 'É', F: 'Ƒ', G: 'Ğ', H: 'Ĥ', I: 'Í', J: 'Ĵ', K: 'Ķ', L: 'Ļ', M: 'Ṁ',
  N: 'Ñ', O: 'Ó', P: 'Þ', Q: 'Ɋ', R: 'Ŕ', S: 'Š', T: 'Ţ', U: 'Ú', V: 'Ṽ', W: 'Ŵ', X: 'Ẋ', Y: 'Ý', Z: 'Ž',
}; // prettier-ignore

/** By how much the pseudo-language is longer than English. */
const LONGER = 0.35;
const VOWEL = /[áéíóúýÁÉÍÓÚÝ]/gu;

/**
 * A message in the pseudo-language: every letter outside placeholders
 * accented, and vowels doubled from the end until the text is 35 % longer.
 * What stands in braces as name, kind or selector is left as it is.
 *
 * @param message a message in ICU syntax
 */
export function pseudoMessage(message: string): string {
  return lengthened(pieces(message));
}

interface Piece {
  readonly text: string;
  readonly said: boolean;
}

/** The message cut into what is said and what is syntax. */
function pieces(message: string): readonly Piece[] {
  const found: Piece[] = [];
  // Inside a message text is said; inside an argument only its branches are.
  const depth: ('message' | 'argument')[] = ['message'];
  let text = '';
  const end = (said: boolean): void => {
    if (text !== '') found.push({ text, said });
    text = '';
  };
  let tag = false;
  for (const char of message) {
    const said = depth.at(-1) === 'message' && !tag;
    if (char === '{') {
      end(said);
      depth.push(depth.at(-1) === 'message' ? 'argument' : 'message');
      found.push({ text: char, said: false });
    } else if (char === '}') {
      end(said);
      depth.pop();
      found.push({ text: char, said: false });
    } else if (char === '<' && said) {
      end(true);
      tag = true;
      text += char;
    } else if (char === '>' && tag) {
      text += char;
      end(false);
      tag = false;
    } else {
      text += char;
    }
  }
  end(depth.at(-1) === 'message');
  return found;
}

function lengthened(all: readonly Piece[]): string {
  return all.map(({ text, said }) => (said ? longer(accented(text)) : text)).join('');
}

function accented(text: string): string {
  return text.replace(/[A-Za-z]/g, (char) => ACCENTED[char] ?? char);
}

/** Doubles every vowel from the first on, and again, until the text is long enough. */
function longer(text: string): string {
  let missing = Math.round((text.match(/\p{L}/gu)?.length ?? 0) * LONGER);
  const doubled = text.replace(VOWEL, (vowel) => {
    if (missing <= 0) return vowel;
    missing--;
    return vowel + vowel.toLowerCase();
  });
  return missing > 0 && VOWEL.test(text) ? doubled.replace(VOWEL, (vowel) => vowel + (missing-- > 0 ? vowel.toLowerCase() : '')) : doubled;
}
