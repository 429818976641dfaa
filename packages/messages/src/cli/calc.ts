import { catalogue } from '../catalogue';

export const calcText = catalogue({
  default: 'default {default}',
  formula: 'formula  {formula}',
  source: 'source   {source}',
  limits: 'limits   {limits}',
  school: 'school   {school}',
  exampleGangwayCalc: "example  gangway calc {name} ''{example}''",
  thereIsNoCalculatorGangway: 'There is no calculator “{name}”. gangway calc --list names them.\n',
  theInputIsNotAn: 'The input is not an array; an array of {shape} is needed.',
  aCaseNeedsCalcThe: 'A case needs “calc”, the name of a calculator, and “in”, its input.',
});
