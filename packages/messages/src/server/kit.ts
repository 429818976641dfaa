import { catalogue } from '../catalogue';

export const kitText = catalogue({
  wasChangedSomewhereElseMeanwhile: '“{name}” has been changed elsewhere. Your change was not saved; check it and try again.',
  thereIsNoSuchThing: 'There is no such item in the kit.',
  theRigNamesAComponent: 'The rig “{name}” names a component that is not in the kit.',
});
