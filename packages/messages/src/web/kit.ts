import { catalogue } from '../catalogue';

export const kitText = catalogue({
  kit: 'Kit',
  rigs: 'Rigs',
  lensTests: 'Lens tests',
  compareRigs: 'Compare rigs',
  whatIOwn: 'What I own',
  files: 'Files',
  import: 'Import',
  loadingTheKit: 'Loading the kit…',
  loading: 'Loading…',
});
