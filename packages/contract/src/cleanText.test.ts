import fc from 'fast-check';
import { cleanText, UncleanText, withCleanTexts } from './cleanText';

describe('text as it is kept', () => {
  test.each([
    ['e\u0301', '\u00e9'],
    // The override that makes “photo‮gnp.exe” look like “photoexe.png”.
    ['photo\u202egnp.exe', 'photognp.exe'],
    ['\u2067name\u2069', 'name'],
    ['first line\nsecond\tcolumn', 'first line\nsecond\tcolumn'],
    ['Łódź · Причал · 埠頭 · 😀', 'Łódź · Причал · 埠頭 · 😀'],
    ['nul\u0000', null],
    ['\ud800', null],
    ['a\udfffb', null],
    ['bell\u0007', null],
    ['\uffff', null],
  ])('%j is kept as %j', (given, kept) => {
    expect(cleanText(given)).toBe(kept);
  });

  test('is kept once and for all: cleaning again changes nothing, and what is kept is well formed and composed', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), (text) => {
        const kept = cleanText(text);
        if (kept === null) return;
        expect(cleanText(kept)).toBe(kept);
        expect(kept.normalize('NFC')).toBe(kept);
        expect(new TextDecoder().decode(new TextEncoder().encode(kept))).toBe(kept);
      }),
    );
  });

  test('the path leads to the first text that cannot be kept; a key that cannot be kept counts as its object', () => {
    const where = (value: unknown) => {
      try {
        withCleanTexts(value);
        return null;
      } catch (error) {
        return error instanceof UncleanText ? error.path : error;
      }
    };
    expect(where({ a: [{ name: 'ok' }, { name: 'x\u0000' }] })).toEqual(['a', 1, 'name']);
    expect(where({ a: { 'k\ud800': 1 } })).toEqual(['a']);
    expect(where({ a: [1, null, true, 'ok'] })).toBeNull();
  });

  test('what needs no change stays the same object, and the rest of a value is left as it is', () => {
    const value = { name: 'Tower', list: [{ note: 'a' }, { note: 'e\u0301' }], n: 3 };
    const clean = withCleanTexts(value) as typeof value;
    expect(clean).toEqual({ name: 'Tower', list: [{ note: 'a' }, { note: '\u00e9' }], n: 3 });
    expect(clean.list[0]).toBe(value.list[0]);
    expect(withCleanTexts(clean)).toBe(clean);
  });
});
