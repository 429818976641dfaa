/** Repeatable numbers of a normal distribution. Source: Box and Muller, 1958. */
export function normals(seed: number): () => number {
  let state = seed;
  const even = () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return (state + 0.5) / 4294967296;
  };
  return () => Math.sqrt(-2 * Math.log(even())) * Math.cos(2 * Math.PI * even());
}
