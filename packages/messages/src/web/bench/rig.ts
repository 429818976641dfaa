import { catalogue } from '../../catalogue';

export const rigText = catalogue({
  rigOfThisSetup: 'Rig of this setup',
  movementsStayAsTheyAre: 'Movements stay as they are; a check says whether the other rig allows them.',
  loadingTheKit: 'Loading the kit…',
  theKitHasNoRig: 'The kit has no rig yet: build one there first.',
  open: 'open',
  toTheKit: 'To the kit',
  added: '{name} added',
  takenOut: '{name} taken out',
  name: 'name: {name} → {name2}',
  theChainIsPutTogether: 'the chain is put together in another way',
  specsOfTheRig: 'specs of the rig',
  rig: 'rig “{name}”, {orientation, select, landscape {landscape} other {portrait}}',
  specsOf: 'specs of {name}',
  rig2: 'Rig',
  mmTo: '{focalMm} mm, {widestFNumber} to {smallestFNumber}. {mechanism}',
  theKitHasNewerSpecs: 'The kit has newer specs for this rig: {words}',
  andMore: ' and {more} more',
  thisSetupWorksWithThose: '. This setup works with those it was made with.',
  newerSpecsOfTheRig: 'newer specs of the rig',
  useTheNewSpecs: 'Use the new specs',
});
