import { catalogue } from '../catalogue';

export const appText = catalogue({
  loading: 'Loading…',
  pageNotFound: 'Page not found',
  backToJobs: 'Back to jobs',
  thisPageBroke: 'This page broke',
  whatWasSavedIsSafe: 'What was saved is safe. {error}',
  loadItAgain: 'Load it again',
});
