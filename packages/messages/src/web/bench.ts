import { catalogue } from '../catalogue';

export const benchText = catalogue({
  job: 'Job',
  nameOfTheSetup: 'Name of the setup',
  name: 'name “{next}”',
  rename: 'Rename',
  backToJobs: 'Back to jobs',
  loadingTheSetup: 'Loading the setup…',
  preview: 'Preview',
  loading: 'Loading…',
  rig: 'rig “{name}”',
  looking: 'Looking…',
  proofSeeThePictureIn: 'Proof: see the picture in advance, assemble frames',
  proof: 'Proof',
  logEveryShotOfThe: 'Log: every shot of the job',
  log: 'Log',
  benchstepOfTheWork: 'Steps',
});
