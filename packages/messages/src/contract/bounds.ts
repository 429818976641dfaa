import { catalogue } from '../catalogue';

export const boundsText = catalogue({
  mustBeANumberFrom: '{label} must be a number from {min} to {max}{unit}.',
});
