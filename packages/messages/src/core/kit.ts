import { catalogue } from '../catalogue';

export const kitText = catalogue({
  valuesMustRise: '{label} must rise from one value to the next.',
  oneValueForEach:
    '{name} has {values} {values, plural, one {value} other {values}}; it needs one for each of “{label}”, which has {wanted}.',
  isLessThan: '{sentence} ({most} is less than {least}).',
  fAppearsTwiceInThe: 'f/{fNumber} appears twice in the table of circles; give one diameter for each f-number.',
  theSharpCircleAtF: 'The sharp circle at f/{fNumber} is {diameterMm} mm; it cannot be larger than the image circle of {imageCircleMm} mm.',
  measured: 'measured',
  judgedByEye: 'judged by eye',
  makersTable: 'maker’s table',
  guessed: 'guessed',
});
