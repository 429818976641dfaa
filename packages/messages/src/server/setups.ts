import { catalogue } from '../catalogue';

export const setupsText = catalogue({
  aSetupWithThisId: 'A setup with this id belongs to another job.',
  thisSetupWasDeletedRestore: 'This setup was deleted; restore it from the jobs page first.',
  thisSetupWasChangedSomewhere: 'This setup was changed somewhere else since it was opened here.',
});
