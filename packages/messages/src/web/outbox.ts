import { catalogue } from '../catalogue';

export const outboxText = catalogue({
  theServersAnswerCouldNot: 'The server’s answer could not be read.',
  theServerGaveAnAnswer: 'The server gave an answer that Gangway does not know.',
  changesWaiting: '{n, plural, one {# change} other {# changes}} waiting',
  changesNeedYou: '{n, plural, one {# change needs} other {# changes need}} a decision',
  notSaved: 'Not saved: {what}. {why}',
  notStored: 'Not stored on this device',
  unstoredFull:
    'This device’s storage is full: new changes are not stored on it. Keep this page open until they are saved, and free some space.',
  unstoredForbidden: 'This browser does not let Gangway store changes on this device. Keep this page open until they are saved.',
  changedElsewhere: 'Changed somewhere else meanwhile.',
});
