import { catalogue } from '../catalogue';

export const fieldSchemaText = catalogue({
  mustBeAWholeNumber: '{label} must be a whole number.',
});
