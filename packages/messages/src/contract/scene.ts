import { catalogue } from '../catalogue';

export const sceneText = catalogue({
  aCornerOfTheModel: 'A corner of the model must be three finite numbers.',
  theModelNeedsAName: 'The model needs a name.',
  theNameOfTheModel: 'The name of the model may have at most 120 letters.',
  theModelMayHaveAt: 'The model may have at most {corners} corners.',
  theModelNeedsOneFace: 'The model needs one face at least.',
  theModelMayHaveAtMost: 'The model may have at most {triangles} triangles.',
  cornersAndTrianglesComeIn: 'Corners and triangles come in threes.',
  aTriangleOfTheModel: 'A triangle of the model names a corner that is not there.',
  mustBeAWholeNumber: '{label} must be a whole number.',
  aPlaceInTheScene: 'A place in the scene',
});
