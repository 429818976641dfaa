import { catalogue } from '../catalogue';

export const rigText = catalogue({
  aValue: 'A value',
  aComponent: 'a component',
  ofIsUnknownASetup: '{label} of {itemName} is unknown; a setup cannot be planned without it.',
});
