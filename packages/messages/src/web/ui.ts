import { catalogue } from '../catalogue';

export const uiText = catalogue({
  thisPartCouldNotBeLoaded:
    'This part could not be loaded: the server is not answering, or Gangway was updated. What you have set is kept; try again, or reload the page.',
  messages: 'Messages ({hotkey})',
  close: 'Close',
  tryAgain: 'Try again',
  thisNameCannotBeUsed: 'This name cannot be used.',
  note: 'Note',
  whatWasSaid: 'Recent messages',
  undo: 'Undo',
  isNotANumberEnter: 'is not a number; enter one like {words}.',
  pages: 'Main navigation',
  jobs: 'Jobs',
  jobsAndTheirSetups: 'Jobs: commissions and their setups',
  kit: 'Kit',
  kitTheEquipmentYouOwn: 'Kit: the equipment you own and the rigs built from it',
  calculators: 'Calculators',
  calculatorsEveryCalculationOnIts: 'Calculators: every calculation on its own',
  gangway: 'Gangway',
  useThePaperTheme: 'Use the paper theme',
  useTheDarkClothTheme: 'Use the dark cloth theme',
  nothingToUndo: 'Nothing to undo',
  undo2: 'Undo: {undoable}',
  nothingToRedo: 'Nothing to redo',
  redo: 'Redo: {redoable}',
  assumes: 'Assumes: {assumes}',
});
