import { catalogue } from '../catalogue';

export const kitDifferencesText = catalogue({
  name: 'name: {name} → {name2}',
  typical: 'typical values: {from} → {to}',
  none: 'none',
});
