import { catalogue } from '../catalogue';

export const setupsText = catalogue({
  thisSetupWasDeletedRestore: 'This setup was deleted; restore it from the jobs page first.',
  thisSetupWasChangedSomewhere: 'This setup was changed somewhere else since it was opened here.',
});
