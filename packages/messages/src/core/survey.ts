import { catalogue } from '../catalogue';

export const surveyText = catalogue({
  isItMustBeLess: '{field} is {deg}; it must be less than 90° up or down.',
  neardegIsTheAngleAt:
    'nearDeg is {nearDeg}; the angle at the nearer place must be steeper than the {farDeg}° at the farther one, and both must look up.',
});
