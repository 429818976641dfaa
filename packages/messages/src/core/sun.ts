import { catalogue } from '../catalogue';

export const sunText = catalogue({
  north: 'north',
  northEast: 'north-east',
  east: 'east',
  southEast: 'south-east',
  south: 'south',
  southWest: 'south-west',
  west: 'west',
  northWest: 'north-west',
});
