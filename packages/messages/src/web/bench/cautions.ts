import { catalogue } from '../../catalogue';

export const cautionsText = catalogue({
  cautions: 'Cautions',
  dismissForThisJob: 'Dismiss for this job: {words}',
  oneCautionIs: 'One caution is',
  cautionsAre: '{away} cautions are',
  dismissedForThisJobShow: '{away} dismissed for this job; show again',
});
