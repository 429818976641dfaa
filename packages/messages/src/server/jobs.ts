import { catalogue } from '../catalogue';

export const jobsText = catalogue({
  thisJobWasChangedElsewhere: 'This job was changed somewhere else since it was loaded here.',
});
