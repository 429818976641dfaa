import { catalogue } from '../catalogue';

export const wordsText = catalogue({
  infinity: 'infinity',
  landscape: 'landscape',
  portrait: 'portrait',
  noRise: 'no rise',
  ofRise: '{riseMm} of rise',
  ofFall: '{riseMm} of fall',
  noShift: 'no shift',
  ofShiftToTheRight: '{shiftMm} of shift to the {shiftMm2, select, yes {right} other {left}}',
  straightAhead: 'straight ahead',
  toTheRight: '{yawDeg}° to the {yawDeg2, select, yes {right} other {left}}',
  tiltForward: 'tilt {tiltDeg} {tiltDeg2, select, yes {forward} other {back}}',
  swingRight: 'swing {swingDeg} {swingDeg2, select, yes {right} other {left}}',
  noTilt: 'no tilt',
  n1Stop: '1 stop',
  stops: '{stops} stops',
  lifeSize: 'life size',
  ofLifeSize: '{m} of life size',
  timesLifeSize: '{m} times life size',
});
