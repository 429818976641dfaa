import { catalogue } from '../catalogue';

export const mainText = catalogue({
  gangwayCalcNameFocalmm24: `\ngangway calc NAME ''{'"focalMm": 24, …'}''   run one calculator on JSON\ngangway calc --list                        all calculators, a line each\ngangway calc --help NAME                   one calculator: fields, units, formula, source, limits\ngangway calc --batch < cases.json          an array of '{'calc, in'}'; prints an array of '{'out'}' or '{'error'}'\ngangway check --list                       all checks, with the step each belongs to\ngangway check < settings.json              what every check says about the settings of a setup\n`,
  worksOutShiftTiltCoverage: 'Works out shift, tilt, coverage, focus and exposure.',
  calcNameJson: 'calc [name] [json]',
  runACalculator: 'run a calculator',
  errorTheNameOfA: 'error: the name of a calculator is needed',
  evaluateTheChecksOfA: 'evaluate the checks of a setup',
});
