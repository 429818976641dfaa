import { catalogue } from '../../catalogue';

export const stackText = catalogue({
  follow: 'The {shots} shots of the stack share {percent} % of their depth{tight, select, yes {: just enough} other {}}.',
  gap: 'Between neighbouring shots of the stack {percent} % of their depth is missing: there is a gap in sharpness.',
  tooManyShots: 'The stack takes {shots} shots; your maximum is {most}.',
  somethingMoves: 'Something in the picture moves: the {shots} shots of the stack will not go together.',
  shotsInstead: 'a stack of {shots} shots',
  singleShot: 'a single shot',
});
