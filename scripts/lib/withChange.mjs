/** A source with one change in it, as Stryker reports it: lines and columns from 1, the end left out. */
export function withChange(source, { location: { start, end }, replacement }) {
  const lines = source.split('\n');
  const at = ({ line, column }) => lines.slice(0, line - 1).reduce((sum, each) => sum + each.length + 1, 0) + column - 1;
  return source.slice(0, at(start)) + replacement + source.slice(at(end));
}
