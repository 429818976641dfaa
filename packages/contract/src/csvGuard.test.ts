import { FORMULA, GUARDED } from './csvGuard';

describe('text that a spreadsheet would run', () => {
  // OWASP, “CSV Injection”: cells that begin with =, +, -, @, tab or carriage return.
  test.each(['=1+1', '+1', '@SUM(A1)', '\tx', '\rx', '-1+1', "-2+3+cmd|' /C calc'!A0", '-A1', '-', '-1; =2'])('%j is known', (text) =>
    expect(FORMULA.test(text)).toBe(true),
  );

  test.each(['-3.5', '-0', '-.5', '-30; 0; 30', '-30;-15', '3-1', 'gulls', '', '1; 2'])('%j is none', (text) =>
    expect(FORMULA.test(text)).toBe(false),
  );

  test('is read without its apostrophe, and an apostrophe of its own stays', () => {
    expect("'-1+1".replace(GUARDED, '')).toBe('-1+1');
    expect("''tis".replace(GUARDED, '')).toBe("'tis");
    expect("'tis".replace(GUARDED, '')).toBe("'tis");
  });
});
