import { serialQueue } from './serialQueue';

test('what is put in runs one after another, after a refusal too', async () => {
  const turn = serialQueue();
  const said: string[] = [];
  const slow =
    (word: string, ms: number, fails = false) =>
    () =>
      new Promise<string>((done, failed) => {
        said.push(`begin ${word}`);
        setTimeout(() => {
          said.push(`end ${word}`);
          if (fails) failed(new Error(word));
          else done(word);
        }, ms);
      });
  const [a, b, c] = [turn(slow('a', 20)), turn(slow('b', 5, true)), turn(slow('c', 1))];
  await expect(a).resolves.toBe('a');
  await expect(b).rejects.toThrow('b');
  await expect(c).resolves.toBe('c');
  expect(said).toEqual(['begin a', 'end a', 'begin b', 'end b', 'begin c', 'end c']);
});
