import { catalogue } from '../catalogue';

export const kitText = catalogue({
  kit: 'Kit',
  rigs: 'Rigs',
  compareRigs: 'Compare rigs',
  whatIOwn: 'What I own',
  files: 'Files',
  import: 'Import',
  loadingTheKit: 'Loading the kit…',
  loading: 'Loading…',
});
