import { catalogue } from '../catalogue';

export const specTextText = catalogue({
  unknown: 'unknown',
  isNotANumberIt: '{label}: {plain} is not a number; it must be one from {min} to {max}{unit}, or empty.',
  mustBeOneOfOr: '{label}: {plain} must be one of {choices}, or empty.',
  mustBeYesNoOr: '{label}: {plain} must be yes, no, or empty.',
  mustBeNumbersWithSemicolons: '{label}: {plain} must be numbers with semicolons between, such as 0; 30; 60.',
  mustBeLikeF8: '{label}: {part} must be like “f/8: 61 measured”, with semicolons between.',
});
