import { catalogue } from '../catalogue';

export const conflictText = catalogue({
  here: 'Here',
  there: 'There',
  before: 'Before',
  chooseForEach: 'Choose for each difference which value to keep. What only one side has changed is chosen already.',
  keepHere: 'Keep all from here',
  keepThere: 'Keep all from there',
  saveChoice: 'Save what I chose',
  openChoices: '{n, plural, one {# difference is} other {# differences are}} not decided yet.',
  changedHere: 'as changed here',
  changedThere: 'as changed there',
  deletedThere: 'deleted',
  kept: 'kept',
  itemOfTheKit: 'Kit: {name}',
  shotOf: 'Shot of {time}',
});
