import { catalogue } from '../catalogue';

export const cautionsText = catalogue({
  quaysSlipwaysAndRoofsWatch: 'Quays, slipways and roofs: watch the edge behind you, read the tide table, and tether what may fall.',
  tripodOnARoadOr: 'Tripod on a road or footway: get the permit that local rules require, and have somebody watch the traffic.',
  derelictOrOldBuildingsBeware:
    'Derelict or old buildings: beware of floors, asbestos and droppings; enter only with the owner’s permission and a competent person’s advice.',
  theLensIsAboveHead: 'The lens is above head height: work from a proper platform and follow local rules for work at height.',
  windOnATallTripod: 'Wind on a tall tripod: weigh it down, keep a hand on it, and lower it in gusts.',
  sunNeverLookAtIt: 'Sun: never look at it through a finder, a lens or a loupe, and do not leave it on a sensor, a shutter or a cloth.',
  aSteeplyTiltedFrontHeavy: 'A steeply tilted, front-heavy camera can drop: support it before loosening the head.',
  keepMainsLeadsOffWet: 'Keep mains leads off wet floors and out of the way; have old wiring checked by an electrician.',
  focusingIntoTheLightNo: 'Focusing into the light: no sun through a loupe or a magnified finder, and no sun left on sensor or cloth.',
  openCameraNoDustSpray:
    'Open camera: no dust, spray or rain near it, never the sun on a bare sensor, and a strap on the lens: it can fall.',
  doNotForceOrFile: 'Do not force or file a lens for more tilt: springs, sharp edges and old coatings; leave it to a repairer.',
  aCameraOnARail: 'A camera on a rail or a collar: tighten the clamp at every position, and check that the back clears the head below.',
  flashNotIntoTheEyes:
    'Flash: never fire it toward drivers or animals, and keep cables off wet floors; have old wiring checked by an electrician.',
  stepBackFromEdgesAnd: 'Step back from edges and traffic before reading the card; do not work alone where help is far.',
  duringALongSeriesYour: 'During a long series your eyes are on the scales: have somebody watch traffic, tide and edge.',
});
