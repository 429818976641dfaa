import { catalogue } from '../catalogue';

export const coverageText = catalogue({
  n3624SmallFormat: '36 × 24 small format',
  iso1007: 'ISO 1007',
  n4433Back: '44 × 33 back',
  commonPractice: 'common practice',
  n5440Back: '54 × 40 back',
  n645RollFilm: '6 × 4.5 roll film',
  iso732: 'ISO 732',
  n66RollFilm: '6 × 6 roll film',
  n67RollFilm: '6 × 7 roll film',
  n69RollFilm: '6 × 9 roll film',
  n45InSheet: '4 × 5 in sheet',
  iso1012: 'ISO 1012',
  n57InSheet: '5 × 7 in sheet',
  n810InSheet: '8 × 10 in sheet',
  upperLeft: 'upper left',
  upperRight: 'upper right',
  lowerRight: 'lower right',
  lowerLeft: 'lower left',
});
