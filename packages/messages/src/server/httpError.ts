import { catalogue } from '../catalogue';

export const httpErrorText = catalogue({
  thereIsNoSuch: 'There is no such {what}.',
  thereIsNothingAt: 'There is nothing at {method} {path}.',
  theDatabaseIsNotAnswering: 'The database is not answering, so nothing was changed. Try again in a moment.',
  theRequestIsTooLarge: 'The request is too large; at most {mostKb} kB are accepted.',
  whatWasSentIsNot: 'What was sent is not JSON that can be read.',
  whatWasSentMustBe: 'What was sent must be JSON in UTF-8.',
  theRequestWasInterruptedBefore: 'The request was interrupted before it had arrived complete.',
  theRequestCannotBeRead: 'The request cannot be read: its body is not encoded the way its headers say.',
  aTextCannotBeKept: '{path}: This text contains a control character or half of a character, which cannot be stored.',
  theAddressCannotBeRead: 'The address cannot be read.',
  theWorkWasInterrupted: 'The server was interrupted while it worked on this. Try again.',
  somethingWentWrongThatGangway: 'Something went wrong that Gangway did not expect; it is in the log under this request’s id.',
});
