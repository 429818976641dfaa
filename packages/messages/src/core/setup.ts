import { catalogue } from '../catalogue';

export const setupText = catalogue({
  theProportionOfACrop: 'Crop ratio',
  lens: 'Lens',
  tilt: 'Tilt',
  swing: 'Swing',
  composedAt: 'Composed at',
  back: 'Back',
  rearTilt: 'Rear tilt',
  rearSwing: 'Rear swing',
  pins: 'Pins',
  whatCountsAsSharp: 'What counts as sharp',
  limits: 'Limits',
  mosaic: 'Mosaic',
  scene: 'Scene',
  exposure: 'Exposure',
  card: 'Card',
});
