import { catalogue } from '../../catalogue';

export const editingText = catalogue({
  thisValueIsNotAllowed: 'This value is not allowed.',
});
