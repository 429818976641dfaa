import { catalogue } from '../catalogue';

export const kitText = catalogue({
  wasChangedSomewhereElseMeanwhile: '“{name}” was changed somewhere else meanwhile. Nothing was changed; look again and repeat it.',
  thereIsNoSuchThing: 'There is no such thing in the kit.',
  theRigNamesAComponent: 'The rig “{name}” names a component that is not in the kit.',
});
