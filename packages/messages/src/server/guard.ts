import { catalogue } from '../catalogue';

export const guardText = catalogue({
  gangwayAnswersOnlyAtIts: 'Gangway answers only at its own address on this machine.',
  gangwayTakesRequestsOnlyFrom: 'Gangway takes requests only from its own pages.',
  whatIsSentMustBe: 'What is sent must be JSON (content type application/json).',
});
