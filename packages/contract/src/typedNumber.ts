/** What typed text stands for: a number, with a decimal point or comma and any minus, or ∞; `null` when it is none. */
export function typedNumber(text: string): number | null {
  if (text.trim() === '∞') return Number.POSITIVE_INFINITY;
  const plain = text.trim().replace(/[−–]/gu, '-').replace(',', '.');
  if (!/^[+-]?(\d+\.?\d*|\.\d+)$/u.test(plain)) return null;
  return Number(plain);
}
