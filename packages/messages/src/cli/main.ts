import { catalogue } from '../catalogue';

export const mainText = catalogue({
  runOne: 'run one calculator on JSON',
  listAll: 'all calculators, a line each',
  helpOne: 'one calculator: fields, units, formula, source, limits',
  runMany: 'an array of {given}; prints an array of {answered} or {refused}',
  listChecks: 'all checks, with the step each belongs to',
  runChecks: 'what every check says about each of an array of {given}',
  demo: 'the setups of the demo job as JSON, to try things with',
  batch: 'an array of {given} on standard input',
  help: 'what one calculator takes and gives',
  worksOutShiftTiltCoverage: 'Works out shift, tilt, coverage, focus and exposure.',
  runACalculator: 'run a calculator',
  errorTheNameOfA: 'error: the name of a calculator is needed',
  backup: 'write everything in the data folder to one file',
  verify: 'check that a backup is whole and can be restored',
  restore: 'put a backup in the place of the data; what was there is kept',
  evaluateTheChecksOfA: 'evaluate the checks of a setup',
});
