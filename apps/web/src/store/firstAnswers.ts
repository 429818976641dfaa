/** What the server sent with the page, by address below /api/. */
let given: Record<string, unknown> | null = null;

function all(): Record<string, unknown> {
  if (given) return given;
  const text = typeof document === 'undefined' ? null : document.getElementById('first-answers')?.textContent;
  given = text ? (JSON.parse(text) as Record<string, unknown>) : {};
  return given;
}

/**
 * An answer that came with the page; each is given once, since it is of then.
 * `undefined` where there is none.
 *
 * @param address below /api/
 */
export function firstAnswer(address: string): unknown {
  const answers = all();
  const answer = answers[address];
  answers[address] = undefined;
  return answer;
}
