/** A time as it is typed at a shutter, s: 1/125, 0,5, 8 s, 2:30, 1 min 20; `null` for what is none. */
export function typedTime(text: string): number | null {
  const plain = text
    .trim()
    .replace(/,/gu, '.')
    .replace(/\s*s(?:ec)?$/u, '');
  const per = /^(\d+(?:\.\d+)?)\s*\/\s*(\d+(?:\.\d+)?)$/u.exec(plain);
  if (per) return positive(Number(per[1]) / Number(per[2]));
  const clock = /^(?:(\d+)\s*:\s*)?(\d+)\s*:\s*(\d+(?:\.\d+)?)$/u.exec(plain);
  if (clock) return positive(Number(clock[1] ?? 0) * 3600 + Number(clock[2]) * 60 + Number(clock[3]));
  const long = /^(?:(\d+)\s*h)?\s*(?:(\d+)\s*min)?\s*(\d+(?:\.\d+)?)?$/u.exec(plain);
  if (long && (long[1] ?? long[2] ?? long[3]) !== undefined)
    return positive(Number(long[1] ?? 0) * 3600 + Number(long[2] ?? 0) * 60 + Number(long[3] ?? 0));
  return null;
}

function positive(s: number): number | null {
  return Number.isFinite(s) && s > 0 ? s : null;
}
